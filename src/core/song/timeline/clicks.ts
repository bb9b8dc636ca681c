import {
  type BarClick,
  type ClickSettings,
  type ClickSound,
  clickSettingsFor,
  clickSoundOf,
  clicksOfBar,
  type FullClickSettings,
  leftIn,
  partsAt,
} from '../../music/click';
import { beatTicks, type Meter, pulsesOf, ticks } from '../../music/time';
import type { RoadMap } from '../roadmap';
import { secondsAt, speedAt, type TimeOf } from './locate';
import type { Click, CountIn, Passage, PlayedBar, TempoSegment } from './types';

/** What a section's click is like, by what the section itself says; worked out once for each. */
export const settingsOf = (map: RoadMap, above: readonly ClickSettings[]) => {
  const known = new Map<ClickSettings | null, FullClickSettings>();
  return (own: ClickSettings | null): FullClickSettings => {
    const clickSettings =
      known.get(own) ?? clickSettingsFor([...above, map.click, ...(own ? [own] : [])]);
    known.set(own, clickSettings);
    return clickSettings;
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
    const { clickSettings } = passage;
    if (!passage.click || (passage.tacet && !clickSettings.tacet)) continue;
    const parts =
      clickSettings.divideBelow === 0 ? clickSettings.divide : slowParts(clickSettings, bar, tempo);
    const pattern = leftIn(
      patterns(bar.meter, clickSettings, parts),
      clickSettings.silence,
      bar.played - bars[0]!.played + 1,
    );
    for (const { offset, kind } of pattern) {
      const at = ticks(bar.startTicks + offset);
      clicks.push({ kind, ticks: at, seconds: timeOf(at), clickSound: strikes(passage, kind) });
    }
  }
  return clicks;
};

/** The clicks of a bar; neighbours that are alike share theirs. */
const barPatterns = () => {
  let last: { meter: Meter; clickSettings: FullClickSettings; parts: number } | undefined;
  let pattern: readonly BarClick[] = [];
  return (meter: Meter, clickSettings: FullClickSettings, parts: number) => {
    if (last?.meter !== meter || last.clickSettings !== clickSettings || last.parts !== parts) {
      last = { meter, clickSettings, parts };
      pattern = clicksOfBar(meter, clickSettings, parts);
    }
    return pattern;
  };
};

const slowParts = (
  clickSettings: FullClickSettings,
  bar: PlayedBar,
  tempo: readonly TempoSegment[],
): number => {
  const rate = speedAt(tempo, bar.startTicks);
  const pulse = pulsesOf(bar.meter)[1]?.offset ?? beatTicks(bar.meter);
  return partsAt(clickSettings, bar.meter, rate ? (60 * rate) / pulse : Number.POSITIVE_INFINITY);
};

/** How clicks are struck in a passage; those that are alike are one and the same. */
const strikesByLevel = () => {
  const known = new Map<FullClickSettings, Map<string, ClickSound>>();
  return ({ clickSettings, level }: Passage, kind: Click['kind']): ClickSound => {
    const of = known.get(clickSettings) ?? new Map<string, ClickSound>();
    known.set(clickSettings, of);
    const key = clickSettings.soft === 0 ? kind : `${kind} ${level.from}`;
    const clickSound = of.get(key) ?? clickSoundOf(clickSettings, kind, level.from);
    of.set(key, clickSound);
    return clickSound;
  };
};

/**
 * Clicks before bar 1: the pulses of bars counted back from bar 1, and always the very first beat.
 * A count of six in 4/4 with a pickup of two so begins on beat 1, and the pickup on beat 3. Counted
 * in halves, every other pulse is left out until the last bar.
 */
export const countInClicks = (
  countIn: CountIn,
  clickSettings: FullClickSettings,
  tempo: readonly TempoSegment[],
): Click[] => {
  const beat = beatTicks(countIn.meter);
  const pulses = pulsesOf(countIn.meter).map(({ offset }) => offset / beat);
  const clicks: Click[] = [];
  const beats = countIn.beats + countIn.pickup;
  for (let gone = 0; gone < beats; gone++) {
    const left = beats - gone;
    const inBar = modulo(-left, countIn.meter.numerator);
    const pulse = pulses.indexOf(inBar);
    if (gone > 0 && pulse < 0) continue;
    if (clickSettings.countIn === 'halves' && left > countIn.meter.numerator && pulse % 2 === 1)
      continue;
    const at = ticks(-left * beat);
    const counted = gone < countIn.beats;
    const kind = counted ? 'count' : inBar === 0 ? 'bar' : 'pulse';
    clicks.push({
      kind,
      ticks: at,
      seconds: secondsAt(tempo, at),
      clickSound: clickSoundOf(clickSettings, kind, 3),
    });
  }
  return clicks;
};

const modulo = (value: number, by: number): number => ((value % by) + by) % by;
