import {
  type BarClick,
  clicksOfBar,
  type Design,
  designFor,
  type FullDesign,
  leftIn,
  partsAt,
  type Strike,
  strikeOf,
} from '../click';
import type { RoadMap } from '../roadmap';
import { beatTicks, type Meter, pulsesOf, ticks } from '../time';
import { secondsAt, speedAt, type TimeOf } from './locate';
import type { Click, Lead, Passage, PlayedBar, TempoSegment } from './types';

/** What a section's click is like, by what the section itself says; worked out once for each. */
export const designsOf = (map: RoadMap, above: readonly Design[]) => {
  const known = new Map<Design | null, FullDesign>();
  return (own: Design | null): FullDesign => {
    const design = known.get(own) ?? designFor([...above, map.click, ...(own ? [own] : [])]);
    known.set(own, design);
    return design;
  };
};

/** The clicks of all bars, in order. */
export const barClicks = (
  passages: readonly Passage[],
  bars: readonly PlayedBar[],
  timeOf: TimeOf,
  tempo: readonly TempoSegment[],
): Click[] => {
  const clicks: Click[] = [];
  const patterns = barPatterns();
  const strikes = strikesByLevel();
  for (const bar of bars) {
    const passage = passages[bar.passage]!;
    const { design } = passage;
    if (!passage.click || (passage.tacet && !design.tacet)) continue;
    const parts = design.divideBelow === 0 ? design.divide : slowParts(design, bar, tempo);
    const pattern = leftIn(patterns(bar.meter, design, parts), design.silence, bar.played);
    for (const { offset, kind } of pattern) {
      const at = ticks(bar.startTicks + offset);
      clicks.push({ kind, ticks: at, seconds: timeOf(at), strike: strikes(passage, kind) });
    }
  }
  return clicks;
};

/** The clicks of a bar; neighbours that are alike share theirs. */
const barPatterns = () => {
  let last: { meter: Meter; design: FullDesign; parts: number } | undefined;
  let pattern: readonly BarClick[] = [];
  return (meter: Meter, design: FullDesign, parts: number) => {
    if (last?.meter !== meter || last.design !== design || last.parts !== parts) {
      last = { meter, design, parts };
      pattern = clicksOfBar(meter, design, parts);
    }
    return pattern;
  };
};

const slowParts = (design: FullDesign, bar: PlayedBar, tempo: readonly TempoSegment[]): number => {
  const rate = speedAt(tempo, bar.startTicks);
  const pulse = pulsesOf(bar.meter)[1]?.offset ?? beatTicks(bar.meter);
  return partsAt(design, bar.meter, rate ? (60 * rate) / pulse : Number.POSITIVE_INFINITY);
};

/** How clicks are struck in a passage; those that are alike are one and the same. */
const strikesByLevel = () => {
  const known = new Map<FullDesign, Map<string, Strike>>();
  return ({ design, level }: Passage, kind: Click['kind']): Strike => {
    const of = known.get(design) ?? new Map<string, Strike>();
    known.set(design, of);
    const key = design.soft === 0 ? kind : `${kind} ${level.from}`;
    const strike = of.get(key) ?? strikeOf(design, kind, level.from);
    of.set(key, strike);
    return strike;
  };
};

/**
 * Clicks before bar 1: the pulses of bars counted back from bar 1, and always the very first beat.
 * A count of six in 4/4 with a pickup of two so begins on beat 1, and the pickup on beat 3. Counted
 * in halves, every other pulse is left out until the last bar.
 */
export const leadClicks = (
  lead: Lead,
  design: FullDesign,
  tempo: readonly TempoSegment[],
): Click[] => {
  const beat = beatTicks(lead.meter);
  const pulses = pulsesOf(lead.meter).map(({ offset }) => offset / beat);
  const clicks: Click[] = [];
  const beats = lead.countIn + lead.pickup;
  for (let gone = 0; gone < beats; gone++) {
    const left = beats - gone;
    const inBar = modulo(-left, lead.meter.numerator);
    const pulse = pulses.indexOf(inBar);
    if (gone > 0 && pulse < 0) continue;
    if (design.countIn === 'halves' && left > lead.meter.numerator && pulse % 2 === 1) continue;
    const at = ticks(-left * beat);
    const counted = gone < lead.countIn;
    const kind = counted ? 'count' : inBar === 0 ? 'bar' : 'pulse';
    clicks.push({
      kind,
      ticks: at,
      seconds: secondsAt(tempo, at),
      strike: strikeOf(design, kind, 3),
    });
  }
  return clicks;
};

const modulo = (value: number, by: number): number => ((value % by) + by) % by;
