import { barTicks, meterText } from '@/core/music/time';
import { detailsIn } from '@/core/song/editing';
import {
  type DetailName,
  type Details,
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
      const range = rangeOf(where, detail, bars, meterAt);
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
  const on = detail.passes ? ` (${passesText(detail.passes)})` : '';
  const words = wordsOf(detail as never);
  const show = (kind: string, label: string) => ({
    kind,
    label: label + on,
    title: `${kind}${words ? `: ${words}` : ''}${on}`,
  });
  if (where === 'fills') return show('fill', words || 'fill');
  if (where === 'hits') {
    const { kind } = detail as Details['hits'];
    return show(kind, words ? `${kind} ${words}` : kind);
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

const rangeOf = (
  where: DetailName,
  detail: Details[DetailName],
  bars: number,
  meterAt: MeterAt,
): { start: Position; spans: Span[]; end: number } | undefined => {
  const absolute = (position: Position): Position => ({
    bar: fromFirst(position.bar, bars),
    ticks: position.ticks,
  });
  const fields = detail as {
    at?: Position | null;
    from?: Position;
    to?: Position | null;
    bar?: number;
  };
  const lastBar = barTicks(meterAt(bars));
  const start =
    fields.bar !== undefined
      ? { bar: fields.bar, ticks: 0 }
      : fields.from || fields.at
        ? absolute((fields.from ?? fields.at)!)
        : { bar: bars, ticks: lastBar };
  if (start.bar < 1 || start.bar > bars) return undefined;
  const spanning =
    where === 'fills' || (where === 'dynamics' && fields.to) || (where === 'hits' && fields.to);
  if (!spanning) {
    const spans = [{ bar: start.bar, from: start.ticks, to: undefined, first: true }];
    return { start, spans, end: start.bar * BAR + start.ticks };
  }
  const end = fields.to ? absolute(fields.to) : { bar: bars, ticks: lastBar };
  const spans: Span[] = [];
  for (let bar = start.bar; bar <= Math.min(end.bar, bars); bar++) {
    const from = bar === start.bar ? start.ticks : 0;
    const to = bar === end.bar ? end.ticks : barTicks(meterAt(bar));
    if (to > from) spans.push({ bar, from, to, first: bar === start.bar });
  }
  return spans.length > 0 ? { start, spans, end: end.bar * BAR + end.ticks } : undefined;
};
