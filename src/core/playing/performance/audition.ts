import { NO_OVERRIDES } from '../../music/click';
import { columnsOf, divisionAt, leadIn, type Pattern, patternBars } from '../../music/kit';
import { type Tempo, ticks } from '../../music/time';
import { blankRoadMap, type Feel, newSection, type RoadMap, STRAIGHT } from '../../song/roadmap';
import type { CountedAloud } from '../../song/set';
import { secondsAt, type Timeline } from '../../song/timeline';

/** How often a pattern goes round when it is tried. */
const ROUNDS = 32;

/** How a pattern is tried. */
export type Audition = {
  readonly pattern: Pattern;
  readonly tempo: Tempo;
  readonly feel?: Feel;
  /** The groove around a fill; nothing leaves the bars before and after it empty. */
  readonly around?: Pattern | undefined;
  /** A fill without the bars before and after it, round and round. */
  readonly alone?: boolean;
  readonly lands?: 'crash' | 'nothing' | 'push' | undefined;
  /** With a click on each part of the pulse. */
  readonly divided?: boolean;
};

/**
 * A pattern to be tried by itself: a groove round and round, a fill with the bar before it and the
 * bar it lands in, or alone.
 */
export const audition = (wish: Audition): RoadMap => {
  const { pattern, tempo, feel = STRAIGHT, around, alone = false, divided = false } = wish;
  const map = blankRoadMap();
  const own = { ...pattern, of: null, variant: 'full' as const };
  const beside = around && { ...around, of: null, variant: 'full' as const };
  const bars = patternBars(pattern);
  const isFill = pattern.kind === 'fill';
  const before = isFill && !alone ? 1 : 0;
  const section = {
    ...newSection('s', {
      name: pattern.name,
      bars: bars + 2 * before,
      times: ROUNDS,
      groove: isFill ? (beside?.id ?? null) : own.id,
      feel,
      level: { from: 4, to: 4 },
    }),
    order: 'a0',
  };
  const fill = {
    id: 'f',
    section: 's',
    passes: null,
    from: { bar: before + 1, ticks: leadIn(pattern) as number },
    to: before ? { bar: bars + 2, ticks: 0 } : ('end' as const),
    every: null,
    name: pattern.name,
    notes: '',
    pattern: own.id,
    leaves: 'nothing' as const,
    lands: alone ? ('nothing' as const) : (wish.lands ?? 'crash'),
  };
  return {
    ...map,
    start: { ...map.start, tempo, meter: pattern.meter, countIn: pattern.meter.numerator },
    click: divided ? { ...NO_OVERRIDES, divide: finest(pattern) } : map.click,
    patterns: { ...(beside && { [beside.id]: beside }), [own.id]: own },
    sections: { s: section },
    fills: isFill ? { f: fill } : {},
  };
};

/** The most parts that a pulse of a pattern is divided into, as far as a click goes: 4. */
const finest = (pattern: Pattern): number => {
  const pulses = columnsOf(pattern).map(({ pulse }) => divisionAt(pattern, pulse));
  return Math.min(4, Math.max(1, ...pulses));
};

/** The count words of a pattern each time that it goes by in its audition. */
export const countAloud = (pattern: Pattern, timeline: Timeline): CountedAloud[] => {
  const starts =
    pattern.kind === 'fill'
      ? timeline.details.filter(({ kind }) => kind === 'fill')
      : timeline.passages;
  return starts.flatMap(({ startTicks }) =>
    columnsOf(pattern).map(({ at, word }) => ({
      seconds: secondsAt(timeline.tempo, ticks(startTicks + at)),
      word,
    })),
  );
};
