import { lastAtOrBefore } from '../../base/search';
import type { PlayedBar, Timeline } from '../../song/timeline';

/** Where the bars of a song start, in ticks. */
export type Bars = readonly number[];

/** The bar line before a place; that of bar 1 where it lies before it. */
export const barStart = ({ bars }: Timeline, at: number): number => {
  const starts = startsOf(bars);
  return starts[barIndex(starts, at)] ?? 0;
};

const starting = new WeakMap<readonly PlayedBar[], Bars>();

/** Where bars start, worked out once for each timeline. */
export const startsOf = (bars: readonly PlayedBar[]): Bars => {
  const known = starting.get(bars) ?? bars.map(({ startTicks }) => startTicks as number);
  starting.set(bars, known);
  return known;
};

/** The bar that a place lies in; the first where it lies before it. */
export const barIndex = (starts: Bars, at: number): number =>
  Math.max(
    0,
    lastAtOrBefore(starts, at, (start) => start),
  );
