import type { ClickSettings } from '../../music/click';
import { patternTicks } from '../../music/kit';
import { beatTicks, seconds, type Ticks, ticks } from '../../music/time';
import type { RoadMap } from '../roadmap';
import { barClicks, countInClicks, settingsOf } from './clicks';
import { asPauses, pausesOf, placeDetails, placeFermatas } from './details';
import { type LaidOutSong, layOut, levelOf } from './layOut';
import { rising, secondsAt, type TimeOf } from './locate';
import { tempoMap } from './tempoMap';
import type { CountIn, Passage, PlayedBar, TempoSegment, Timeline } from './types';

/**
 * Compiles a road map. Every number that is shown, sounded or written to a file is read off the
 * result; nothing else computes a time. The cost grows with the number of bars.
 *
 * @param map a valid road map, so at most 20,000 played bars
 * @param above what band and set say of the click, the outermost first
 */
export const compile = (map: RoadMap, above: readonly ClickSettings[] = []): Timeline => {
  const laid = layOut(map);
  const fermatas = pausesOf(laid.passes);
  const tempo = tempoMap(map, laid.passes, asPauses(fermatas));
  const last = laid.passes.at(-1);
  const length = ticks(last ? last.startTicks + last.length : 0);
  const settingsFor = settingsOf(map, above);
  const passages = passagesOf(laid, rising(tempo), settingsFor);
  const countIn = countInOf(map, laid.meter, tempo);
  const bars = barsOf(laid, rising(tempo));
  const clicks = [
    ...countInClicks(countIn, passages[0]?.clickSettings ?? settingsFor(null), tempo),
    ...barClicks(passages, bars, rising(tempo), tempo),
  ];
  const timeOf = (position: Ticks) => secondsAt(tempo, position);
  return {
    countIn,
    tempo,
    passages,
    bars,
    clicks,
    details: placeDetails(laid.passes, {
      timeOf,
      earliest: -countIn.ticks,
      lasts: (id) => map.patterns[id ?? ''] && patternTicks(map.patterns[id ?? '']!),
    }),
    fermatas: placeFermatas(fermatas, timeOf),
    written: laid.written,
    ticks: length,
    seconds: timeOf(length),
  };
};

const passagesOf = (
  { passes, written }: LaidOutSong,
  timeOf: TimeOf,
  settingsFor: ReturnType<typeof settingsOf>,
): Passage[] =>
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
      timekeeper: resolved.timekeeper,
      sticks: resolved.sticks,
      snares: resolved.snares,
      groove: resolved.groove ?? undefined,
      level: levelOf(pass),
      click: resolved.click,
      clickSettings: settingsFor(section.clickSettings),
      tacet: resolved.tacet,
      vamp: section.vamp?.cue,
      startTicks,
      ticks: length,
      startSeconds,
      seconds: seconds(timeOf(ticks(startTicks + length)) - startSeconds),
    };
  });

/** All bars, with their numbers on the page and their times filled in. */
const barsOf = ({ passes, written }: LaidOutSong, timeOf: TimeOf): PlayedBar[] => {
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

const countInOf = (
  map: RoadMap,
  meter: CountIn['meter'],
  tempo: readonly TempoSegment[],
): CountIn => {
  const { countIn, pickup } = map.start;
  const length = ticks((countIn + pickup) * beatTicks(meter));
  return {
    beats: countIn,
    pickup,
    ticks: length,
    seconds: seconds(Math.abs(secondsAt(tempo, ticks(-length)))),
    meter,
  };
};
