import * as z from 'zod';
import type { Brand } from '../../base/brand';
import { NOTE_VALUES, noteTicks } from './noteValue';

export const SLOWEST = 20;
export const FASTEST = 400;

const SENTENCE = `A tempo is a number from ${SLOWEST} to ${FASTEST} a minute, with at most three decimals.`;

/** How many of a note value go to a minute: 20 to 400, up to three decimals. */
export const perMinuteSchema = z
  .number({ error: SENTENCE })
  .min(SLOWEST, SENTENCE)
  .max(FASTEST, SENTENCE)
  .refine((value) => Math.abs(value * 1000 - Math.round(value * 1000)) < 1e-6, SENTENCE);

export const noteValueSchema = z.enum(NOTE_VALUES, {
  error: `A tempo counts one of these note values: ${NOTE_VALUES.join(', ')}.`,
});

export const tempoSchema = z.object({ perMinute: perMinuteSchema, unit: noteValueSchema });

/** A tempo with its note value: quarter = 126, dotted quarter = 72. */
export type Tempo = z.infer<typeof tempoSchema>;

/** A tempo as a speed, independent of the note value it was written for: ticks a second. */
export type Rate = Brand<number, 'Rate'>;

export const rate = (value: number): Rate => value as Rate;

/**
 * The speed of a tempo in ticks a second. A tempo of b for a note value v makes one v last 60/b s.
 *
 * @example rateOf({ perMinute: 100, unit: 'quarter' }) // => 33600: a 4/4 bar of 80640 ticks lasts 2.4 s
 * @example rateOf({ perMinute: 60, unit: 'dotted-quarter' }) // => 30240
 */
export const rateOf = ({ perMinute, unit }: Tempo): Rate =>
  rate((Math.round(perMinute * 1000) * noteTicks(unit)) / 60_000);

/**
 * The number a minute of a note value at a speed, for showing.
 *
 * @example perMinuteAt(rate(33600), 'quarter') // => 100
 * @example perMinuteAt(rate(30240), 'dotted-quarter') // => 60
 */
export const perMinuteAt = (speed: Rate, unit: Tempo['unit']): number =>
  (speed * 60) / noteTicks(unit);
