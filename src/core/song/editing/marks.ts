import { apply, type Operation } from '../../base/document';
import {
  barTicks,
  beatTicks,
  type Meter,
  pulsesOf,
  seconds,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { formOf, type RoadMap, roadMapKind, type Section, writtenOrder } from '../roadmap';
import { barAtTicks, locate, type Timeline } from '../timeline';
import { addSection, insertRecord, setField, setStart } from './sections';

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
 * The even beat of a meter: its pulse, or quarters where the pulses differ, of which a bar may have a half.
 *
 * @example tappedIn({ numerator: 6, denominator: 8 }) // => { quarters: 1.5, inBar: 2 }
 * @example tappedIn({ numerator: 7, denominator: 8 }) // => { quarters: 1, inBar: 3.5 }
 */
export const tappedIn = (meter: Meter): Tapped => {
  const starts = pulsesOf(meter).map(({ offset }) => offset);
  const bar = barTicks(meter);
  const lengths = new Set(starts.map((at, index) => (starts[index + 1] ?? bar) - at));
  const quarters = bar / TICKS_PER_QUARTER;
  return lengths.size === 1
    ? { quarters: quarters / starts.length, inBar: starts.length }
    : { quarters: 1, inBar: quarters };
};

/**
 * How many of what is tapped a bar of another meter has.
 *
 * @example tappedInBar({ numerator: 5, denominator: 4 }, tappedIn({ numerator: 4, denominator: 4 })) // => 5
 */
export const tappedInBar = (meter: Meter, { quarters }: Tapped): number =>
  barTicks(meter) / TICKS_PER_QUARTER / quarters;

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

/** A stretch that was heard as a section, by what the drummer calls it, and where it begins, in seconds. */
export type Proposed = { readonly name: string; readonly time: number };

/**
 * Marks several sections at once, in the order of the recording. What is marked already is left as it is: a
 * proposal within two seconds of a mark says nothing new.
 */
export const takeProposed = (
  map: RoadMap,
  proposed: readonly Proposed[],
  newId: () => string,
): Operation[] => {
  const marks = writtenOrder(formOf(map)).flatMap(({ inRecording }) => inRecording ?? []);
  const isNew = ({ time }: Proposed) => marks.every((mark) => Math.abs(mark - time) >= SAME_PLACE);
  let now = map;
  return proposed
    .filter(isNew)
    .sort((a, b) => a.time - b.time)
    .flatMap(({ time, name }) => {
      const { operations } = markSection(now, time, name, newId);
      const applied = apply(roadMapKind, now, operations);
      if (!applied.ok) return [];
      now = applied.value.document;
      return operations;
    });
};

/** Whether a song is only now being written down from its recording: no section waits for its mark. */
export const isTakenDown = (map: RoadMap): boolean =>
  writtenOrder(formOf(map)).every(({ inRecording }) => inRecording !== null);

/** Puts the mark of a section elsewhere; that of the first one takes bar 1 along. */
export const moveMark = (map: RoadMap, id: string, time: number): Operation[] => {
  const at = Math.round(time * 1000) / 1000;
  const isFirst = writtenOrder(formOf(map))[0]?.id === id;
  return [
    ...setField('sections', id, 'inRecording', at),
    ...(isFirst ? setStart('recording', at) : []),
  ];
};

/** What a place is called that is to be listened to once more. */
const CHECK = 'Check by ear';

/**
 * Notes that a place has to be checked by ear, at the beat that it lies in.
 *
 * @param time in seconds of the recording
 * @returns nothing where the map has no bar there
 */
export const checkHere = (
  map: RoadMap,
  timeline: Timeline,
  time: number,
  newId: () => string,
): Operation[] => {
  const place = placeHeard(map, timeline, time);
  return place
    ? [insertRecord('cues', { id: newId(), ...place, kind: 'listen', words: CHECK, byEar: true })]
    : [];
};

/**
 * Notes that a fill begins at the beat that a place lies in; it goes up to the bar line.
 *
 * @param time in seconds of the recording
 * @returns nothing where the map has no bar there
 */
export const fillHere = (
  map: RoadMap,
  timeline: Timeline,
  time: number,
  newId: () => string,
): Operation[] => {
  const place = placeHeard(map, timeline, time);
  return place
    ? [insertRecord('fills', { id: newId(), section: place.section, from: place.at })]
    : [];
};

/** The section and the beat in it that a time (s) of the recording lies in; nothing outside the song. */
const placeHeard = (map: RoadMap, timeline: Timeline, time: number) => {
  const place = locate(timeline, seconds(time - map.start.recording));
  if (place.phase !== 'song') return undefined;
  const { bar, beat, passage } = place;
  const at = {
    bar: bar.played - passage.firstPlayed + 1,
    ticks: (Math.floor(beat) - 1) * beatTicks(bar.meter),
  };
  return { section: passage.section, at };
};

/** A place that is to be checked by ear, where it comes first. */
export type ToCheck = {
  readonly cue: string;
  readonly section: string;
  readonly words: string;
  /** The bar, as it is played, and when it is heard in the recording, in seconds. */
  readonly bar: number;
  readonly time: number;
};

/** The places that are to be checked by ear, in the order in which they are played. */
export const toCheck = (map: RoadMap, timeline: Timeline): ToCheck[] => {
  const found = new Map<string, ToCheck>();
  for (const one of timeline.details) {
    if (one.kind !== 'cue' || !one.detail.byEar || found.has(one.detail.id)) continue;
    const { id: cue, words } = one.detail;
    const { name: section } = timeline.passages[one.passage]!;
    const bar = barAtTicks(timeline, one.startTicks)!.played;
    found.set(cue, { cue, section, words, bar, time: map.start.recording + one.startSeconds });
  }
  return [...found.values()];
};

/** A place is settled: what was noted only to be checked is gone, another cue is sure. */
export const settleCheck = ({ cues }: RoadMap, cue: string): Operation[] =>
  cues[cue]?.words === CHECK
    ? [{ type: 'remove', in: 'cues', id: cue }]
    : setField('cues', cue, 'byEar', false);

/** `Verse`, then `Verse 2`. */
const numbered = (sections: readonly Section[], name: string): string => {
  const count = sections.filter((one) => one.name.replace(/ \d+$/, '') === name).length;
  return count === 0 ? name : `${name} ${count + 1}`;
};
