import { listed } from '../../base/words';
import { meterText } from '../../music/time';
import { type Row, rowsOf } from '../editing';
import {
  countedAs,
  type Details,
  detailsBySection,
  feelText,
  isOdd,
  type LevelRange,
  NO_DETAILS,
  type Passes,
  type Position,
  passesWords,
  positionText,
  type RoadMap,
  resolve,
  type Section,
  type SectionDetails,
  tempoText,
} from '../roadmap';
import { type PlacedDetail, type Timeline, writtenMeters } from '../timeline';
import { dynamicsText, levelWords, spanText, timekeeperWords } from './words';

/** Something that stands at a place of a section, as a chart says it. */
export type ChartNote = {
  readonly id: string;
  readonly kind: 'fill' | 'hit' | 'dynamics' | 'cue' | 'fermata' | 'time';
  /** The place in the section as it is typed: `9.3&`, `last.4`; `end` after its last bar. */
  readonly at: string;
  /** The bar of the song, by the page; where the section begins with its first bar the two are the same. */
  readonly songBar: number;
  readonly words: string;
};

/** A section as a line of a chart. */
export type SectionRow = {
  readonly kind: 'section';
  readonly id: string;
  readonly depth: number;
  readonly name: string;
  /** The bar of the song that it begins with, by the page. */
  readonly bar: number;
  /** Its bars as they are counted: `8`, or `4+3`. */
  readonly counted: string;
  readonly odd: boolean;
  readonly times: number;
  /** What ends it, where it is repeated until somebody gives the cue. */
  readonly until: string | undefined;
  readonly tacet: boolean;
  readonly level: LevelRange;
  readonly dynamics: string;
  /** The name of the pattern that it plays. */
  readonly groove: string | undefined;
  /** What else holds all through it: part, feel, timekeeper, meter, tempo, click. */
  readonly how: readonly string[];
  /** What is different on some of its passes, each as a sentence. */
  readonly passes: readonly string[];
  /** What stands in it, in the order of its bars. */
  readonly notes: readonly ChartNote[];
};

/** A line of a chart: a section, or what stands around some of them. */
export type ChartRow =
  | SectionRow
  | {
      readonly kind: 'bracket';
      readonly id: string;
      readonly depth: number;
      readonly words: string;
    };

/** A song as a chart says it, folded, line by line: what is printed, sent and written to files. */
export const chartRows = (map: RoadMap, timeline: Timeline): ChartRow[] => {
  const details = detailsBySection(map);
  const meters = writtenMeters(map);
  const placed = new Map<string, PlacedDetail>();
  for (const one of timeline.details)
    if (!placed.has(one.detail.id)) placed.set(one.detail.id, one);
  return rowsOf(map).map((row): ChartRow => {
    if (row.kind !== 'section')
      return { kind: 'bracket', id: row.id, depth: row.depth, words: bracketWords(row, timeline) };
    const { section, depth } = row;
    const whole = resolve(map, section);
    const { bars, phrase, tacet, level, groove } = whole;
    const own = details.get(section.id) ?? NO_DETAILS;
    return {
      kind: 'section',
      id: section.id,
      depth,
      name: section.name,
      bar: timeline.written.get(section.id)?.first ?? 0,
      counted: countedAs(bars, phrase),
      odd: isOdd(bars, phrase),
      times: section.times,
      until: section.vamp ? section.vamp.cue || 'the cue' : undefined,
      tacet,
      level,
      dynamics: dynamicsText(level),
      groove: tacet ? undefined : map.patterns[groove ?? '']?.name,
      how: howWords(map, section),
      passes: own.variations.map(
        (one) => `${passesWords(one.passes)}: ${variationWords(map, one)}`,
      ),
      notes: notesOf({
        map,
        timeline,
        section,
        own,
        placed,
        meterAt: meters.get(section.id) ?? (() => map.start.meter),
      }),
    };
  });
};

/** A repeat's or an ending's row in words, with the bars that a repeat takes as it is played. */
const bracketWords = (row: Exclude<Row, { kind: 'section' }>, timeline: Timeline): string => {
  if (row.kind === 'ending') {
    const words = passesWords(row.node.ending.passes);
    return `${words[0]?.toUpperCase()}${words.slice(1)}`;
  }
  const { id, times, vamp } = row.node.repeat;
  const starts = startsOf(id, timeline);
  const from =
    starts.length > 1 && starts.length <= 6 ? ` (from bar ${listed(starts.map(String))})` : '';
  return `${times} times${vamp ? `, or until ${vamp.cue || 'the cue'}` : ''}${from}`;
};

/** The played bar with which each pass of a repeat begins. */
const startsOf = (repeat: string, { passages }: Timeline): number[] => {
  const starts: number[] = [];
  let before: string | undefined;
  for (const { trail, firstPlayed } of passages) {
    const level = trail.findIndex((one) => one.repeat === repeat);
    const here = level < 0 ? undefined : JSON.stringify(trail.slice(0, level + 1));
    if (here !== undefined && here !== before) starts.push(firstPlayed);
    before = here;
  }
  return starts;
};

/** What holds all through a section, its level and its groove left out. */
const howWords = (map: RoadMap, section: Section): string[] => {
  const { timekeeper, feel, tacet, part, groove } = resolve(map, section);
  const said = feelText(feel);
  return [
    tacet ? 'no drums' : groove ? '' : (part?.name ?? ''),
    said === 'straight' ? '' : said,
    timekeeper && !tacet ? timekeeperWords(timekeeper) : '',
    section.meter ? `in ${meterText(section.meter)}` : '',
    section.tempo ? `tempo ${tempoText(section.tempo, map.start.tempo.unit)}` : '',
    section.click ? '' : 'no click',
  ].filter(Boolean);
};

/** What a difference by pass says. */
export const variationWords = (map: RoadMap, one: Details['variations']): string =>
  [
    one.bars !== null && `${one.bars} bars`,
    one.level && levelWords(one.level),
    one.part && map.parts[one.part]?.name,
    one.feel && feelText(one.feel),
    one.timekeeper && timekeeperWords(one.timekeeper),
    one.tempo && `tempo ${tempoText(one.tempo, map.start.tempo.unit)}`,
    one.tacet !== null && (one.tacet ? 'no drums' : 'with drums'),
    one.click !== null && (one.click ? 'with click' : 'no click'),
  ]
    .filter(Boolean)
    .join(', ');

type Inside = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly section: Section;
  readonly own: SectionDetails;
  /** The first time that each detail comes by. */
  readonly placed: ReadonlyMap<string, PlacedDetail>;
  readonly meterAt: (bar: number) => RoadMap['start']['meter'];
};

type Draft = Omit<ChartNote, 'at' | 'songBar'> & {
  /** Null for the end of the section. */
  readonly place: Position | null;
  readonly passes: Passes | null;
};

const notesOf = ({ map, timeline, section, own, placed, meterAt }: Inside): ChartNote[] => {
  const written = timeline.written.get(section.id) ?? { first: 0, bars: 0 };
  const barOf = (place: Position) => (place.bar > 0 ? place.bar : written.bars + 1 + place.bar);
  // Where passes differ in length, the last bar has no one number.
  const alike = own.variations.every(({ bars }) => bars === null);
  const last = (id: string): string => {
    const one = placed.get(id);
    return one ? spanText(timeline, one.startTicks, one.endTicks) : '';
  };
  const drafts: Draft[] = [
    ...own.timeChanges.map(
      (one): Draft => ({
        id: one.id,
        kind: 'time',
        place: { bar: one.bar, ticks: 0 },
        passes: one.passes,
        words: [
          one.meter && meterText(one.meter),
          one.tempo && `tempo ${tempoText(one.tempo, map.start.tempo.unit)}`,
          one.tempo?.kind === 'ramp' && one.toBar !== null && `by bar ${one.toBar}`,
        ]
          .filter(Boolean)
          .join(', '),
      }),
    ),
    ...own.dynamics.map(
      (one): Draft => ({
        id: one.id,
        kind: 'dynamics',
        place: one.at,
        passes: one.passes,
        words: [
          one.level && levelWords(one.level),
          one.level && one.level.from !== one.level.to && `over ${last(one.id)}`,
          one.timekeeper && timekeeperWords(one.timekeeper),
        ]
          .filter(Boolean)
          .join(', '),
      }),
    ),
    ...own.fills.map(
      (one): Draft => ({
        id: one.id,
        kind: 'fill',
        place: one.from,
        passes: one.passes,
        words: [
          fillWords(map, one),
          last(one.id),
          one.lands === 'nothing' && 'then no crash',
          one.lands === 'push' && 'push into the bar',
        ]
          .filter(Boolean)
          .join(', '),
      }),
    ),
    ...own.hits.map(
      (one): Draft => ({
        id: one.id,
        kind: 'hit',
        place: one.at,
        passes: one.passes,
        words: [
          `${one.kind.replace('-', ' ')}${one.words ? ` ${one.words}` : ''}`,
          one.kind === 'stop' && last(one.id),
        ]
          .filter(Boolean)
          .join(', '),
      }),
    ),
    ...own.cues.map(
      (one): Draft => ({
        id: one.id,
        kind: 'cue',
        place: one.at,
        passes: one.passes,
        words: `${one.kind}: ${one.words}${one.byEar ? ' (not sure)' : ''}${one.by ? `, from ${one.by}` : ''}`,
      }),
    ),
    ...own.fermatas.map(
      (one): Draft => ({
        id: one.id,
        kind: 'fermata',
        place: one.at,
        passes: one.passes,
        words: one.cue ? `fermata until ${one.cue}` : `fermata, ${one.seconds} s`,
      }),
    ),
  ];
  const END: Position = { bar: -1, ticks: Number.POSITIVE_INFINITY };
  const order = ({ place }: Draft) => place ?? END;
  return drafts
    .sort((a, b) => barOf(order(a)) - barOf(order(b)) || order(a).ticks - order(b).ticks)
    .map(({ id, kind, place, passes, words }) => ({
      id,
      kind,
      at: place
        ? positionText(alike ? { ...place, bar: barOf(place) } : place, meterAt(place.bar))
        : 'end',
      songBar: written.first + barOf(place ?? END) - 1,
      words: passes ? `${words}, ${passesWords(passes)}` : words,
    }));
};

/**
 * A fill by its name, and by that of its pattern where that says something else.
 */
const fillWords = (map: RoadMap, { name, pattern }: Details['fills']): string => {
  const written = map.patterns[pattern ?? '']?.name ?? '';
  const called = name || written;
  const other = written && written.toLowerCase() !== called.toLowerCase() ? ` (${written})` : '';
  return `fill${called ? ` ${called}` : ''}${other}`;
};
