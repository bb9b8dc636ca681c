import type { Operation } from '../../base/document';
import {
  beatTicks,
  type Meter,
  noteTicks,
  pulsesOf,
  pulseUnit,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { formOf, type RoadMap, type Section, writtenOrder } from '../roadmap';
import type { Timeline } from '../timeline';
import { addSection, setField, setStart } from './sections';

/** A section whose beginning was marked in the recording, up to the next mark. */
export type MarkedSection = {
  readonly id: string;
  readonly name: string;
  /** In seconds of the recording. */
  readonly from: number;
  readonly to: number;
  /** How many bars the map has there. */
  readonly bars: number;
  /** Whether it is played there once and nothing else, so that the bars are its own. */
  readonly isAlone: boolean;
  readonly meter: Meter;
};

/**
 * The sections that are marked, in the order in which they are played.
 *
 * @param end where the recording ends, or its last beat, in seconds
 */
export const markedSections = (map: RoadMap, timeline: Timeline, end: number): MarkedSection[] => {
  const marks = timeline.passages.flatMap((passage, index) => {
    const at = map.sections[passage.section]?.inRecording ?? null;
    return passage.pass === 1 && at !== null ? [{ passage, index, at }] : [];
  });
  return marks.flatMap(({ passage, index, at }, mark) => {
    const next = marks[mark + 1];
    const to = next?.at ?? map.start.recordingEnd ?? end;
    if (to <= at) return [];
    const played = timeline.passages.slice(index, next?.index);
    return {
      id: passage.section,
      name: passage.name,
      from: at,
      to,
      bars: played.reduce((sum, one) => sum + one.bars, 0),
      isAlone: played.length === 1,
      meter: passage.meter,
    };
  });
};

/** What a foot taps in a meter: how long that is in quarters, and how often a bar has it. */
export type Tapped = { readonly quarters: number; readonly inBar: number };

/**
 * The even beat of a meter: its pulse, or its bar where the pulses differ.
 *
 * @example tappedIn({ numerator: 6, denominator: 8 }) // => { quarters: 1.5, inBar: 2 }
 * @example tappedIn({ numerator: 7, denominator: 8 }) // => { quarters: 3.5, inBar: 1 }
 */
export const tappedIn = (meter: Meter): Tapped => {
  const starts = pulsesOf(meter).map(({ offset }) => offset);
  const bar = (meter.numerator * beatTicks(meter)) / TICKS_PER_QUARTER;
  const lengths = new Set(
    starts.map((at, index) => (starts[index + 1] ?? bar * TICKS_PER_QUARTER) - at),
  );
  return lengths.size === 1
    ? { quarters: bar / starts.length, inBar: starts.length }
    : { quarters: bar, inBar: 1 };
};

/** How near (s) a mark of the same section has to be to be put right rather than made anew. */
const SAME_PLACE = 2;

/**
 * Marks where a section begins: the next one that has no mark, or with a name a new one, numbered where there
 * is one of that name. A first section that is made so says where bar 1 is.
 *
 * @param time in seconds of the recording
 * @returns the section that is marked, and how
 */
export const markSection = (
  map: RoadMap,
  time: number,
  name: string | undefined,
  newId: () => string,
): { readonly id: string; readonly operations: readonly Operation[] } => {
  const at = Math.round(time * 1000) / 1000;
  const written = writtenOrder(formOf(map));
  const before = written.findLast(({ inRecording }) => inRecording !== null && inRecording <= at);
  const here = before && at - before.inRecording! < SAME_PLACE ? before : undefined;
  const behind = written.slice(before ? written.indexOf(before) + 1 : 0);
  const next = behind[0]?.inRecording === null ? behind[0] : undefined;
  const marked = name === undefined ? (here ?? next) : undefined;
  if (marked) return { id: marked.id, operations: moveMark(map, marked.id, at) };
  const opens = written.length === 0 ? setStart('recording', at) : [];
  const id = newId();
  const called =
    name === undefined ? [] : setField('sections', id, 'name', numbered(written, name));
  return {
    id,
    operations: [
      ...addSection(map, id, before?.id),
      ...called,
      ...setField('sections', id, 'inRecording', at),
      ...opens,
    ],
  };
};

/** Puts the mark of a section elsewhere; that of the first one takes bar 1 along. */
export const moveMark = (map: RoadMap, id: string, time: number): Operation[] => {
  const at = Math.round(time * 1000) / 1000;
  const isFirst = writtenOrder(formOf(map))[0]?.id === id;
  return [
    ...setField('sections', id, 'inRecording', at),
    ...(isFirst ? setStart('recording', at) : []),
  ];
};

/** `Verse`, then `Verse 2`. */
const numbered = (sections: readonly Section[], name: string): string => {
  const count = sections.filter((one) => one.name.replace(/ \d+$/, '') === name).length;
  return count === 0 ? name : `${name} ${count + 1}`;
};

/** What was heard of a marked section. */
export type HeardSection = Pick<MarkedSection, 'id' | 'from' | 'to' | 'meter'> & {
  readonly bars: number;
};

/** A tempo that brings every section to within this (s) of its mark is as good as one for each. */
const WITHIN = 0.03;
/** Digits behind the point that a tempo of the whole song is tried with, roundest first. */
const DIGITS = [0, 1, 2, 3] as const;

/**
 * Bars and tempos as they were heard: one tempo for the song where it brings every section to its mark, in the
 * roundest number that does, else one for each section.
 */
export const takeHeard = (map: RoadMap, heard: readonly HeardSection[]): Operation[] => {
  const opening = writtenOrder(formOf(map))[0]?.id;
  const one = tempoForAll(heard);
  return heard.flatMap((section) => {
    const { id, bars, meter } = section;
    const unit = pulseUnit(meter);
    const perMinute = perMinuteIn(meter, one ?? quartersIn(section) / secondsOf(section));
    const opens = id === opening;
    const own = opens || one !== undefined ? null : ({ kind: 'held', perMinute, unit } as const);
    return [
      ...setField('sections', id, 'bars', bars),
      ...setField('sections', id, 'tempo', own),
      ...(opens ? setStart('tempo', { perMinute, unit }) : []),
    ];
  });
};

const quartersIn = ({ bars, meter }: HeardSection): number =>
  (bars * meter.numerator * 4) / meter.denominator;
const secondsOf = ({ from, to }: HeardSection): number => to - from;

/** Quarters a second as a tempo in the pulse of a meter, to a thousandth. */
const perMinuteIn = (meter: Meter, quarters: number): number =>
  Math.round((quarters * 60 * 1000 * TICKS_PER_QUARTER) / noteTicks(pulseUnit(meter))) / 1000;

/** Quarters a second that all sections keep to; nothing where there are none. */
const tempoForAll = (heard: readonly HeardSection[]): number | undefined => {
  const all = heard.reduce((sum, one) => sum + quartersIn(one), 0);
  const mean = all / heard.reduce((sum, one) => sum + secondsOf(one), 0);
  const rounded = DIGITS.map((digits) => Math.round(mean * 60 * 10 ** digits) / 10 ** digits / 60);
  return rounded.find((quarters) => {
    let at = Number.NaN;
    return heard.every((one, index) => {
      const goesOn = heard[index - 1]?.to === one.from;
      at = (goesOn ? at : one.from) + quartersIn(one) / quarters;
      return Math.abs(at - one.to) <= WITHIN;
    });
  });
};
