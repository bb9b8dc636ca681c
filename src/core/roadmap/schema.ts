import { z } from 'zod';
import { idSchema, orderSchema } from '../document';
import { meterSchema, noteValueSchema, perMinuteSchema, tempoSchema } from '../time';

export const MOST_BARS = 2000;
export const MOST_TIMES = 200;
export const MOST_PLAYED_BARS = 20_000;
export const LONGEST_NAME = 120;

const wholeNumber = (from: number, to: number, sentence: string) =>
  z.number({ error: sentence }).int(sentence).min(from, sentence).max(to, sentence);

/** A name as typed: any script, shown as text. */
export const nameSchema = (what: string) =>
  z
    .string({ error: `${what} needs a name.` })
    .refine((name) => name.trim() !== '', `${what} needs a name.`)
    .refine(
      (name) => [...name].length <= LONGEST_NAME,
      `A name has at most ${LONGEST_NAME} characters.`,
    );

export const RAMP_SHAPES = [
  'even-per-beat',
  'even-per-second',
  'steps-per-bar',
  'steps-per-beat',
] as const;

/**
 * What a section does to the tempo. A hold sets it for this section and those after it. A ramp
 * leads, over the whole section with all its times, from `from` (the tempo so far where it is
 * null) to `to`, which then stays.
 */
export const tempoChangeSchema = z.discriminatedUnion(
  'kind',
  [
    z.object({ kind: z.literal('hold'), perMinute: perMinuteSchema, unit: noteValueSchema }),
    z.object({
      kind: z.literal('ramp'),
      shape: z.enum(RAMP_SHAPES, {
        error: 'A ramp goes evenly per beat, evenly per second, or in steps per bar or per beat.',
      }),
      from: perMinuteSchema.nullable(),
      to: perMinuteSchema,
      unit: noteValueSchema,
    }),
  ],
  { error: 'A tempo is held or ramps to another.' },
);

export const LEVELS = [1, 2, 3, 4, 5] as const;
const LEVEL = 'A level is a whole number from 1 (barely there) to 5 (all out).';
const levelSchema = z.literal(LEVELS, { error: LEVEL });

export const SWING = 'A swing ratio is a number from 1 (straight) to 4.';
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
  style: z.string().max(60, 'A style has at most 60 characters.'),
});

const sectionShape = {
  id: idSchema,
  kind: z.literal('section'),
  order: orderSchema,
  name: nameSchema('A section'),
  bars: wholeNumber(1, MOST_BARS, `Bars are a whole number from 1 to ${MOST_BARS}.`),
  times: wholeNumber(1, MOST_TIMES, `A section is played 1 to ${MOST_TIMES} times.`),
  tempo: tempoChangeSchema.nullable(),
  meter: meterSchema.nullable(),
  feel: feelSchema,
  level: z.object({ from: levelSchema, to: levelSchema }),
  click: z.boolean({ error: 'The click is on or off.' }),
};

export const MOST_LEAD = 64;

/** What holds at bar 1, and how the song gets there. */
const startShape = {
  tempo: tempoSchema,
  meter: meterSchema,
  /** Beats of the meter that are counted before anything is played. */
  countIn: wholeNumber(0, MOST_LEAD, `A count-in has 0 to ${MOST_LEAD} beats.`),
  /** Beats of the meter that are played before bar 1, after the count-in. */
  pickup: wholeNumber(0, MOST_LEAD, `A pickup has 0 to ${MOST_LEAD} beats.`),
};

/** Records are loose: what a newer version has added to them survives a round trip. */
export const sectionSchema = z.looseObject(sectionShape);
export const startSchema = z.looseObject(startShape);

const roadMapShape = {
  format: z.literal('ebrant-road-map'),
  version: z.literal(1),
  start: startSchema,
  sections: z.record(idSchema, sectionSchema),
};

export const roadMapSchema = z.looseObject(roadMapShape);

/** What holds at bar 1. */
export type Start = z.infer<z.ZodObject<typeof startShape>>;
/** One stretch of the road map. */
export type Section = z.infer<z.ZodObject<typeof sectionShape>>;
export type TempoChange = z.infer<typeof tempoChangeSchema>;
export type RampShape = (typeof RAMP_SHAPES)[number];
export type Feel = z.infer<typeof feelSchema>;
export type Level = z.infer<typeof levelSchema>;
export type RoadMap = Omit<z.infer<z.ZodObject<typeof roadMapShape>>, 'start' | 'sections'> & {
  start: Start;
  sections: Record<string, Section>;
};
