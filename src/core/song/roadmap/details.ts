import * as z from 'zod';
import { idSchema } from '../../base/document';
import { meterSchema } from '../../music/time';
import { everySchema } from './every';
import { passesSchema } from './passes';
import { type Position, positionSchema } from './position';
import { tempoChangeSchema } from './tempoChange';
import {
  barsSchema,
  feelSchema,
  LONGEST_FERMATA,
  levelSchema,
  nameSchema,
  notesSchema,
  timekeeperSchema,
  wholeNumber,
  wordsSchema,
} from './values';

/**
 * What stands at a place inside a section: each a record that names its section. Where the section
 * is gone they mean nothing and are passed over.
 */

const placed = {
  id: idSchema,
  section: idSchema,
  /** Which times through it counts; null for every time. */
  passes: passesSchema.nullable().default(null),
};

/** A place, or the end of the section. */
const endSchema = positionSchema.or(z.literal('end')).nullable().default(null);

/** What falls on the first beat after a fill. */
export const LANDINGS = ['crash', 'nothing', 'push'] as const;
/** What a fill leads to, as it is said. */
export const LANDING_WORDS = {
  crash: 'a crash',
  nothing: 'no crash',
  push: 'a push before the bar',
} as const;

/** What a fill leaves sounding of the groove. */
export const LEAVES = ['nothing', 'feet', 'everything'] as const;

const fillShape = {
  ...placed,
  from: positionSchema,
  /** Where it is over; null for as long as its pattern lasts, or without one the next bar line. */
  to: endSchema,
  every: everySchema,
  name: wordsSchema.default(''),
  /** What to mind. */
  notes: notesSchema.default(''),
  /** What is played, where it is written out. */
  pattern: idSchema.nullable().default(null),
  /** What of the groove goes on under it. */
  leaves: z
    .enum(LEAVES, { error: `A fill leaves ${LEAVES.join(', ')} of the groove sounding.` })
    .default('nothing'),
  lands: z
    .enum(LANDINGS, { error: 'A fill lands on a crash, on nothing, or on a push before the bar.' })
    .default('crash'),
};

/** Single strokes and silences that the band plays together. */
export const HITS = ['hit', 'push', 'stop', 'choke', 'no-crash'] as const;

/** What is struck in a hit: an accent is what the groove plays there, struck harder. */
export const HIT_PLAYS = [
  'everything',
  'crash',
  'crash and bass',
  'snare and bass',
  'accent',
  'sticks',
] as const;

const hitShape = {
  ...placed,
  kind: z.enum(HITS, { error: `Here stands one of ${HITS.join(', ')}.` }),
  at: positionSchema,
  /** Where a stop is over; null for the end of its bar. When a choked cymbal is caught; null for at once. */
  to: endSchema,
  every: everySchema,
  /** Null for what is usual: everything, of a choke the crash and the bass drum. */
  plays: z
    .enum(HIT_PLAYS, { error: `A hit plays ${HIT_PLAYS.join(', ')}, or a pattern.` })
    .nullable()
    .default(null),
  /** What is played instead, where it is written out. */
  pattern: idSchema.nullable().default(null),
  /** Of a push: the beat that it comes before is played as well. */
  andBeat: z.boolean().default(false),
  words: wordsSchema.default(''),
};

/** Another groove from a place on, begun with its first bar. */
const grooveChangeShape = {
  ...placed,
  at: positionSchema,
  /** Where the groove of the section goes on; null for the end of the section. */
  to: positionSchema.nullable().default(null),
  every: everySchema,
  /** The pattern; null where the groove of the section goes on. */
  groove: idSchema.nullable().default(null),
  /** In the same manner: free within what is written. */
  simile: z.boolean().default(false),
};

/** The level or the timekeeper from a place on. */
const dynamicsShape = {
  ...placed,
  at: positionSchema,
  level: levelSchema.nullable().default(null),
  /** Where a crescendo arrives; null for the end of the section. */
  to: positionSchema.nullable().default(null),
  timekeeper: timekeeperSchema.nullable().default(null),
};

export const CUES = ['listen', 'watch', 'count', 'remember', 'fade'] as const;
export const MOST_LEAD_BARS = 32;

const LEAD = `A warning comes 0 to ${MOST_LEAD_BARS} bars or beats ahead.`;
const cueShape = {
  ...placed,
  kind: z.enum(CUES, { error: `A cue is one of ${CUES.join(', ')}.` }),
  at: positionSchema,
  words: nameSchema('A cue').refine((words) => words.length <= 200, 'At most 200 characters.'),
  /** How long ahead it is announced. */
  warning: z
    .object({ count: wholeNumber(0, MOST_LEAD_BARS, LEAD), of: z.enum(['bars', 'beats']) })
    .default({ count: 1, of: 'bars' }),
  /** Who gives it. */
  by: wordsSchema.default(''),
  /** Not sure yet: to be checked by ear. */
  byEar: z.boolean().default(false),
};

const HOLD = `A fermata lasts more than 0 and at most ${LONGEST_FERMATA} seconds; until a cue, say how long that usually is.`;
/** Time stands still just before a place: the click is silent. */
const fermataShape = {
  ...placed,
  /** Null for the end of the section. */
  at: positionSchema.nullable().default(null),
  seconds: z.number({ error: HOLD }).gt(0, HOLD).max(LONGEST_FERMATA, HOLD),
  /** What ends it; empty where it is counted in seconds. */
  cue: wordsSchema.default(''),
};

/** Another meter or tempo from a bar of the section on. */
const timeChangeShape = {
  ...placed,
  bar: barsSchema,
  meter: meterSchema.nullable().default(null),
  tempo: tempoChangeSchema.nullable().default(null),
  /** The last bar of a ramp; null for the end of the section. */
  toBar: barsSchema.nullable().default(null),
};

/** What is different on some passes of a section. Null leaves a property as it is. */
const variationShape = {
  ...placed,
  passes: passesSchema,
  bars: barsSchema.nullable().default(null),
  part: idSchema.nullable().default(null),
  level: levelSchema.nullable().default(null),
  feel: feelSchema.nullable().default(null),
  timekeeper: timekeeperSchema.nullable().default(null),
  groove: idSchema.nullable().default(null),
  tempo: tempoChangeSchema.nullable().default(null),
  tacet: z.boolean().nullable().default(null),
  click: z.boolean().nullable().default(null),
};

/** Whether two places of a section can be told to be the wrong way round, whatever its length. */
const backwards = (from: Position, to: Position | 'end' | null): boolean =>
  to !== null &&
  to !== 'end' &&
  from.bar >= 0 === to.bar >= 0 &&
  (from.bar > to.bar || (from.bar === to.bar && from.ticks >= to.ticks));

const ENDS_BEFORE = { error: 'It ends before it begins.', path: ['to'] };

export const fillSchema = z
  .looseObject(fillShape)
  .refine(({ from, to }) => !backwards(from, to), ENDS_BEFORE);
export const hitSchema = z
  .looseObject(hitShape)
  .refine(({ at, to }) => !backwards(at, to), ENDS_BEFORE);
export const grooveChangeSchema = z
  .looseObject(grooveChangeShape)
  .refine(({ at, to }) => !backwards(at, to), ENDS_BEFORE)
  .refine(({ groove, simile }) => groove !== null || simile, {
    error: 'Say which groove is played from here, or that it goes on in the same manner (simile).',
    path: ['groove'],
  });
export const dynamicsSchema = z
  .looseObject(dynamicsShape)
  .refine(({ at, to }) => !backwards(at, to), ENDS_BEFORE)
  .refine(({ level, timekeeper }) => level !== null || timekeeper !== null, {
    error: 'Say which level or which timekeeper holds from here.',
    path: ['level'],
  });
export const cueSchema = z.looseObject(cueShape);
export const fermataSchema = z.looseObject(fermataShape);
export const timeChangeSchema = z
  .looseObject(timeChangeShape)
  .refine(({ meter, tempo }) => meter !== null || tempo !== null, {
    error: 'Say which meter or tempo begins with this bar.',
    path: ['meter'],
  })
  .refine(({ bar, toBar }) => toBar === null || toBar >= bar, {
    error: 'It ends before it begins.',
    path: ['toBar'],
  });
export const variationSchema = z.looseObject(variationShape);

/** The collections of records that belong to a section. */
export const DETAILS = {
  fills: fillSchema,
  hits: hitSchema,
  grooveChanges: grooveChangeSchema,
  dynamics: dynamicsSchema,
  cues: cueSchema,
  fermatas: fermataSchema,
  timeChanges: timeChangeSchema,
  variations: variationSchema,
} as const;

export type DetailName = keyof typeof DETAILS;
export type Fill = z.infer<z.ZodObject<typeof fillShape>>;
export type Hit = z.infer<z.ZodObject<typeof hitShape>>;
export type GrooveChange = z.infer<z.ZodObject<typeof grooveChangeShape>>;
export type DynamicsChange = z.infer<z.ZodObject<typeof dynamicsShape>>;
export type Cue = z.infer<z.ZodObject<typeof cueShape>>;
export type Fermata = z.infer<z.ZodObject<typeof fermataShape>>;
export type TimeChange = z.infer<z.ZodObject<typeof timeChangeShape>>;
export type Variation = z.infer<z.ZodObject<typeof variationShape>>;
export type Details = {
  readonly fills: Fill;
  readonly hits: Hit;
  readonly grooveChanges: GrooveChange;
  readonly dynamics: DynamicsChange;
  readonly cues: Cue;
  readonly fermatas: Fermata;
  readonly timeChanges: TimeChange;
  readonly variations: Variation;
};
