/** When somebody played, in seconds of any clock. */
export type Span = { readonly from: number; readonly to: number };

/** After so long (s) there is a pause that lasts so long (s). Common practice, no source. */
export const PLAYED = 25 * 60;
export const PAUSED = 5 * 60;

/**
 * How long somebody has played without a pause of five minutes.
 *
 * @param spans in order of time
 * @param now on the same clock
 * @returns in seconds; shorter breaks do not count as playing, but end nothing
 * @example playedWithoutPause([{ from: 0, to: 600 }, { from: 700, to: 1300 }], 1300) // => 1200
 * @example playedWithoutPause([{ from: 0, to: 600 }], 900) // => 0
 */
export const playedWithoutPause = (spans: readonly Span[], now: number): number => {
  let [played, last] = [0, now];
  for (const { from, to } of spans.toReversed()) {
    if (last - to >= PAUSED) break;
    played += to - from;
    last = from;
  }
  return played;
};
