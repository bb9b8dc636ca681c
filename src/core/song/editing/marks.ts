import type { Operation } from '../../base/document';
import {
  barTicks,
  beatTicks,
  type Clock,
  type Fitted,
  fitTempos,
  type Meter,
  noteTicks,
  pulsesOf,
  pulseUnit,
  seconds,
  TICKS_PER_QUARTER,
} from '../../music/time';
import {
  fittedChange,
  formOf,
  type RoadMap,
  type Section,
  tempoOf,
  writtenOrder,
} from '../roadmap';
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
  const place = locate(timeline, seconds(time - map.start.recording));
  if (place.phase !== 'song') return [];
  const { bar, beat, passage } = place;
  const at = {
    bar: bar.played - passage.firstPlayed + 1,
    ticks: (Math.floor(beat) - 1) * beatTicks(bar.meter),
  };
  const { section } = passage;
  return [
    insertRecord('cues', { id: newId(), section, kind: 'listen', at, words: CHECK, byEar: true }),
  ];
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

/** What was heard of a marked section. */
export type HeardSection = Pick<MarkedSection, 'id' | 'from' | 'to' | 'meter'> & {
  readonly bars: number;
  /** When its bars begin after the first, in seconds: one less than it has bars; none where that is not known. */
  readonly barTimes?: readonly number[];
};

/** Bar lines that come within this (s) of those of the recording are as good as on them. */
const WITHIN = 0.03;
/** Digits behind the point that a tempo of the whole song is tried with, roundest first. */
const DIGITS = [0, 1, 2, 3] as const;

/**
 * Bars and tempos as they were heard: one tempo for the song where it brings every bar line within 30 ms of
 * where it was heard, in the roundest number that does. Else each section has the fewest and roundest tempos
 * that do so, ramps among them; what it said of its tempo before is gone.
 */
export const takeHeard = (
  map: RoadMap,
  heard: readonly HeardSection[],
  newId: () => string,
): Operation[] => {
  const opening = writtenOrder(formOf(map))[0]?.id;
  const one = tempoForAll(heard);
  const fits = one === undefined ? runsOf(heard).flatMap(fittedIn) : [];
  let running = Number.NaN;
  return heard.flatMap((section, index) => {
    const { id, bars, meter } = section;
    const fitted = one === undefined ? fits[index]! : [held(one, bars)];
    const [first] = fitted as [Fitted];
    const opens = id === opening;
    if (opens || one !== undefined) running = first.start;
    const whole = fitted.length === 1 ? fittedChange(first, running, meter) : null;
    const own = opens && whole?.kind === 'held' ? null : whole;
    const changes = fitted.length > 1 ? changesIn(section, fitted, running, newId) : [];
    running = fitted.at(-1)!.end;
    return [
      ...setField('sections', id, 'bars', bars),
      ...setField('sections', id, 'tempo', own),
      ...withoutTempos(map, id),
      ...changes,
      ...(opens ? setStart('tempo', tempoOf(first.start, meter)) : []),
    ];
  });
};

/** Tempos that begin at bars of a section. */
const changesIn = (
  { id: section, meter }: HeardSection,
  fitted: readonly Fitted[],
  before: number,
  newId: () => string,
): Operation[] =>
  fitted.flatMap((one, index) => {
    const tempo = fittedChange(one, fitted[index - 1]?.end ?? before, meter);
    const toBar = tempo?.kind === 'ramp' ? one.to : null;
    const bar = one.from + 1;
    return tempo ? insertRecord('timeChanges', { id: newId(), section, bar, toBar, tempo }) : [];
  });

/** What stands in the bars of a section of its tempo is taken away; their meters stay. */
const withoutTempos = (map: RoadMap, section: string): Operation[] =>
  Object.values(map.timeChanges)
    .filter((one) => one.section === section && one.tempo !== null)
    .flatMap(({ id, meter }): Operation[] =>
      meter === null
        ? [{ type: 'remove', in: 'timeChanges', id }]
        : [{ type: 'set', in: 'timeChanges', id, fields: { tempo: null, toBar: null } }],
    );

const held = (quarters: number, bars: number): Fitted => ({
  from: 0,
  to: bars,
  start: quarters,
  end: quarters,
  shape: 'held',
});

const quartersInBar = ({ meter }: HeardSection): number => barTicks(meter) / TICKS_PER_QUARTER;

/** When its bars begin and the last one ends. */
const timesOf = ({ from, to, bars, barTimes = [] }: HeardSection): readonly number[] =>
  barTimes.length === bars - 1
    ? [from, ...barTimes, to]
    : Array.from({ length: bars + 1 }, (_, bar) => from + ((to - from) * bar) / bars);

/** Sections of which each begins where the one before it ends. */
const runsOf = (heard: readonly HeardSection[]): HeardSection[][] => {
  const runs: HeardSection[][] = [];
  heard.forEach((section, index) => {
    if (index > 0 && heard[index - 1]!.to === section.from) runs.at(-1)!.push(section);
    else runs.push([section]);
  });
  return runs;
};

/** The tempos of each section of a run, which begin with it; what one is off, the next makes up for. */
const fittedIn = (run: readonly HeardSection[]): (readonly Fitted[])[] => {
  const bars: Clock['bars'][number][] = [{ quarters: 0, seconds: run[0]!.from }];
  const units: number[] = [];
  const starts: number[] = [];
  for (const section of run) {
    starts.push(units.length);
    for (const seconds of timesOf(section).slice(1)) {
      bars.push({ quarters: bars.at(-1)!.quarters + quartersInBar(section), seconds });
      units.push(noteTicks(pulseUnit(section.meter)) / TICKS_PER_QUARTER);
    }
  }
  const { tempos } = fitTempos({ bars, between: [], units }, starts, WITHIN);
  return run.map(({ bars: count }, index) => {
    const start = starts[index]!;
    return tempos
      .filter(({ from }) => from >= start && from < start + count)
      .map((one) => ({ ...one, from: one.from - start, to: one.to - start }));
  });
};

/** Quarters a minute that all sections keep to; nothing where there are none. */
const tempoForAll = (heard: readonly HeardSection[]): number | undefined => {
  const quarters = heard.reduce((sum, one) => sum + one.bars * quartersInBar(one), 0);
  const mean = (60 * quarters) / heard.reduce((sum, { from, to }) => sum + to - from, 0);
  const rounded = DIGITS.map((digits) => Math.round(mean * 10 ** digits) / 10 ** digits);
  return rounded.find((perMinute) => {
    let at = Number.NaN;
    return heard.every((one, index) => {
      const goesOn = heard[index - 1]?.to === one.from;
      const start = goesOn ? at : one.from;
      const bar = (quartersInBar(one) * 60) / perMinute;
      at = start + one.bars * bar;
      return timesOf(one).every((time, count) => Math.abs(start + count * bar - time) <= WITHIN);
    });
  });
};
