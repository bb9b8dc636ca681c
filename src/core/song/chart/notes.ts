import { meterText } from '../../music/time';
import {
  type Details,
  everyText,
  fromFirst,
  type Position,
  passesWords,
  positionText,
  type RoadMap,
  type SectionDetails,
  tempoText,
} from '../roadmap';
import type { MeterAt, PlacedDetail, Timeline } from '../timeline';
import type { TellsTempo } from './tempos';
import { levelWords, spanText, timekeeperWords } from './words';

/** Something that stands at a place of a section, as a chart says it. */
export type ChartNote = {
  readonly id: string;
  readonly kind: Kind;
  /** The place in the section as it is typed: `9.3&`, `last.4`; `end` after its last bar. */
  readonly at: string;
  /** The bar of the song, by the page; where the section begins with its first bar the two are the same. */
  readonly songBar: number;
  readonly words: string;
};

/** Details that stand at a place; what differs by pass stands at none. */
type Placed = Omit<Details, 'variations'>;
type Kind = keyof Placed;

/** A section as far as its notes need it. */
type Inside = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly tells: TellsTempo;
  /** Its bars by the page. */
  readonly written: { readonly first: number; readonly bars: number };
  /** The first time that each detail comes by. */
  readonly placed: ReadonlyMap<string, PlacedDetail>;
  readonly meterAt: MeterAt;
};

/** What each kind says, without its place and its passes; what is empty is left out. */
const SAYS: {
  readonly [K in Kind]: (
    detail: Details[K],
    inside: Inside,
  ) => readonly (string | false | null | undefined)[];
} = {
  timeChanges: ({ section, bar, meter, tempo, toBar }, { map, tells }) => [
    meter && meterText(meter),
    ...(tempo && tells(section, bar, tempo)
      ? [
          `tempo ${tempoText(tempo, map.start.tempo.unit)}`,
          tempo.kind === 'ramp' && toBar !== null && `by bar ${toBar}`,
        ]
      : []),
  ],
  grooveChanges: ({ id, to, every, groove, simile }, inside) => [
    groove && (inside.map.patterns[groove]?.name ?? ''),
    simile && 'in the same manner (simile)',
    to && `for ${lengthOf(id, inside)}`,
    everyText(every),
  ],
  dynamics: ({ id, level, timekeeper }, inside) => [
    level && levelWords(level),
    level && level.from !== level.to && `over ${lengthOf(id, inside)}`,
    timekeeper && timekeeperWords(timekeeper),
  ],
  fills: (fill, inside) => [
    fillWords(inside.map, fill),
    lengthOf(fill.id, inside),
    everyText(fill.every),
    LEFT[fill.leaves],
    fill.lands === 'nothing' && 'then no crash',
    fill.lands === 'push' && 'push into the bar',
    fill.notes,
  ],
  hits: ({ id, kind, words, plays, pattern, andBeat, every }, inside) => [
    [hitName(kind, plays), words].filter(Boolean).join(' '),
    pattern ? inside.map.patterns[pattern]?.name : plays !== 'accent' && plays,
    kind === 'stop' && lengthOf(id, inside),
    andBeat && 'and on the beat',
    everyText(every),
  ],
  cues: ({ kind, words, byEar, by }) => [
    `${kind}: ${words}${byEar ? ' (not sure)' : ''}`,
    by && `from ${by}`,
  ],
  fermatas: ({ cue, seconds }) => (cue ? [`fermata until ${cue}`] : ['fermata', `${seconds} s`]),
};

/** What goes on under a fill. */
const LEFT: Readonly<Record<Details['fills']['leaves'], string>> = {
  nothing: '',
  feet: 'the feet go on',
  everything: 'over the groove',
};

/** What a hit is called: one that only makes the groove louder is an accent. */
const hitName = (kind: Details['hits']['kind'], plays: Details['hits']['plays']): string =>
  plays === 'accent' && kind === 'hit' ? 'accent' : kind.replace('-', ' ');

const lengthOf = (id: string, { placed, timeline }: Inside): string => {
  const one = placed.get(id);
  return one ? spanText(timeline, one.startTicks, one.endTicks) : '';
};

/** A fill by its name, and by that of its pattern where that says something else. */
const fillWords = (map: RoadMap, { name, pattern }: Details['fills']): string => {
  const written = map.patterns[pattern ?? '']?.name ?? '';
  const called = name || written;
  const other = written && written.toLowerCase() !== called.toLowerCase() ? ` (${written})` : '';
  return `fill${called ? ` ${called}` : ''}${other}`;
};

/** Where a detail stands; null for the end of its section. */
const placeOf = (detail: Placed[Kind]): Position | null => {
  if ('bar' in detail) return { bar: detail.bar, ticks: 0 };
  return 'from' in detail ? detail.from : detail.at;
};

/** After the last bar. */
const END: Position = { bar: -1, ticks: Number.POSITIVE_INFINITY };

/** What stands in a section, in the order of its bars. */
export const notesOf = (own: SectionDetails, inside: Inside): ChartNote[] => {
  const { written, meterAt } = inside;
  const barOf = ({ bar }: Position) => fromFirst(bar, written.bars);
  // Where passes differ in length, the last bar has no one number.
  const alike = own.variations.every(({ bars }) => bars === null);
  const all = <K extends Kind>(kind: K) =>
    own[kind].map((detail) => ({
      id: detail.id,
      kind,
      place: placeOf(detail),
      words: [...SAYS[kind](detail, inside), detail.passes && passesWords(detail.passes)]
        .filter(Boolean)
        .join(', '),
    }));
  return [
    ...all('timeChanges'),
    ...all('grooveChanges'),
    ...all('dynamics'),
    ...all('fills'),
    ...all('hits'),
    ...all('cues'),
    ...all('fermatas'),
  ]
    .filter(({ words }) => words !== '')
    .map((one) => ({ ...one, order: one.place ?? END }))
    .sort((a, b) => barOf(a.order) - barOf(b.order) || a.order.ticks - b.order.ticks)
    .map(({ id, kind, place, words, order }) => ({
      id,
      kind,
      at: place
        ? positionText(alike ? { ...place, bar: barOf(place) } : place, meterAt(place.bar))
        : 'end',
      songBar: written.first + barOf(order) - 1,
      words,
    }));
};
