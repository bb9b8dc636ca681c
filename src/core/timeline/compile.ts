import type { RoadMap } from '../roadmap';
import {
  beatTicks,
  elapsed,
  type Meter,
  pulsesOf,
  type Seconds,
  seconds,
  type Ticks,
  ticks,
} from '../time';
import { asPauses, pausesOf, placeDetails, placeHolds } from './details';
import { type Laid, layOut, levelOf } from './layOut';
import { secondsAt } from './locate';
import { tempoMap } from './tempoMap';
import type { Click, Lead, Passage, PlayedBar, TempoSegment, Timeline } from './types';

/**
 * Compiles a road map. Every number that is shown, sounded or written to a file is read off the
 * result; nothing else computes a time. The cost grows with the number of bars.
 *
 * @param map a valid road map, so at most 20,000 played bars
 */
export const compile = (map: RoadMap): Timeline => {
  const laid = layOut(map);
  const holds = pausesOf(laid.passes);
  const tempo = tempoMap(map, laid.passes, asPauses(holds));
  const last = laid.passes.at(-1);
  const length = ticks(last ? last.startTicks + last.length : 0);
  const passages = passagesOf(laid, rising(tempo));
  const lead = leadOf(map, laid.meter, tempo);
  const bars = barsOf(laid, rising(tempo));
  const clicks = leadClicks(lead, tempo);
  addClicks(clicks, passages, bars, rising(tempo));
  const timeOf = (position: Ticks) => secondsAt(tempo, position);
  return {
    lead,
    tempo,
    passages,
    bars,
    clicks,
    details: placeDetails(laid.passes, timeOf),
    holds: placeHolds(holds, timeOf),
    written: laid.written,
    ticks: length,
    seconds: timeOf(length),
  };
};

const passagesOf = ({ passes, written }: Laid, timeOf: TimeOf): Passage[] =>
  passes.map((pass): Passage => {
    const { section, resolved, bars, startTicks, length } = pass;
    const startSeconds = timeOf(startTicks);
    return {
      section: section.id,
      name: section.name,
      pass: pass.pass,
      passes: pass.of,
      time: pass.time,
      times: section.times,
      trail: pass.trail.map(({ repeat, pass: through }) => ({
        repeat: repeat.id,
        pass: through,
        of: repeat.times,
      })),
      firstPlayed: pass.firstPlayed,
      firstWritten: written.get(section.id)!.first,
      bars: bars.length,
      meter: bars[0]!.meter,
      part: resolved.part?.id,
      phrase: resolved.phrase,
      feel: resolved.feel,
      hats: resolved.hats,
      groove: resolved.groove ?? undefined,
      level: levelOf(pass),
      click: resolved.click,
      tacet: resolved.tacet,
      vamp: section.vamp?.cue,
      startTicks,
      ticks: length,
      startSeconds,
      seconds: seconds(timeOf(ticks(startTicks + length)) - startSeconds),
    };
  });

/** All bars, with their numbers on the page and their times filled in. */
const barsOf = ({ passes, written }: Laid, timeOf: TimeOf): PlayedBar[] => {
  const bars: PlayedBar[] = [];
  for (const pass of passes) {
    let next = written.get(pass.section.id)!.first;
    for (const bar of pass.bars) {
      bar.written = next++;
      bar.startSeconds = timeOf(bar.startTicks);
      bars.push(bar);
    }
  }
  return bars;
};

/** Adds the clicks of all bars behind those of the lead. */
const addClicks = (
  clicks: Click[],
  passages: readonly Passage[],
  bars: readonly PlayedBar[],
  timeOf: TimeOf,
) => {
  let meter: Meter | undefined;
  let pulses: ReturnType<typeof pulsesOf> = [];
  for (const bar of bars) {
    if (!passages[bar.passage]!.click) continue;
    if (bar.meter !== meter) pulses = pulsesOf(bar.meter);
    meter = bar.meter;
    for (const { offset, accent } of pulses) {
      const at = ticks(bar.startTicks + offset);
      clicks.push({ kind: accent === 'none' ? 'pulse' : accent, ticks: at, seconds: timeOf(at) });
    }
  }
};

const leadOf = (map: RoadMap, meter: Meter, tempo: readonly TempoSegment[]): Lead => {
  const { countIn, pickup } = map.start;
  const length = ticks((countIn + pickup) * beatTicks(meter));
  return {
    countIn,
    pickup,
    ticks: length,
    seconds: seconds(Math.abs(secondsAt(tempo, ticks(-length)))),
    meter,
  };
};

/**
 * Clicks before bar 1: the pulses of bars counted back from bar 1, and always the very first beat.
 * A count of six in 4/4 with a pickup of two so begins on beat 1, and the pickup on beat 3.
 */
const leadClicks = (lead: Lead, tempo: readonly TempoSegment[]): Click[] => {
  const beat = beatTicks(lead.meter);
  const pulses = pulsesOf(lead.meter).map(({ offset }) => offset / beat);
  const clicks: Click[] = [];
  const beats = lead.countIn + lead.pickup;
  for (let gone = 0; gone < beats; gone++) {
    const inBar = modulo(gone - beats, lead.meter.numerator);
    if (gone > 0 && !pulses.includes(inBar)) continue;
    const at = ticks((gone - beats) * beat);
    const counted = gone < lead.countIn;
    const kind = counted ? 'count' : inBar === 0 ? 'bar' : 'pulse';
    clicks.push({ kind, ticks: at, seconds: secondsAt(tempo, at) });
  }
  return clicks;
};

const modulo = (value: number, by: number): number => ((value % by) + by) % by;

type TimeOf = (position: Ticks) => Seconds;

/**
 * `secondsAt` for positions asked for in rising order: it walks the tempo map once instead of
 * searching it each time. A test holds the two together.
 */
const rising = (tempo: readonly TempoSegment[]): TimeOf => {
  let index = 0;
  return (position) => {
    while (index + 1 < tempo.length && tempo[index + 1]!.startTicks <= position) index++;
    const segment = tempo[index];
    if (!segment) return seconds(0);
    return seconds(segment.startSeconds + elapsed(segment, ticks(position - segment.startTicks)));
  };
};
