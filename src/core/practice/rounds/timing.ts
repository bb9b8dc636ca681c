import type { Matching, StrokeAt } from './matching';

/** How early or late strokes came. */
export type Timing = {
  readonly count: number;
  /** In seconds; less than 0 is early. */
  readonly mean: number;
  /** The standard deviation, in seconds. */
  readonly spread: number;
};

/** How a passage was played. */
export type Played = {
  readonly all: Timing;
  /** The same by what is named: a voice, a kind of stroke. */
  readonly by: ReadonlyMap<string, Timing>;
  /** How much faster than expected: 0.012 is 1.2 per cent; nothing where too little was played to tell. */
  readonly faster: number | undefined;
  readonly expected: number;
  readonly missing: number;
  readonly extra: number;
};

/** So many strokes (over so many seconds) tell a mean, and a drift. */
export const FEWEST = 4;
const FEWEST_FOR_DRIFT = 8;
const SHORTEST_FOR_DRIFT = 2;

/**
 * How strokes lay beside what was expected.
 *
 * @param namesOf by what they are told apart
 */
export const timingOf = (
  expected: readonly StrokeAt[],
  played: readonly StrokeAt[],
  { pairs, missing, extra }: Matching,
  namesOf: (expected: number) => readonly string[] = (index) => {
    const { voice } = expected[index]!;
    return voice === undefined ? [] : [voice];
  },
): Played => {
  const off = pairs.map((pair) => ({
    at: expected[pair.expected]!.time,
    late: played[pair.played]!.time - expected[pair.expected]!.time,
    names: namesOf(pair.expected),
  }));
  const names = new Set(off.flatMap((one) => one.names));
  return {
    all: spreadOf(off.map(({ late }) => late)),
    by: new Map(
      [...names].map((name) => [
        name,
        spreadOf(off.flatMap((one) => (one.names.includes(name) ? one.late : []))),
      ]),
    ),
    faster: fasterOf(off),
    expected: expected.length,
    missing: missing.length,
    extra: extra.length,
  };
};

/** @returns zeros for no values; a spread of 0 for one */
export const spreadOf = (values: readonly number[]): Timing => {
  const count = values.length;
  if (count === 0) return { count, mean: 0, spread: 0 };
  const mean = values.reduce((sum, value) => sum + value, 0) / count;
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return { count, mean, spread: count > 1 ? Math.sqrt(squares / (count - 1)) : 0 };
};

/** By least squares of when strokes came over when they were expected. */
const fasterOf = (
  off: readonly { readonly at: number; readonly late: number }[],
): number | undefined => {
  const [first, last] = [off[0]?.at ?? 0, off.at(-1)?.at ?? 0];
  if (off.length < FEWEST_FOR_DRIFT || last - first < SHORTEST_FOR_DRIFT) return undefined;
  const middle = off.reduce((sum, { at }) => sum + at, 0) / off.length;
  const mean = off.reduce((sum, { late }) => sum + late, 0) / off.length;
  const along = off.reduce((sum, { at, late }) => sum + (at - middle) * (late - mean), 0);
  const power = off.reduce((sum, { at }) => sum + (at - middle) ** 2, 0);
  // Later and later is slower: a second of the music then takes so much more.
  return 1 / (1 + along / power) - 1;
};

/** What a round has to be like to count as clean. */
export type Clean = {
  /** Of the expected strokes so many may be missing, and so many more be there, as a share. */
  readonly wrong: number;
  /** The spread (s) that is still even. */
  readonly spread: number;
};

/**
 * What counts as clean where it is measured: one stroke in twenty wrong, strokes within 25 ms on the mean.
 * Common practice, no source.
 */
export const CLEAN: Clean = { wrong: 0.05, spread: 0.025 };

/** Whether what was played is clean; nothing where nobody played or nothing was to be played. */
export const isClean = (
  { all, expected, missing, extra }: Played,
  { wrong, spread }: Clean = CLEAN,
): boolean | undefined =>
  expected === 0 || all.count + extra === 0
    ? undefined
    : missing <= wrong * expected && extra <= wrong * expected && all.spread <= spread;
