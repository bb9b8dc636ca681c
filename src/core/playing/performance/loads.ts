import { largest } from '../../base/extremes';
import { LIMBS, type Limb } from '../../music/kit';
import type { Note } from './note';

/** A limb that rests at least so long, in seconds, has rested. */
const REST = 2;

/** What a song asks of a limb from moment to moment. */
export type SongLoad = {
  readonly limb: Limb;
  readonly strokes: number;
  /** Strokes a minute, once every `STEP` seconds from bar 1 on, over the `WINDOW` around. */
  readonly perMinute: readonly number[];
  readonly most: number;
  /** The longest time without a rest, in seconds of the song. */
  readonly longest: { readonly from: number; readonly to: number } | undefined;
  /** Its fastest `RUN` strokes: how many a second, and when they begin, in seconds of the song. */
  readonly fastest: { readonly perSecond: number; readonly from: number } | undefined;
};

/** Strokes in a row that make a speed; two may be a flam. */
const RUN = 4;

/** Seconds between two figures of a load, and the stretch each is taken over. */
export const STEP = 2;
const WINDOW = 8;

/**
 * Strokes a minute of each limb along a song, and its longest stretch without a rest.
 *
 * @param notes in order of time; grace notes count like any stroke
 * @param length of the song in seconds
 */
export const loadsAlong = (notes: readonly Note[], length: number): SongLoad[] =>
  LIMBS.flatMap((limb): SongLoad[] => {
    const times = notes.filter(({ limbs }) => limbs.includes(limb)).map(({ seconds }) => seconds);
    if (times.length === 0) return [];
    const perMinute = windows(times, length);
    return [
      {
        limb,
        strokes: times.length,
        perMinute,
        most: largest(perMinute, 0),
        longest: longestStretch(times),
        fastest: fastestRun(times),
      },
    ];
  });

/** Counts within a window that moves on: each stroke is met once as it comes in and once as it goes. */
const windows = (times: readonly number[], length: number): number[] => {
  let [first, last] = [0, 0];
  return Array.from({ length: Math.floor(length / STEP) + 1 }, (_, index) => {
    const middle = index * STEP;
    const from = Math.max(0, middle - WINDOW / 2);
    const to = Math.min(length, middle + WINDOW / 2);
    while (last < times.length && times[last]! < to) last++;
    while (first < last && times[first]! < from) first++;
    return to > from ? ((last - first) * 60) / (to - from) : 0;
  });
};

const fastestRun = (times: readonly number[]): SongLoad['fastest'] => {
  let best: SongLoad['fastest'];
  for (let index = 0; index + RUN <= times.length; index++) {
    const from = times[index]!;
    const lasts = times[index + RUN - 1]! - from;
    const perSecond = lasts > 0 ? (RUN - 1) / lasts : 0;
    if (perSecond > (best?.perSecond ?? 0)) best = { perSecond, from };
  }
  return best;
};

const longestStretch = (times: readonly number[]): SongLoad['longest'] => {
  let [from, best]: [number, SongLoad['longest']] = [times[0]!, undefined];
  times.forEach((time, index) => {
    const next = times[index + 1];
    if (next !== undefined && next - time < REST) return;
    if (time > from && (!best || time - from > best.to - best.from)) best = { from, to: time };
    from = next ?? time;
  });
  return best;
};
