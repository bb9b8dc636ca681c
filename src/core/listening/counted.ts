import { lastAtOrBefore } from '../base/search';
import type { Beat } from './beats';
import { sureness } from './unsure';

/** A stretch of a recording between two marks. */
export type Marked = {
  readonly id: string;
  /** Where it begins and ends, in seconds. */
  readonly from: number;
  readonly to: number;
  /** How many of the beats that were found a bar of it has. */
  readonly beatsInBar: number;
};

/** How many bars were heard in a stretch. */
export type CountedBars = {
  readonly id: string;
  /** Not rounded: 7.02. */
  readonly exact: number;
  readonly bars: number;
  /** By how much the stretch would be too long (s) with a bar more; less than 0 where it would be too short. */
  readonly late: number;
  /** The mean length of a beat, in seconds. */
  readonly beat: number;
  /** Whether the count is as good as sure: near a whole number, on beats that are sure. */
  readonly isSure: boolean;
};

/** So near (bars) to a whole number a count has to be, and so sure (mean confidence) its beats. */
const NEAR = 0.12;
const SURE = 0.35;

/**
 * Bars between marks, from the beats between them. A mark that is a little early or late changes the count by
 * as little; the beats before and after a mark are what is counted.
 */
export const countedBars = (beats: readonly Beat[], marked: readonly Marked[]): CountedBars[] =>
  beats.length < 2 ? [] : marked.map((one) => countedIn(beats, one));

const countedIn = (beats: readonly Beat[], { id, from, to, beatsInBar }: Marked): CountedBars => {
  const count = beatAt(beats, to) - beatAt(beats, from);
  const exact = count / beatsInBar;
  const bars = Math.max(1, Math.round(exact));
  const beat = (to - from) / Math.max(1, count);
  const within = beats.filter(({ time }) => time >= from && time < to);
  return {
    id,
    exact: Math.round(exact * 100) / 100,
    bars,
    late: Math.round((bars + 1 - exact) * beatsInBar * beat * 10) / 10,
    beat,
    isSure: Math.abs(exact - bars) <= NEAR && sureness(within) >= SURE,
  };
};

/**
 * The number of the beat that a time lies at, from 0, between beats in a straight line; before the first and
 * after the last beat as it goes on there.
 *
 * @example beatAt([{ time: 1, confidence: 1 }, { time: 1.5, confidence: 1 }], 1.25) // => 0.5
 */
export const beatAt = (beats: readonly Beat[], time: number): number => {
  const found = lastAtOrBefore(beats, time, (beat) => beat.time);
  const low = Math.max(0, Math.min(beats.length - 2, found));
  const [a, b] = [beats[low]!.time, beats[low + 1]!.time];
  return low + (time - a) / (b - a);
};

/** The time of a number of a beat: the other way round of `beatAt`. */
export const timeOf = (beats: readonly Beat[], number: number): number => {
  const low = Math.max(0, Math.min(beats.length - 2, Math.floor(number)));
  const [a, b] = [beats[low]!.time, beats[low + 1]!.time];
  return a + (number - low) * (b - a);
};

/**
 * When the bars of a marked stretch begin after its first, where it has so many: the beats between the marks
 * in equal parts.
 *
 * @example barTimesIn([0, 1, 2, 3, 4].map((time) => ({ time, confidence: 1 })), { id: 'a', from: 0, to: 4, beatsInBar: 2 }, 2) // => [2]
 */
export const barTimesIn = (
  beats: readonly Beat[],
  { from, to }: Marked,
  bars: number,
): readonly number[] => {
  const [first, last] = [beatAt(beats, from), beatAt(beats, to)];
  return Array.from({ length: bars - 1 }, (_, bar) =>
    timeOf(beats, first + ((last - first) * (bar + 1)) / bars),
  );
};

/** Moves a mark (s) to the beat that it meant, and says by how much; not where none is near. */
export const snapped = (
  time: number,
  beats: readonly Pick<Beat, 'time'>[],
): { readonly time: number; readonly by: number } => {
  const found = lastAtOrBefore(beats, time, (beat) => beat.time);
  const near = [beats[found], beats[found + 1]].filter((one) => one !== undefined);
  const [best] = near.sort((a, b) => Math.abs(a.time - time) - Math.abs(b.time - time));
  return best && Math.abs(best.time - time) <= REACH
    ? { time: best.time, by: best.time - time }
    : { time, by: 0 };
};

/**
 * Beats with what lies half-way between.
 *
 * @example withHalves([{ time: 1 }, { time: 2 }]) // => [{ time: 1 }, { time: 1.5 }, { time: 2 }]
 */
export const withHalves = (beats: readonly Pick<Beat, 'time'>[]): Pick<Beat, 'time'>[] =>
  beats.flatMap((beat, index) => {
    const next = beats[index + 1];
    return next ? [beat, { time: (beat.time + next.time) / 2 }] : [beat];
  });

/** A key comes this much (s) early or late at most. */
const REACH = 0.25;
