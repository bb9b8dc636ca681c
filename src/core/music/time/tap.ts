/** What taps say about the tempo. */
export type TapTempo = {
  /** Seconds from one tap to the next. */
  readonly period: number;
  /** Taps a minute. */
  readonly perMinute: number;
  /** Standard error of the period, in seconds: how sure the figure is. */
  readonly error: number;
  /** Standard deviation of the taps about the fitted beat, in seconds: how even the hand was. */
  readonly spread: number;
  readonly used: number;
  readonly thrownOut: number;
};

/** A tap further off than this share of a beat is not a tap of that beat. */
const FARTHEST = 0.2;
/** …nor one further off than this many robust standard deviations. */
const DEVIATIONS = 3.5;
/** A normal distribution's standard deviation is 1.4826 times its median absolute deviation. */
const NORMAL = 1.4826;
/** Nobody taps more evenly than this (seconds), so nothing nearer is an outlier. */
const HUMAN = 0.008;

type Tap = { readonly beat: number; readonly time: number };

/**
 * The tempo of a run of taps by least squares of time over beat number. A missed tap is allowed for
 * (its gap counts as two beats); taps that lie off the line are thrown out and the line is fitted
 * again to the rest.
 *
 * @param times when each tap came, in seconds, rising
 * @returns nothing for fewer than three taps, or where no steady beat is left
 * @example tapTempo([0.012, 0.508, 0.996, 1.503, 2.001, 2.497, 3.01, 3.502])?.perMinute // => 120.1688
 */
export const tapTempo = (times: readonly number[]): TapTempo | undefined => {
  const taps = numbered(times);
  if (taps.length < 3) return undefined;
  const period = steadySlope(taps);
  const centre = median(taps.map((tap) => tap.time - tap.beat * period));
  const offsets = taps.map((tap) => Math.abs(tap.time - tap.beat * period - centre));
  const limit = Math.min(FARTHEST * period, DEVIATIONS * Math.max(HUMAN, NORMAL * median(offsets)));
  const first = leastSquares(taps.filter((_, index) => offsets[index]! <= limit));
  if (!first) return undefined;
  const kept = taps.filter((tap) => Math.abs(tap.time - first.at(tap.beat)) <= limit);
  const line = leastSquares(kept);
  if (!line) return undefined;
  return {
    period: line.slope,
    perMinute: 60 / line.slope,
    error: line.error,
    spread: line.spread,
    used: kept.length,
    thrownOut: taps.length - kept.length,
  };
};

const gaps = (times: readonly number[]): number[] =>
  times.slice(1).map((time, index) => time - times[index]!);

/** Each tap with the beat it belongs to, by the middle gap between taps. */
const numbered = (times: readonly number[]): Tap[] => {
  const period = median(gaps(times));
  let beat = 0;
  return times.map((time, index) => {
    if (index > 0) beat += Math.max(0, Math.round((time - times[index - 1]!) / period));
    return { beat, time };
  });
};

/** The median slope over all pairs of taps (Theil and Sen): a few wild taps do not move it. */
const steadySlope = (taps: readonly Tap[]): number =>
  median(
    taps.flatMap((late, index) =>
      taps
        .slice(0, index)
        .filter((early) => early.beat !== late.beat)
        .map((early) => (late.time - early.time) / (late.beat - early.beat)),
    ),
  );

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1
    ? sorted[middle]!
    : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
};

/** The straight line of least squares, with the standard error of its slope (any statistics text). */
const leastSquares = (taps: readonly Tap[]) => {
  const n = taps.length;
  if (n < 3) return undefined;
  const beatMean = taps.reduce((sum, tap) => sum + tap.beat, 0) / n;
  const timeMean = taps.reduce((sum, tap) => sum + tap.time, 0) / n;
  const squares = taps.reduce((sum, tap) => sum + (tap.beat - beatMean) ** 2, 0);
  const products = taps.reduce(
    (sum, tap) => sum + (tap.beat - beatMean) * (tap.time - timeMean),
    0,
  );
  if (squares === 0 || products <= 0) return undefined;
  const slope = products / squares;
  const at = (beat: number) => timeMean + slope * (beat - beatMean);
  const spread = Math.sqrt(
    taps.reduce((sum, tap) => sum + (tap.time - at(tap.beat)) ** 2, 0) / (n - 2),
  );
  return { slope, at, spread, error: spread / Math.sqrt(squares) };
};
