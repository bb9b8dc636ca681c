import { type Pattern, patternBars } from '../../music/kit';
import type { Tempo } from '../../music/time';
import { blankRoadMap, type Feel, newSection, type RoadMap, STRAIGHT } from '../../song/roadmap';

/** How often a pattern goes round when it is tried. */
const ROUNDS = 32;

/**
 * A pattern to be tried by itself: a groove round and round, a fill with the bar before it and the
 * bar it lands in.
 *
 * @param before the groove around a fill; nothing leaves the bars before and after it empty
 */
export const audition = (
  pattern: Pattern,
  tempo: Tempo,
  feel: Feel = STRAIGHT,
  before?: Pattern,
  lands: 'crash' | 'nothing' | 'push' = 'crash',
): RoadMap => {
  const map = blankRoadMap();
  const alone = { ...pattern, of: null, variant: 'full' as const };
  const around = before && { ...before, of: null, variant: 'full' as const };
  const bars = patternBars(pattern);
  const isFill = pattern.kind === 'fill';
  const section = {
    ...newSection('s', {
      name: pattern.name,
      bars: isFill ? bars + 2 : bars,
      times: ROUNDS,
      groove: isFill ? (around?.id ?? null) : alone.id,
      feel,
      level: { from: 4, to: 4 },
    }),
    order: 'a0',
  };
  const fill = {
    id: 'f',
    section: 's',
    passes: null,
    from: { bar: 2, ticks: 0 },
    to: { bar: bars + 2, ticks: 0 },
    every: null,
    notes: '',
    leaves: 'nothing' as const,
    name: pattern.name,
    pattern: alone.id,
    lands,
  };
  return {
    ...map,
    start: { ...map.start, tempo, meter: pattern.meter, countIn: pattern.meter.numerator },
    patterns: { ...(around && { [around.id]: around }), [alone.id]: alone },
    sections: { s: section },
    fills: isFill ? { f: fill } : {},
  };
};
