import { barTicks, type Meter, type Rate, seconds } from '../../music/time';
import { locate } from './locate';
import type { Timeline } from './types';

/** A place by bar and beat, with repeats unrolled. */
export type BarAndBeat = {
  readonly played: number;
  readonly written: number;
  /** From 1; 2.5 is half-way through the second. */
  readonly beat: number;
  /** The section it lies in, by id and by name. */
  readonly section: string;
  readonly name: string;
};

/**
 * The bar and beat that a time of the recording lies in, through the whole tempo map.
 *
 * @param offset where bar 1 begins in the recording, in seconds
 * @param time in the recording, in seconds
 * @returns nothing before bar 1 and after the end
 * @example at 100 in 4/4 with bar 1 at 0:00, 161 s is bar 68, beat 1⅓
 */
export const barAtTime = (
  timeline: Timeline,
  offset: number,
  time: number,
): BarAndBeat | undefined => {
  const place = locate(timeline, seconds(time - offset));
  if (place.phase !== 'song') return undefined;
  const { bar, beat, passage } = place;
  return {
    played: bar.played,
    written: bar.written,
    beat,
    section: passage.section,
    name: passage.name,
  };
};

/** How many bars a measured time comes to. */
export type BarsMeasured = {
  readonly bars: number;
  /** The measured time less that of the bars, in seconds. */
  readonly off: number;
};

/**
 * The nearest number of bars to a time taken by stopwatch.
 *
 * @param time seconds, more than 0
 * @example 41.7 s at 92 in 4/4 are 16 bars, 0.04 s short
 */
export const barsInTime = (time: number, meter: Meter, speed: Rate): BarsMeasured => {
  const bar = barTicks(meter) / speed;
  const bars = Math.max(1, Math.round(time / bar));
  return { bars, off: time - bars * bar };
};
