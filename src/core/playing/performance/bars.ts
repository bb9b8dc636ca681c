import { lastAtOrBefore } from '../../base/search';
import type { Ticks } from '../../music/time';
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

type Span = { readonly startTicks: Ticks; readonly endTicks: Ticks };

/** Spans of a song, looked up by bar and by place: one that comes again may stand in thousands of bars. */
export type Spans<S extends Span> = {
  /** Those that reach into a bar, by its index. */
  readonly inBar: (index: number) => readonly S[];
  /** Those that a place lies in. */
  readonly at: (place: number) => readonly S[];
};

export const spansIn = <S extends Span>(starts: Bars, spans: readonly S[]): Spans<S> => {
  const byBar = new Map<number, S[]>();
  for (const span of spans) {
    const last = barIndex(starts, span.endTicks - 1);
    for (let bar = barIndex(starts, span.startTicks); bar <= last; bar++) {
      const here = byBar.get(bar);
      if (here) here.push(span);
      else byBar.set(bar, [span]);
    }
  }
  const inBar = (index: number): readonly S[] => byBar.get(index) ?? [];
  return {
    inBar,
    at: (place) =>
      inBar(barIndex(starts, place)).filter(
        ({ startTicks, endTicks }) => place >= startTicks && place < endTicks,
      ),
  };
};
