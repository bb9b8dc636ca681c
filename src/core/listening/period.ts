import { FRAMES } from './spectrum';

/** How long a beat lasts along a recording: one value a step, in seconds. */
export type Periods = {
  readonly step: number;
  readonly values: Float32Array;
};

/** What is known beforehand. */
export type Hints = {
  /** Times (s) of beats that a person tapped, in order. */
  readonly taps?: readonly number[];
  /** The length of a beat (s), where it is known to a few per cent. */
  readonly beat?: number;
  /** The same where it may be a quarter more or less, as a map may have it; taps count more. */
  readonly about?: number;
};

/** Beats are looked for between these (s): 240 to 32 a minute. */
const SHORTEST = 0.25;
const LONGEST = 1.9;
/** Taps may be so much faster or slower still. */
const SLOWER = 1.2;
/** Periods are told apart by this ratio: 48 steps an octave. */
const RATIO = 2 ** (1 / 48);
/** Where nothing is known, the likeliest beat (s), by Ellis 2007, and how wide that is (octaves). */
const LIKELIEST = 0.5;
const SPREAD = 1.1;
/** A known beat is kept within this (octaves), one that is known about right within that. */
const KNOWN_SPREAD = 0.12;
const ABOUT_SPREAD = 0.3;
/** By so much (octaves) a second away from taps other beats are as likely, up to that. */
const LOOSENS = 0.004;
const WIDEST = 0.4;
/** How much it counts that four beats repeat, beside one and two. */
const FOUR = 0.3;
/** Windows (s), and from one to the next. */
const WINDOW = 8;
const STEP = 1;
/** What a change of a 48th of an octave from one step to the next costs. */
const CHANGE = 0.12;
/** So far it may move in a step, in 48ths. */
const REACH = 3;

const PERIODS = Array.from(
  { length: Math.floor(Math.log(LONGEST / SHORTEST) / Math.log(RATIO)) + 1 },
  (_, index) => SHORTEST * RATIO ** index,
);

/**
 * The length of the beat along a recording: a tempogram by autocorrelation in windows of 8 s (Grosche and
 * Müller 2011), weighted by what is likely (Ellis 2007) or known, and through it the path that moves least
 * (Viterbi 1967).
 *
 * @param onsets strength by frame
 */
export const periodsOf = (onsets: Float32Array, hints: Hints = {}): Periods => {
  const seconds = onsets.length / FRAMES;
  const count = Math.max(1, Math.ceil(seconds / STEP));
  const rows = Array.from({ length: count }, (_, index) =>
    strengths(
      onsets,
      Math.round((index * STEP - WINDOW / 2) * FRAMES),
      expected(hints, index * STEP),
    ),
  );
  const path = smoothest(rows);
  return {
    step: STEP,
    values: Float32Array.from(path, (at) => PERIODS[at]!),
  };
};

/** A beat that is likely (s), and how far from it others are (octaves). */
type Expected = { readonly beat: number; readonly spread: number };

const expected = (hints: Hints, time: number): Expected => {
  const run = nearestRun(runsOf(hints.taps ?? []), time);
  const known = hints.beat ?? tappedBeat(run ?? []);
  if (known !== undefined) {
    // A song that has been getting faster for a minute is another one than was tapped.
    const away = run && hints.beat === undefined ? awayFrom(run, time) : 0;
    return { beat: known, spread: Math.min(WIDEST, KNOWN_SPREAD + LOOSENS * away) };
  }
  return hints.about === undefined
    ? { beat: LIKELIEST, spread: SPREAD }
    : { beat: hints.about, spread: ABOUT_SPREAD };
};

/**
 * Taps that follow one another: a pause that is longer than any beat begins a new run.
 *
 * @example runsOf([1, 1.5, 2, 30, 30.5]) // => [[1, 1.5, 2], [30, 30.5]]
 */
export const runsOf = (taps: readonly number[]): readonly (readonly number[])[] => {
  const runs: number[][] = [];
  taps.forEach((tap, index) => {
    if (index > 0 && tap - taps[index - 1]! <= LONGEST * SLOWER) runs.at(-1)!.push(tap);
    else runs.push([tap]);
  });
  return runs;
};

/** The run that a time lies in or is nearest to, of those that tell a beat. */
export const nearestRun = (
  runs: readonly (readonly number[])[],
  time: number,
): readonly number[] | undefined => {
  return runs
    .filter((run) => tappedBeat(run) !== undefined)
    .reduce<readonly number[] | undefined>(
      (best, run) => (best && awayFrom(best, time) <= awayFrom(run, time) ? best : run),
      undefined,
    );
};

/** How far (s) a time is from a run. */
const awayFrom = (run: readonly number[], time: number): number =>
  Math.max(run[0]! - time, time - run.at(-1)!, 0);

/** What taps say: the middle one of the times between them. */
const tappedBeat = (taps: readonly number[]): number | undefined => {
  const gaps = taps.slice(1).map((time, index) => time - taps[index]!);
  const between = gaps.filter((gap) => gap >= SHORTEST / SLOWER && gap <= LONGEST * SLOWER);
  return between.length < 2 ? undefined : between.sort((a, b) => a - b)[between.length >> 1]!;
};

/** How strongly a window repeats itself by each period, weighted, from 0 to 1. */
const strengths = (onsets: Float32Array, from: number, likely: Expected): Float32Array => {
  const length = WINDOW * FRAMES;
  const piece = onsets.subarray(
    Math.max(0, from),
    Math.max(0, Math.min(onsets.length, from + length)),
  );
  const longest = Math.ceil(LONGEST * FRAMES * 2);
  const repeats = new Float32Array(longest + 2);
  let power = 1e-9;
  for (const value of piece) power += value * value;
  for (let lag = Math.floor(SHORTEST * FRAMES) - 2; lag <= longest; lag++) {
    let sum = 0;
    for (let index = lag; index < piece.length; index++) sum += piece[index]! * piece[index - lag]!;
    // Long lags see less of the window.
    repeats[lag] = (sum / power) * (piece.length / Math.max(piece.length / 4, piece.length - lag));
  }
  const at = (lag: number) => {
    const low = Math.min(longest, Math.floor(lag));
    const share = lag - low;
    return repeats[low]! * (1 - share) + repeats[low + 1]! * share;
  };
  return Float32Array.from(PERIODS, (period) => {
    const lag = period * FRAMES;
    // What repeats by a beat repeats by two, and by four.
    const pair = (at(lag) + 0.5 * at(2 * lag)) / 1.5;
    const own = 4 * lag <= longest ? (pair + FOUR * at(4 * lag)) / (1 + FOUR) : pair;
    return Math.max(0, own) * likelihood(period, likely);
  });
};

const likelihood = (period: number, { beat, spread }: Expected): number =>
  Math.exp(-0.5 * (Math.log2(period / beat) / spread) ** 2);

/** Which period at each step, so that what is strong and what is steady are weighed. */
const smoothest = (rows: readonly Float32Array[]): number[] => {
  const width = PERIODS.length;
  let best = Float32Array.from(rows[0]!);
  const backs: Int16Array[] = [];
  for (const row of rows.slice(1)) {
    const next = new Float32Array(width);
    const back = new Int16Array(width);
    for (let to = 0; to < width; to++) {
      let [most, from] = [Number.NEGATIVE_INFINITY, to];
      for (let at = Math.max(0, to - REACH); at <= Math.min(width - 1, to + REACH); at++) {
        const value = best[at]! - CHANGE * Math.abs(to - at);
        if (value > most) [most, from] = [value, at];
      }
      next[to] = most + row[to]!;
      back[to] = from;
    }
    backs.push(back);
    best = next;
  }
  let at = best.indexOf(Math.max(...best));
  const path = [at];
  for (const back of backs.reverse()) {
    at = back[at]!;
    path.push(at);
  }
  return path.reverse();
};

/** The period at a time (s), between the steps in a straight line. */
export const periodAt = ({ step, values }: Periods, time: number): number => {
  const place = Math.max(0, Math.min(values.length - 1, time / step));
  const low = Math.floor(place);
  const share = place - low;
  return values[low]! * (1 - share) + (values[low + 1] ?? values[low]!) * share;
};
