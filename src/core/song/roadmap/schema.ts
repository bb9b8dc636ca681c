import * as z from 'zod';
import { idSchema, orderSchema } from '../../base/document';
import { type ClickSettings, clickSettingsSchema, clickSettingsSingle } from '../../music/click';
import { type Pattern, patternSchema } from '../../music/kit';
import { meterSchema, tempoSchema } from '../../music/time';
import { DETAILS, type DetailName, type Details } from './details';
import { passesSchema } from './passes';
import { tempoChangeSchema } from './tempoChange';
import {
  barsSchema,
  feelSchema,
  levelSchema,
  MOST_TIMES,
  nameSchema,
  notesSchema,
  phraseSchema,
  snaresSchema,
  sticksSchema,
  timekeeperSchema,
  timesSchema,
  wholeNumber,
  wordsSchema,
} from './values';

/** Something the drummer has to be able to play; null where the part does not say. */
const partShape = {
  id: idSchema,
  order: orderSchema,
  name: nameSchema('A part'),
  bars: barsSchema.nullable().default(null),
  phrase: phraseSchema.nullable().default(null),
  feel: feelSchema.nullable().default(null),
  level: levelSchema.nullable().default(null),
  timekeeper: timekeeperSchema.nullable().default(null),
  sticks: sticksSchema.nullable().default(null),
  snares: snaresSchema.nullable().default(null),
  /** The pattern it plays. */
  groove: idSchema.nullable().default(null),
};

const LONGEST_RECORDING = 24 * 3600;
const MOMENT = 'A place in the recording is a number of seconds, at most a day.';
const momentSchema = z
  .number({ error: MOMENT })
  .min(-LONGEST_RECORDING, MOMENT)
  .max(LONGEST_RECORDING, MOMENT);

/** Repeated until somebody gives the cue; the times are then only what is expected. */
const vampSchema = z.object({ cue: wordsSchema }).nullable();

const sectionShape = {
  id: idSchema,
  kind: z.literal('section'),
  order: orderSchema,
  /** The repeat or the ending that it stands in; null at the top. */
  within: idSchema.nullable().default(null),
  name: nameSchema('A section'),
  /** The part it is played with. What is null below is as the part says. */
  part: idSchema.nullable().default(null),
  bars: barsSchema.nullable(),
  phrase: phraseSchema.nullable().default(null),
  feel: feelSchema.nullable(),
  level: levelSchema.nullable(),
  timekeeper: timekeeperSchema.nullable().default(null),
  sticks: sticksSchema.nullable().default(null),
  snares: snaresSchema.nullable().default(null),
  groove: idSchema.nullable().default(null),
  times: timesSchema,
  tempo: tempoChangeSchema.nullable(),
  meter: meterSchema.nullable(),
  click: z.boolean({ error: 'The click is on or off.' }),
  /** What it says of its click; null where nothing. */
  clickSettings: clickSettingsSchema.nullable().default(null),
  /** The music goes on, the drums do not; the bars still count. */
  tacet: z.boolean().default(false),
  vamp: vampSchema.default(null),
  /** When it was heard to begin in the recording, in seconds. */
  inRecording: momentSchema.nullable().default(null),
  /** What to mind. */
  notes: notesSchema.default(''),
};

/** Sections that are played several times over, with endings that serve some of the passes. */
const repeatShape = {
  id: idSchema,
  order: orderSchema,
  within: idSchema.nullable().default(null),
  times: wholeNumber(2, MOST_TIMES, `A repeat is played 2 to ${MOST_TIMES} times.`),
  vamp: vampSchema.default(null),
};

/** What closes some passes of a repeat. Its sections name it as what they stand within. */
const endingShape = {
  id: idSchema,
  repeat: idSchema,
  passes: passesSchema,
};

/** A remark that somebody has dismissed: it does not come back. */
const dismissedShape = { id: idSchema };

/** A beat that was tapped while the recording played. */
const tapShape = {
  id: idSchema,
  /** In seconds of the recording. */
  time: momentSchema,
  /** Whether it is the first beat of its bar. */
  isFirst: z.boolean().default(false),
};

const FINGERPRINT = 'A fingerprint is at most 3,000 digits and small letters.';

export const MOST_LEAD = 64;
export const MOST_FIRST_BAR = 9999;
/** What holds at bar 1, and how the song gets there. */
const startShape = {
  tempo: tempoSchema,
  meter: meterSchema,
  /** Beats of the meter that are counted before anything is played. */
  countIn: wholeNumber(0, MOST_LEAD, `A count-in has 0 to ${MOST_LEAD} beats.`),
  /** Beats of the meter that are played before bar 1, after the count-in. */
  pickup: wholeNumber(0, MOST_LEAD, `A pickup has 0 to ${MOST_LEAD} beats.`),
  /** Where bar 1 begins in the recording that the song is learnt from, in seconds. */
  recording: momentSchema.default(0),
  /** Where the music ends in that recording; null where nobody has said. */
  recordingEnd: momentSchema.nullable().default(null),
  /** What another copy of that recording is known by; null where nobody has opened one. */
  fingerprint: z
    .string(FINGERPRINT)
    .regex(/^[0-9a-z]{0,3000}$/, FINGERPRINT)
    .nullable()
    .default(null),
  /** The number of bar 1, where the song is a part of something longer. */
  firstBar: wholeNumber(
    1,
    MOST_FIRST_BAR,
    `The first bar is a number from 1 to ${MOST_FIRST_BAR}.`,
  ).default(1),
  /** What to mind in the song as a whole. */
  notes: notesSchema.default(''),
};

/** Records are loose: what a newer version has added to them survives a round trip. */
export const startSchema = z.looseObject(startShape);

/** The collections of a road map, by name. */
export const COLLECTIONS = {
  patterns: patternSchema,
  parts: z.looseObject(partShape),
  sections: z.looseObject(sectionShape),
  repeats: z.looseObject(repeatShape),
  endings: z.looseObject(endingShape),
  ...DETAILS,
  taps: z.looseObject(tapShape),
  dismissed: z.looseObject(dismissedShape),
} as const;

export type CollectionName = keyof typeof COLLECTIONS;

const collection = <T extends z.ZodType>(record: T) => z.record(idSchema, record).default({});

export const roadMapSchema = z.looseObject({
  format: z.literal('ebrant-road-map'),
  version: z.literal(1),
  start: startSchema,
  click: clickSettingsSingle,
  ...(Object.fromEntries(
    Object.entries(COLLECTIONS).map(([name, record]) => [name, collection(record)]),
  ) as unknown as Record<CollectionName, z.ZodType>),
});

/** What holds at bar 1. */
export type Start = z.infer<z.ZodObject<typeof startShape>>;
export type Part = z.infer<z.ZodObject<typeof partShape>>;
/** One stretch of the road map. */
export type Section = Omit<z.infer<z.ZodObject<typeof sectionShape>>, 'clickSettings'> & {
  readonly clickSettings: ClickSettings | null;
};
export type Repeat = z.infer<z.ZodObject<typeof repeatShape>>;
export type Ending = z.infer<z.ZodObject<typeof endingShape>>;
export type Tap = z.infer<z.ZodObject<typeof tapShape>>;
export type Dismissed = z.infer<z.ZodObject<typeof dismissedShape>>;
export type Vamp = z.infer<typeof vampSchema>;

type Records = Details & {
  readonly patterns: Pattern;
  readonly parts: Part;
  readonly sections: Section;
  readonly repeats: Repeat;
  readonly endings: Ending;
  readonly taps: Tap;
  readonly dismissed: Dismissed;
};

/** The record that a collection holds. */
export type RecordOf<Name extends CollectionName> = Records[Name];

export type RoadMap = {
  readonly format: 'ebrant-road-map';
  readonly version: 1;
  readonly start: Start;
  /** What the song says of its click. */
  readonly click: ClickSettings;
} & { readonly [Name in CollectionName]: Readonly<Record<string, Records[Name]>> };

export type { DetailName };
