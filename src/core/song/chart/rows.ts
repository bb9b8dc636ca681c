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
  passesWords,
  type RoadMap,
  resolve,
  type Section,
  tempoText,
} from '../roadmap';
import { type PlacedDetail, type Timeline, writtenMeters } from '../timeline';
import { type ChartNote, notesOf } from './notes';
import { type TellsTempo, tellsTempo } from './tempos';
import { dynamicsText, levelWords, timekeeperWords } from './words';

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
  /** What to mind in it. */
  readonly minds: string;
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
  const tells = tellsTempo(map, timeline);
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
      how: howWords(map, section, tells),
      minds: section.notes,
      passes: own.variations.map(
        (one) => `${passesWords(one.passes)}: ${variationWords(map, one)}`,
      ),
      notes: notesOf(own, {
        map,
        timeline,
        tells,
        written: timeline.written.get(section.id) ?? { first: 0, bars: 0 },
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
    starts.length > 1 && starts.length <= 6
      ? ` (played from bar ${listed(starts.map(String))})`
      : '';
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
const howWords = (map: RoadMap, section: Section, tells: TellsTempo): string[] => {
  const { timekeeper, feel, tacet, part, groove, sticks, snares } = resolve(map, section);
  const said = feelText(feel);
  return [
    tacet ? 'no drums' : groove ? '' : (part?.name ?? ''),
    said === 'straight' ? '' : said,
    timekeeper && !tacet ? timekeeperWords(timekeeper) : '',
    sticks !== 'sticks' && !tacet ? `with ${sticks}` : '',
    snares === 'off' && !tacet ? 'snares off' : '',
    section.meter ? `in ${meterText(section.meter)}` : '',
    section.tempo && tells(section.id, 1, section.tempo)
      ? `tempo ${tempoText(section.tempo, map.start.tempo.unit)}`
      : '',
    section.click ? '' : 'no click',
  ].filter(Boolean);
};

/** What a difference by pass says. */
export const variationWords = (map: RoadMap, one: Details['variations']): string =>
  [
    one.bars !== null && `${one.bars} bars`,
    one.level && levelWords(one.level),
    one.part && map.parts[one.part]?.name,
    one.groove && map.patterns[one.groove]?.name,
    one.feel && feelText(one.feel),
    one.timekeeper && timekeeperWords(one.timekeeper),
    one.tempo && `tempo ${tempoText(one.tempo, map.start.tempo.unit)}`,
    one.tacet !== null && (one.tacet ? 'no drums' : 'with drums'),
    one.click !== null && (one.click ? 'with click' : 'no click'),
  ]
    .filter(Boolean)
    .join(', ');
