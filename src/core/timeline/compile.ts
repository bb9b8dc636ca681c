import { playedBars, type RoadMap, type Section, sectionsOf } from '../roadmap';
import {
  barTicks,
  beatTicks,
  elapsed,
  type Meter,
  pulsesOf,
  type Seconds,
  seconds,
  type Ticks,
  ticks,
} from '../time';
import { secondsAt } from './locate';
import { type Laid, tempoMap } from './tempoMap';
import type { Click, Lead, Passage, PlayedBar, TempoSegment, Timeline } from './types';

/**
 * Compiles a road map. Every number that is shown, sounded or written to a file is read off the
 * result; nothing else computes a time. The cost grows with the number of bars.
 *
 * @param map a valid road map, so at most 20,000 played bars
 */
export const compile = (map: RoadMap): Timeline => {
  const laid = layOut(map);
  const tempo = tempoMap(map, laid);
  const timeOf = rising(tempo);
  const length = ticks(laid.reduce((sum, one) => sum + one.length, 0));
  const passages = passagesOf(laid, rising(tempo));
  const lead = leadOf(map, laid[0]?.meter ?? map.start.meter, tempo);
  const bars = barsOf(passages, playedBars(map), timeOf);
  const clicks = [...leadClicks(lead, tempo), ...clicksOf(passages, bars, rising(tempo))];
  return { lead, tempo, passages, bars, clicks, ticks: length, seconds: secondsAt(tempo, length) };
};

const layOut = (map: RoadMap): Laid[] => {
  let meter = map.start.meter;
  return sectionsOf(map).map((section) => {
    meter = section.meter ?? meter;
    return { section, meter, length: ticks(barTicks(meter) * section.bars * section.times) };
  });
};

const passagesOf = (laid: readonly Laid[], timeOf: TimeOf): Passage[] => {
  const passages: Passage[] = [];
  let [at, played, written] = [0, 1, 1];
  for (const { section, meter } of laid) {
    const length = barTicks(meter) * section.bars;
    for (let pass = 1; pass <= section.times; pass++) {
      const startSeconds = timeOf(ticks(at));
      passages.push({
        section: section.id,
        name: section.name,
        pass,
        passes: section.times,
        firstPlayed: played,
        firstWritten: written,
        bars: section.bars,
        meter,
        feel: section.feel,
        level: levelOfPass(section, pass),
        click: section.click,
        startTicks: ticks(at),
        ticks: ticks(length),
        startSeconds,
        seconds: seconds(timeOf(ticks(at + length)) - startSeconds),
      });
      at += length;
      played += section.bars;
    }
    written += section.bars;
  }
  return passages;
};

/** A crescendo leads over all times of a section. */
const levelOfPass = ({ level, times }: Section, pass: number): Passage['level'] => {
  const at = (share: number) => level.from + (level.to - level.from) * share;
  return { from: at((pass - 1) / times), to: at(pass / times) };
};

const barsOf = (passages: readonly Passage[], count: number, timeOf: TimeOf): PlayedBar[] => {
  const bars = new Array<PlayedBar>(count);
  passages.forEach((passage, index) => {
    const length = barTicks(passage.meter);
    for (let bar = 0; bar < passage.bars; bar++) {
      const startTicks = ticks(passage.startTicks + bar * length);
      const played = passage.firstPlayed + bar;
      bars[played - 1] = {
        played,
        written: passage.firstWritten + bar,
        passage: index,
        meter: passage.meter,
        startTicks,
        startSeconds: timeOf(startTicks),
      };
    }
  });
  return bars;
};

const clicksOf = (
  passages: readonly Passage[],
  bars: readonly PlayedBar[],
  timeOf: TimeOf,
): Click[] => {
  const clicks: Click[] = [];
  for (const passage of passages) {
    if (!passage.click) continue;
    const pulses = pulsesOf(passage.meter);
    for (let bar = 0; bar < passage.bars; bar++) {
      const start = bars[passage.firstPlayed + bar - 1]!.startTicks;
      for (const { offset, accent } of pulses) {
        const at = ticks(start + offset);
        clicks.push({
          kind: accent === 'none' ? 'pulse' : accent,
          ticks: at,
          seconds: timeOf(at),
        });
      }
    }
  }
  return clicks;
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
