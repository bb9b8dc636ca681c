import * as z from 'zod';
import { textSchema, wholeNumber } from '../../base/fields';

export {
  LONGEST_NAME,
  LONGEST_NOTES,
  LONGEST_WORDS,
  nameSchema,
  notesSchema,
  wholeNumber,
  wordsSchema,
} from '../../base/fields';

/** The limits and small values that road maps are made of. */

export const MOST_BARS = 2000;
export const MOST_TIMES = 200;
export const MOST_PLAYED_BARS = 20_000;
/** Longest fermata, in seconds. */
export const LONGEST_FERMATA = 300;
/** Repeats within repeats. */
export const DEEPEST = 6;

export const barsSchema = wholeNumber(
  1,
  MOST_BARS,
  `Bars are a whole number from 1 to ${MOST_BARS}.`,
);
export const timesSchema = wholeNumber(
  1,
  MOST_TIMES,
  `A section is played 1 to ${MOST_TIMES} times.`,
);
export const phraseSchema = wholeNumber(1, 32, 'A phrase is 1 to 32 bars.');

export const LEVELS = [1, 2, 3, 4, 5] as const;
const LEVEL = 'A level is a whole number from 1 (barely there) to 5 (all out).';
const stepSchema = z.literal(LEVELS, { error: LEVEL });
/** One level, or from one to another over the section. */
export const levelSchema = z.object({ from: stepSchema, to: stepSchema }, { error: LEVEL });

/** What the leading hand plays on, and how open the hats are. */
export const TIMEKEEPERS = ['closed', 'half-open', 'open', 'pedal', 'ride', 'crash'] as const;
export const timekeeperSchema = z.enum(TIMEKEEPERS, {
  error: `The timekeeper are ${TIMEKEEPERS.slice(0, 4).join(', ')}, or the hand is on the ride or the crash.`,
});

/** What the hands hold, and whether the snares lie against the drum. */
export const STICKS = ['sticks', 'brushes', 'rods', 'mallets'] as const;
export const sticksSchema = z.enum(STICKS, { error: `It is played with ${STICKS.join(', ')}.` });
export const SNARES = ['on', 'off'] as const;
export const snaresSchema = z.enum(SNARES, { error: 'The snares are on or off.' });

const SWING = 'A swing ratio is a number from 1 (straight) to 4.';
export const feelSchema = z.object({
  /** Half-time and double-time move the backbeat, never the tempo or the bar count. */
  backbeat: z.enum(['normal', 'half-time', 'double-time']),
  /** The first of a pair lasts `ratio` times the second. */
  swing: z
    .object({
      of: z.enum(['eighths', 'sixteenths']),
      ratio: z.number({ error: SWING }).min(1, SWING).max(4, SWING),
    })
    .nullable(),
  /** What the band calls it: train beat, one drop, four on the floor. */
  style: textSchema('A style is a few words.').max(60, 'A style has at most 60 characters.'),
});

export type Level = (typeof LEVELS)[number];
export type LevelRange = z.infer<typeof levelSchema>;
export type Timekeeper = (typeof TIMEKEEPERS)[number];
export type Sticks = (typeof STICKS)[number];
export type Snares = (typeof SNARES)[number];
export type Feel = z.infer<typeof feelSchema>;
