import type { Onsets } from './onsets';
import { type Hints, nearestRun, type Periods, periodAt, runsOf } from './period';
import { FRAMES } from './spectrum';

/** A beat of a recording. */
export type Beat = {
  /** In seconds. */
  readonly time: number;
  /** How much it sounds like the others around it, from 0 to 1. */
  readonly confidence: number;
};

/** How much a beat that is early or late by a ratio costs, against the strength of onsets. */
const TIGHTNESS = 1000;
/** A beat may come this much early or late, as a share of its period. */
const EARLIEST = 0.75;
const LATEST = 1.33;
/** So near (s) to a tap a beat is the one that was tapped; what it is worth there, in strengths. */
const TAPPED = 0.07;
const WORTH = 30;
/** Places within a beat at which it is compared with others: eighths and triplets of it. */
const PLACES = 12;
/** What it counts that a beat sounds like the others. */
const FIT = 2;
/** A beat that was tapped says so much more of what a beat sounds like. */
const TAPPED_WEIGHT = 4;
/** What tells the beat from what lies between: it has more bass and drums, and chords change on it. */
const BEAT_SPEAKS = [
  ['low', 1],
  ['middle', 0.5],
  ['change', 2],
] as const;
/** Beats within so long (s) of a run of taps sound like it; those further away count less, where another run is. */
const AROUND = 20;
const ELSEWHERE = 0.1;
/** By how much that has to be ahead to be the beat. */
const AHEAD = 0.05;
/** How far (s) from the taps the first row reaches. */
const NEIGHBOURHOOD = 4;
/**
 * A frame begins to rise this long (s) before its middle is at the stroke: the mean of made-up strokes (7 ms) and
 * of recorded instruments (none).
 */
const LEAD = 0.004;
/** A strength that somebody hears. */
const AUDIBLE = 0.3;

/** Bass, middle and high of a frame side by side, each a little blurred and at most `LOUDEST`. */
type Ranges = Float32Array;
const RANGES = 3;
const LOUDEST = 4;
/** What sounds within a beat, by place and range, with a mean of 0 in each range and a length of 1. */
type Shape = Float32Array;

/**
 * Beats: of all rows of places those a period apart that sound most alike within, after Ellis 2007, “Beat
 * tracking by dynamic programming”. What a beat sounds like is learnt from the taps, else from a first row that
 * lies on the strongest onsets, of whose two halves the one with more bass and drums is the beat.
 */
export const beatsOf = (onsets: Onsets, periods: Periods, { taps = [] }: Hints = {}): Beat[] => {
  const ranges = together([onsets.low, onsets.middle, onsets.high]);
  const strength = smoothed(onsets.all, periods);
  const worth = worthOf(strength.length, taps);
  const runs = runsOf(taps).filter(isTapped);
  const opening = runs.reduce((long, run) => (run.length > long.length ? run : long), []);
  let row = isTapped(opening)
    ? opening.map((tap) => tap * FRAMES)
    : firstRow(onsets, strength, periods);
  for (const stretch of stretches(strength.length, opening)) {
    const shapeAt = shapesOf(ranges, row, runs);
    row = rowBy(
      stretch,
      periods,
      (from, to) => FIT * alike(shapeAt(from), ranges, from, to),
      worth,
    );
  }
  const shapeAt = shapesOf(ranges, row, runs);
  const [first, last] = soundingIn(onsets.all, periods);
  return row.flatMap((frame, index) =>
    frame < first || frame > last
      ? []
      : {
          time: precise(onsets.all, frame) / FRAMES + LEAD,
          confidence: confidence(shapeAt(frame), ranges, row, index),
        },
  );
};

const isTapped = (taps: readonly number[]): boolean => taps.length >= 3;

/** From one frame up to another. */
type Stretch = { readonly from: number; readonly to: number };

/** What is learnt about taps is tried further and further around them, last over all. */
const stretches = (frames: number, taps: readonly number[]): Stretch[] => {
  const all = { from: 0, to: frames };
  const around: Stretch[] = [];
  if (isTapped(taps))
    for (let reach = NEIGHBOURHOOD * FRAMES; reach < frames; reach *= 2)
      around.push({
        from: Math.max(0, Math.round(taps[0]! * FRAMES - reach)),
        to: Math.min(frames, Math.round(taps.at(-1)! * FRAMES + reach)),
      });
  return [...around, all];
};

/** From the first onset to a period after the last, in frames. */
const soundingIn = (onsets: Float32Array, periods: Periods): readonly [number, number] => {
  const sounds = (value: number) => value > AUDIBLE;
  const last = onsets.findLastIndex(sounds);
  return [onsets.findIndex(sounds) - 3, last + periodAt(periods, last / FRAMES) * FRAMES];
};

/** A row by dynamic programming: what lies between two beats counts, and what their end is worth. */
const rowBy = (
  { from: start, to: end }: Stretch,
  periods: Periods,
  between: (from: number, to: number) => number,
  worth: Float32Array,
): number[] => {
  const score = new Float32Array(end).fill(Number.NEGATIVE_INFINITY);
  const back = new Int32Array(end).fill(-1);
  for (let frame = start; frame < end; frame++) {
    const period = periodAt(periods, frame / FRAMES) * FRAMES;
    const first = Math.max(start, Math.round(frame - period * LATEST));
    const last = Math.round(frame - period * EARLIEST);
    // A row begins with the stretch: what lies before the music is cut off afterwards.
    let [most, from] = [frame - start < period * LATEST ? 0 : Number.NEGATIVE_INFINITY, -1];
    for (let at = first; at <= last; at++) {
      const late = Math.log((frame - at) / period);
      const value = score[at]! - TIGHTNESS * late * late + between(at, frame);
      if (value > most) [most, from] = [value, at];
    }
    score[frame] = worth[frame]! + most;
    back[frame] = from;
  }
  return backFrom(lastBeat(score, periods), back);
};

/** By onsets alone; half a beat on where that is likelier. */
const firstRow = (onsets: Onsets, strength: Float32Array, periods: Periods): number[] => {
  const row = rowBy({ from: 0, to: strength.length }, periods, () => 0, strength);
  const halves = row.slice(1).map((frame, index) => Math.round((frame + row[index]!) / 2));
  const mean = (values: Float32Array, frames: readonly number[]) =>
    frames.reduce((sum, at) => sum + near(values, at), 0) / Math.max(1, frames.length);
  const speaks = BEAT_SPEAKS.reduce((sum, [of, weight]) => {
    const between = mean(onsets[of], row);
    return between > 0 ? sum + weight * (mean(onsets[of], halves) / between - 1) : sum;
  }, 0);
  return speaks > AHEAD ? halves : row;
};

const near = (values: Float32Array, frame: number): number => {
  let most = 0;
  for (let at = frame - 3; at <= frame + 3; at++) most = Math.max(most, values[at] ?? 0);
  return most;
};

/**
 * What a beat sounds like at a frame: near a run of taps as it does around that one, since a verse and a
 * bridge are played otherwise.
 */
const shapesOf = (
  ranges: Ranges,
  row: readonly number[],
  runs: readonly (readonly number[])[],
): ((frame: number) => Shape) => {
  if (runs.length < 2) {
    const shape = shapeOf(ranges, row, runs[0] ?? [], 1);
    return () => shape;
  }
  const shapes = new Map(runs.map((run) => [run, shapeOf(ranges, row, run, ELSEWHERE)]));
  const seconds = Math.ceil((ranges.length / RANGES + 1) / FRAMES);
  const bySecond = Array.from(
    { length: seconds },
    (_, second) => shapes.get(nearestRun(runs, second) ?? runs[0]!)!,
  );
  return (frame) => bySecond[Math.max(0, (frame / FRAMES) | 0)]!;
};

/** The mean of the beats that last as long as usual; those that were tapped count more. */
const shapeOf = (
  ranges: Ranges,
  row: readonly number[],
  taps: readonly number[],
  elsewhere: number,
): Shape => {
  const shape = new Float32Array(RANGES * PLACES);
  const gaps = row.slice(1).map((to, index) => to - row[index]!);
  const usual = [...gaps].sort((a, b) => a - b)[gaps.length >> 1] ?? 0;
  const [first, last] = [taps[0] ?? 0, taps.at(-1) ?? 0].map((tap) => tap * FRAMES) as [
    number,
    number,
  ];
  row.slice(1).forEach((to, index) => {
    const from = row[index]!;
    if (Math.abs(to - from - usual) > usual / 4) return;
    const tapped =
      taps.length === 0 || taps.some((tap) => Math.abs(tap * FRAMES - from) < usual / 4);
    const isFar = Math.max(first - from, from - last) > AROUND * FRAMES;
    addTo(shape, ranges, from, to, tapped ? TAPPED_WEIGHT : isFar ? elsewhere : 1);
  });
  return centred(shape);
};

const together = (ranges: readonly Float32Array[]): Ranges => {
  const frames = ranges[0]!.length;
  const result = new Float32Array(frames * RANGES);
  ranges.forEach((range, index) => {
    for (let frame = 0; frame < frames; frame++) {
      const around = (range[frame - 1] ?? 0) + (range[frame + 1] ?? 0);
      result[frame * RANGES + index] = Math.min(LOUDEST, range[frame]! + 0.5 * around);
    }
  });
  return result;
};

/** Makes a shape of what was summed up. */
const centred = (shape: Float32Array): Shape => {
  for (let range = 0; range < RANGES; range++) {
    let mean = 0;
    for (let at = range; at < shape.length; at += RANGES) mean += shape[at]! / PLACES;
    for (let at = range; at < shape.length; at += RANGES) shape[at]! -= mean;
  }
  const length = Math.hypot(...shape) || 1;
  return shape.map((value) => value / length);
};

/** How much of a shape there is between two frames, in strengths. */
const alike = (shape: Shape, ranges: Ranges, from: number, to: number): number => {
  let [sum, at, place] = [0, 0, from + 0.5];
  const step = (to - from) / PLACES;
  for (let index = 0; index < PLACES; index++) {
    const frame = (place | 0) * RANGES;
    sum +=
      shape[at]! * ranges[frame]! +
      shape[at + 1]! * ranges[frame + 1]! +
      shape[at + 2]! * ranges[frame + 2]!;
    at += RANGES;
    place += step;
  }
  return sum;
};

/** The cosine of what sounds within a beat and what usually does. */
const confidence = (
  shape: Shape,
  ranges: Ranges,
  row: readonly number[],
  index: number,
): number => {
  const [from, to] =
    index + 1 < row.length ? [row[index]!, row[index + 1]!] : [row[index - 1] ?? 0, row[index]!];
  const heard = new Float32Array(shape.length);
  addTo(heard, ranges, from, to, 1);
  const cosine = alike(shape, ranges, from, to) / (Math.hypot(...heard) || 1);
  return Math.round(Math.max(0, Math.min(1, cosine)) * 1000) / 1000;
};

/** Adds what sounds within a beat to a sum. */
const addTo = (
  sum: Float32Array,
  ranges: Ranges,
  from: number,
  to: number,
  weight: number,
): void => {
  for (let place = 0; place < PLACES; place++) {
    const frame = Math.floor(from + ((to - from) * place) / PLACES + 0.5) * RANGES;
    for (let range = 0; range < RANGES; range++)
      sum[place * RANGES + range]! += weight * (ranges[frame + range] ?? 0);
  }
};

/** Onsets blurred by a share of the period, so that near misses count. */
const smoothed = (onsets: Float32Array, periods: Periods): Float32Array => {
  const result = new Float32Array(onsets.length);
  for (let frame = 0; frame < onsets.length; frame++) {
    const width = (periodAt(periods, frame / FRAMES) * FRAMES) / 32;
    const reach = Math.ceil(2 * width);
    for (let by = -reach; by <= reach; by++)
      result[frame]! += (onsets[frame + by] ?? 0) * Math.exp(-0.5 * (by / width) ** 2);
  }
  return result;
};

const worthOf = (frames: number, taps: readonly number[]): Float32Array => {
  const worth = new Float32Array(frames);
  for (const tap of taps) {
    const middle = tap * FRAMES;
    const reach = TAPPED * FRAMES;
    for (let frame = Math.ceil(middle - reach); frame <= middle + reach; frame++)
      if (frame >= 0 && frame < frames)
        worth[frame]! += WORTH * (1 - Math.abs(frame - middle) / reach);
  }
  return worth;
};

/** The strongest end within the last period. */
const lastBeat = (score: Float32Array, periods: Periods): number => {
  const from = Math.max(
    0,
    Math.floor(score.length - periodAt(periods, score.length / FRAMES) * FRAMES),
  );
  let best = from;
  for (let at = from; at < score.length; at++) if (score[at]! >= score[best]!) best = at;
  return best;
};

const backFrom = (last: number, back: Int32Array): number[] => {
  const beats: number[] = [];
  for (let at = last; at >= 0; at = back[at]!) beats.push(at);
  return beats.reverse();
};

/** Between frames: where the parabola through the strongest near one and its neighbours peaks. */
const precise = (onsets: Float32Array, frame: number): number => {
  let best = frame;
  for (let at = frame - 3; at <= frame + 3; at++)
    if ((onsets[at] ?? 0) > (onsets[best] ?? 0)) best = at;
  const [left, middle, right] = [onsets[best - 1] ?? 0, onsets[best] ?? 0, onsets[best + 1] ?? 0];
  if (middle < 0.5) return frame;
  const bend = left - 2 * middle + right;
  return bend < 0 ? best + (0.5 * (left - right)) / bend : best;
};
