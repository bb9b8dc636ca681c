import * as z from 'zod';
import { anchorSchema, MOST_ANCHORS } from './anchor';

/** Names the page that conducts: a member may have several. */
export const deviceSchema = z
  .string()
  .regex(/^[A-Za-z0-9-]{1,64}$/, 'A device is named by letters, digits and hyphens.');

/** Where the show stands, as its conductor tells it: nothing but anchors; none while nothing plays. */
export const toldSchema = z.object({
  anchors: z
    .array(anchorSchema)
    .max(MOST_ANCHORS, `A show is told in at most ${MOST_ANCHORS} anchors.`),
});

/** A running show, as everybody of the band sees it. */
export const showSchema = toldSchema.extend({
  /** The conductor's name, and the device. */
  conductor: z.string(),
  device: z.string(),
  /** Milliseconds since the conductor's device was heard. */
  silent: z.number(),
});

export type Show = z.infer<typeof showSchema>;

/** A conductor who has not been heard for so long (ms) is away: somebody else may take over. */
export const AWAY = 15_000;
