import * as z from 'zod';
import { type DocumentKind, idSchema, inOrder, orderSchema } from '../../base/document';
import { nameSchema, textSchema, wordsSchema } from '../../base/fields';
import {
  type ClickSettings,
  clickSettingsSchema,
  clickSettingsSingle,
  NO_OVERRIDES,
} from '../../music/click';

export const MOST_ITEMS = 300;
export const LONGEST_GAP = 3600;

const GAP = `A gap is 0 to ${LONGEST_GAP} seconds.`;

/** What comes between a song's last bar and the next song. */
export const gapSchema = z.discriminatedUnion(
  'kind',
  [
    z.object({
      kind: z.literal('seconds'),
      seconds: z.number({ error: GAP }).min(0, GAP).max(LONGEST_GAP, GAP),
    }),
    /** Somebody speaks for about so long. */
    z.object({
      kind: z.literal('talk'),
      seconds: z.number({ error: GAP }).min(0, GAP).max(LONGEST_GAP, GAP),
      words: wordsSchema.default(''),
    }),
    /** The next song's bar 1 (or pickup) follows at once, without its count-in. */
    z.object({ kind: z.literal('straight-on') }),
  ],
  { error: 'A gap is a number of seconds, talk, or straight on.' },
);

const PERCENT = 'A tempo is changed to 50 to 150 per cent of what is written.';
const tempoSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('percent'),
    percent: z.number({ error: PERCENT }).min(50, PERCENT).max(150, PERCENT),
  }),
  /** As the song before it ended. */
  z.object({ kind: z.literal('as-before') }),
]);

const MOST_CUTS = 200;

const itemShape = {
  id: idSchema,
  kind: z.literal('song'),
  order: orderSchema,
  arrangement: z.uuid('A song in a set is named by the id of its arrangement.'),
  gap: gapSchema,
  /** What this set changes in the song: its tempo as a whole, its key, sections that it leaves out. */
  tempo: tempoSchema.nullable().default(null),
  key: textSchema('A key is a few letters.')
    .max(20, 'A key has at most 20 characters.')
    .default(''),
  cuts: z.array(idSchema).max(MOST_CUTS, `At most ${MOST_CUTS} sections are cut.`).default([]),
  /** What holds when a better order is looked for: it keeps its place, or stays after the song before it. */
  keeps: z
    .enum(['place', 'after'], 'A song keeps its place, or stays after the one before it.')
    .nullable()
    .default(null),
};

/** A remark on the set that somebody has dismissed: it does not come back. */
const dismissedSchema = z.looseObject({ id: idSchema });

const SLOT = 'A time slot is 1 to 1440 minutes.';
const headingShape = {
  title: nameSchema('A set'),
  /** The time the set may take, in minutes; null where nobody has said. */
  slotMinutes: z.number({ error: SLOT }).min(1, SLOT).max(1440, SLOT).nullable(),
};

export const setItemSchema = z.looseObject(itemShape);
export const headingSchema = z.looseObject(headingShape);

const setShape = {
  format: z.literal('ebrant-set'),
  version: z.literal(1),
  heading: headingSchema,
  click: clickSettingsSingle,
  items: z.record(idSchema, setItemSchema),
  dismissed: z.record(idSchema, dismissedSchema).default({}),
};

export const setSchema = z.looseObject(setShape);

export type Gap = z.infer<typeof gapSchema>;
export type SetItem = z.infer<z.ZodObject<typeof itemShape>>;
export type SetHeading = z.infer<z.ZodObject<typeof headingShape>>;
export type SongSet = {
  format: 'ebrant-set';
  version: 1;
  heading: SetHeading;
  /** What the set says of its click. */
  click: ClickSettings;
  items: Record<string, SetItem>;
  dismissed: Record<string, { readonly id: string }>;
};

export const STRAIGHT_ON: Gap = { kind: 'straight-on' };

export const blankSet = (title: string, slotMinutes: number | null = null): SongSet => ({
  format: 'ebrant-set',
  version: 1,
  heading: { title, slotMinutes },
  click: NO_OVERRIDES,
  items: {},
  dismissed: {},
});

const CALLED: Readonly<Record<string, string>> = {
  heading: 'Set',
  click: 'Click of the set',
  dismissed: 'Remark',
};

/** The kind of document that a set is. */
export const setKind: DocumentKind<SongSet> = {
  name: 'Set',
  schema: setSchema as DocumentKind<SongSet>['schema'],
  singles: { heading: headingSchema, click: clickSettingsSchema },
  collections: { items: setItemSchema, dismissed: dismissedSchema },
  call: (where) => CALLED[where] ?? 'Song in the set',
  check: ({ items }) =>
    Object.keys(items).length <= MOST_ITEMS
      ? undefined
      : { code: 'invalid', place: 'Set', message: `A set has at most ${MOST_ITEMS} songs.` },
};

/** The songs of a set in the order they are played. */
export const itemsOf = (set: SongSet): SetItem[] => inOrder(set.items);
