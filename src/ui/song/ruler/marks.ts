import { patternTicks } from '@/core/music/kit';
import { barTicks, meterText } from '@/core/music/time';
import { detailsIn } from '@/core/song/editing';
import {
  type DetailName,
  type Details,
  type Every,
  everyText,
  fromFirst,
  type Position,
  passesText,
  type RoadMap,
  tempoText,
} from '@/core/song/roadmap';
import type { MeterAt } from '@/core/song/timeline';

/** A piece of a mark that lies in one bar, in ticks from its line. */
export type Span = {
  readonly bar: number;
  readonly from: number;
  /** Undefined where it is a point. */
  readonly to: number | undefined;
  readonly first: boolean;
  /** Whether it is a later coming of what comes again. */
  readonly again: boolean;
};

/** Something that stands in the section, as the ruler shows it. */
export type Mark = {
  readonly id: string;
  readonly where: DetailName;
  readonly detail: Details[DetailName];
  /** What it looks like. */
  readonly kind: string;
  readonly label: string;
  readonly title: string;
  readonly start: Position;
  readonly spans: readonly Span[];
  /** From the top: marks that lie over one another get rows of their own. */
  readonly row: number;
};

/** All that stands in a section, placed in its bars; what has no bar there is left to the remarks. */
export const marksOf = (map: RoadMap, section: string, bars: number, meterAt: MeterAt): Mark[] => {
  const marks = detailsIn(map, section)
    .filter(({ where }) => where !== 'variations')
    .flatMap(({ where, detail }) => {
      const shown = shownAs(map, where, detail);
      const range = rangeOf(map, where, detail, bars, meterAt);
      return range ? [{ id: detail.id, where, detail, ...shown, ...range }] : [];
    })
    .sort((a, b) => a.start.bar - b.start.bar || a.start.ticks - b.start.ticks);
  const rows: number[] = [];
  return marks.map(({ end, ...mark }) => {
    const from = mark.start.bar * BAR + mark.start.ticks;
    const found = rows.findIndex((until) => until <= from);
    const row = found < 0 ? rows.length : found;
    // A point takes as much room as its words.
    rows[row] = Math.max(end, from + Math.max(0.7, mark.label.length / 9) * 80_640);
    return { ...mark, row };
  });
};

/** Longer than any bar, to put places in order. */
const BAR = 32 * 80_640;

const wordsOf = (detail: Details[DetailName]): string =>
  ('words' in detail && detail.words) || ('name' in detail && detail.name) || '';

const shownAs = (map: RoadMap, where: DetailName, detail: Details[DetailName]) => {
  const { every } = detail as Placed;
  const on = [every && `, ${everyText(every)}`, detail.passes && ` (${passesText(detail.passes)})`]
    .filter(Boolean)
    .join('');
  const words = wordsOf(detail as never);
  const show = (kind: string, label: string) => ({
    kind,
    label: label + on,
    title: `${kind}${words ? `: ${words}` : ''}${on}`,
  });
  if (where === 'fills')
    return show(
      'fill',
      words || map.patterns[(detail as Details['fills']).pattern ?? '']?.name || 'fill',
    );
  if (where === 'hits') {
    const { kind, plays, pattern } = detail as Details['hits'];
    const played = map.patterns[pattern ?? '']?.name ?? (plays === 'accent' ? '' : plays);
    const called = plays === 'accent' && kind === 'hit' ? 'accent' : kind;
    return show(kind, [called, played && `(${played})`, words].filter(Boolean).join(' '));
  }
  if (where === 'grooveChanges') {
    const { groove, simile } = detail as Details['grooveChanges'];
    const named = map.patterns[groove ?? '']?.name;
    return show('groove', [named, simile && 'in the same manner'].filter(Boolean).join(', '));
  }
  if (where === 'cues') return show('cue', words + ((detail as Details['cues']).byEar ? '?' : ''));
  if (where === 'fermatas') {
    const { seconds, cue } = detail as Details['fermatas'];
    return show('fermata', cue ? `fermata: ${cue}` : `fermata ${seconds} s`);
  }
  if (where === 'timeChanges') {
    const { meter, tempo } = detail as Details['timeChanges'];
    const text = [meter && meterText(meter), tempo && tempoText(tempo, map.start.tempo.unit)];
    return show('turn', text.filter(Boolean).join(' '));
  }
  const { level, timekeeper } = detail as Details['dynamics'];
  const said = [
    level && `level ${level.from}${level.to === level.from ? '' : ` > ${level.to}`}`,
    timekeeper,
  ];
  return show('dynamics', said.filter(Boolean).join(', '));
};

type Range = { readonly start: Position; readonly spans: Span[]; readonly end: number };

/** The fields in which details say where they stand. */
type Placed = {
  readonly at?: Position | null;
  readonly from?: Position;
  readonly to?: Position | 'end' | null;
  readonly bar?: number;
  readonly every?: Every;
  readonly pattern?: string | null;
};

const rangeOf = (
  map: RoadMap,
  where: DetailName,
  detail: Details[DetailName],
  bars: number,
  meterAt: MeterAt,
): Range | undefined => {
  const fields = detail as Placed;
  const end: Position = { bar: bars, ticks: barTicks(meterAt(bars)) };
  const absolute = ({ bar, ticks }: Position): Position => ({ bar: fromFirst(bar, bars), ticks });
  const place = fields.from ?? fields.at;
  const start =
    fields.bar !== undefined ? { bar: fields.bar, ticks: 0 } : place ? absolute(place) : end;
  if (start.bar < 0 || start.bar > bars) return undefined;
  const lasting = (): Position | undefined => {
    const { to } = fields;
    if (to) return to === 'end' ? end : absolute(to);
    if (where === 'grooveChanges') return end;
    if (where !== 'fills') return undefined;
    const pattern = map.patterns[fields.pattern ?? ''];
    const bar = barTicks(meterAt(start.bar));
    if (!pattern) return { bar: start.bar, ticks: bar };
    // As in the timeline: a pattern of whole bars stays in its bars.
    const length = patternTicks(pattern);
    return after(start, length - (length % bar === 0 ? start.ticks : 0), bars, meterAt);
  };
  const until = lasting();
  const lastBar = Math.min(bars, fields.every?.toBar ?? bars);
  const spans: Span[] = [];
  for (let by = 0; start.bar + by <= lastBar; by += fields.every?.bars ?? bars + 1) {
    const from = { bar: start.bar + by, ticks: start.ticks };
    const to = until && { bar: until.bar + by, ticks: until.ticks };
    for (const piece of spansOf(from, to, bars, meterAt)) spans.push({ ...piece, again: by > 0 });
  }
  const last = spans.at(-1);
  return last && { start, spans, end: last.bar * BAR + (last.to ?? last.from) };
};

/** So many ticks on from a place, within the section. */
const after = (from: Position, length: number, bars: number, meterAt: MeterAt): Position => {
  let [bar, ticks] = [from.bar, from.ticks + length];
  while (bar < bars && ticks > barTicks(meterAt(bar))) ticks -= barTicks(meterAt(bar++));
  return { bar, ticks: Math.min(ticks, barTicks(meterAt(bar))) };
};

/** The pieces, bar by bar, of what goes from a place to another; a point without another. */
const spansOf = (
  from: Position,
  to: Position | undefined,
  bars: number,
  meterAt: MeterAt,
): Omit<Span, 'again'>[] => {
  if (!to) return [{ bar: from.bar, from: from.ticks, to: undefined, first: true }];
  const spans: Omit<Span, 'again'>[] = [];
  for (let bar = from.bar; bar <= Math.min(to.bar, bars); bar++) {
    const start = bar === from.bar ? from.ticks : 0;
    const end = bar === to.bar ? to.ticks : barTicks(meterAt(bar));
    if (end > start) spans.push({ bar, from: start, to: end, first: bar === from.bar });
  }
  return spans;
};
