import * as z from 'zod';
import { wordsSchema } from '../../base/fields';
import { runSchema } from './run';

const MINUTES = 'Between 1 and 1440 minutes.';

/** What somebody says they have practised: on the pad, by listening, away from any song. */
export const byHandSchema = z.object({
  id: z.uuid('An entry is named by a UUID.'),
  kind: z.literal('by-hand'),
  words: wordsSchema.refine((words) => words.trim() !== '', 'Say what you practised.'),
  /** The arrangement that it was about, where it was about one. */
  song: z.uuid('A song is named by the id of its arrangement.').nullable().default(null),
  minutes: z.number({ error: MINUTES }).int(MINUTES).min(1, MINUTES).max(1440, MINUTES),
  /** When, in ISO 8601 with its zone. */
  at: z.iso.datetime({ offset: true, error: 'When is a date and time.' }),
});

export type ByHand = z.infer<typeof byHandSchema>;

/** An entry of the log as it is read: with when it was (ISO 8601), and the arrangement it belongs to, if any. */
export const entrySchema = z.object({
  at: z.string(),
  song: z.string().nullable(),
  what: z.union([byHandSchema, runSchema]),
});

export type Entry = z.infer<typeof entrySchema>;

/** A run with when it was, in ISO 8601. */
export type LoggedRun = z.infer<typeof runSchema> & { readonly at: string };

/** How many minutes an entry took, at least one. */
export const minutesOf = ({ what }: Entry): number =>
  'minutes' in what ? what.minutes : Math.max(1, Math.round(what.seconds / 60));

/** The runs among entries, with the songs they belong to. */
export const runsIn = (
  entries: readonly Entry[],
): readonly (LoggedRun & { readonly song: string })[] =>
  entries.flatMap(({ at, song, what }) =>
    'minutes' in what || song === null ? [] : { ...what, at, song },
  );
