import {
  byPlace,
  leadIn,
  type Pattern,
  type Player,
  patternBars,
  RIGHT_HANDED,
  type StickedStroke,
  stick,
  voiceOf,
} from '../kit';
import { barTicks, pulsesOf, TICKS_PER_WHOLE } from '../time';

/** A written value: 4 is a quarter, 8 an eighth; with a dot it is half as long again. */
export type Value = { readonly of: number; readonly dotted: boolean };

/** A note of one or several strokes, or a rest where there are none. */
export type Sign = {
  /** From the bar line, in ticks. */
  readonly at: number;
  readonly ticks: number;
  readonly value: Value;
  readonly strokes: readonly StickedStroke[];
};

/** Signs under one beam, and, where they are not what their values say, the tuplet they make. */
export type Group = {
  readonly signs: readonly Sign[];
  /** So many in the time of so many: 3 in the time of 2. */
  readonly tuplet: { readonly actual: number; readonly normal: number } | undefined;
};

/** What the hands play, stems up, and what the feet play, stems down. */
export type Staff = { readonly hands: readonly Group[]; readonly feet: readonly Group[] };

/**
 * A pattern as it is written on a staff, bar by bar, in two parts: hands above, feet below. Notes are
 * grouped by the pulses of the meter; every bar is filled up with rests.
 */
export const engrave = (pattern: Pattern, player: Player = RIGHT_HANDED): Staff[] => {
  const bar = barTicks(pattern.meter);
  const lead = leadIn(pattern);
  const strokes = stick(pattern, player).map((stroke) => ({ ...stroke, at: stroke.at + lead }));
  return Array.from({ length: patternBars(pattern) }, (_, index) => {
    const inside = strokes
      .filter(({ at }) => Math.floor(at / bar) === index)
      .map((stroke) => ({ ...stroke, at: stroke.at - index * bar }));
    const part = (limb: 'hand' | 'foot') =>
      groupsOf(
        spansOf(pattern, inside),
        inside.filter(({ voice }) => voiceOf(voice).limb === limb),
      );
    return { hands: part('hand'), feet: part('foot') };
  });
};

type Span = { readonly from: number; readonly to: number };

/** The pulses of a bar; two of them as one where broad triplets go over both. */
const spansOf = (pattern: Pattern, strokes: readonly StickedStroke[]): Span[] => {
  const starts = pulsesOf(pattern.meter).map(({ offset }) => offset as number);
  const pulses = starts.map((from, index) => ({
    from,
    to: starts[index + 1] ?? barTicks(pattern.meter),
  }));
  const spans: Span[] = [];
  for (let index = 0; index < pulses.length; index++) {
    const [one, two] = [pulses[index]!, pulses[index + 1]];
    const both = two && { from: one.from, to: two.to };
    if (both && isBroad(both, one, strokes)) {
      spans.push(both);
      index++;
    } else spans.push(one);
  }
  return spans;
};

/** Three notes evenly over two pulses, and nothing else in them. */
const isBroad = (both: Span, one: Span, strokes: readonly StickedStroke[]): boolean => {
  const length = both.to - both.from;
  if (length !== 2 * (one.to - one.from)) return false;
  const places = strokes.filter(({ at }) => at >= both.from && at < both.to).map(({ at }) => at);
  const thirds = places.map((at) => ((at - both.from) * 3) / length);
  return thirds.every(Number.isInteger) && thirds.includes(1) && thirds.includes(2);
};

const groupsOf = (spans: readonly Span[], strokes: readonly StickedStroke[]): Group[] =>
  spans.map((span) => {
    const inside = strokes.filter(({ at }) => at >= span.from && at < span.to);
    return groupOf(span, byPlace(inside));
  });

/** The parts that a span is divided into, coarsest first. */
const DIVISIONS = [1, 2, 3, 4, 6, 8, 5, 7, 9, 12, 10, 16, 14, 15];

const groupOf = (span: Span, struck: ReadonlyMap<number, readonly StickedStroke[]>): Group => {
  const length = span.to - span.from;
  const places = [...struck.keys()];
  const fits = (parts: number) => places.every((at) => ((at - span.from) * parts) % length === 0);
  const shared = places.reduce((most, at) => divisor(most, at - span.from), length);
  const writing = writingOf(length, DIVISIONS.find(fits) ?? length / shared);
  const { parts } = writing;
  const unit = length / parts;
  const marks = [...places.map((at) => Math.round((at - span.from) / unit)), parts];
  const signs: Sign[] = restsOver(0, marks[0]!, writing, span, unit);
  marks.slice(0, -1).forEach((mark, index) => {
    const gap = marks[index + 1]! - mark;
    const [first, ...rest] = pieces(mark, gap, writing, true);
    const at = span.from + mark * unit;
    const strokes = struck.get(places[index]!)!;
    signs.push(signOf(at, first!, writing, unit, strokes));
    signs.push(
      ...restsOver(
        mark + first!,
        mark + first! + rest.reduce((a, b) => a + b, 0),
        writing,
        span,
        unit,
      ),
    );
  });
  return { signs, tuplet: writing.tuplet };
};

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** How a span is written: its parts, the value of one part, and the tuplet they make. */
type Writing = {
  readonly parts: number;
  /** What the whole of one part is in written values: 8 for eighths. */
  readonly of: number;
  /** Parts that make one beat of the beam, by which rests are cut. */
  readonly tuplet: Group['tuplet'];
};

const writingOf = (length: number, parts: number): Writing => {
  const whole = TICKS_PER_WHOLE / length;
  const compound = !Number.isInteger(Math.log2(whole));
  if (!compound) {
    const normal = 2 ** Math.floor(Math.log2(parts));
    const tuplet = normal === parts ? undefined : { actual: parts, normal };
    return { parts, of: whole * normal, tuplet };
  }
  // A dotted pulse is three of the next shorter value.
  const third = whole * 3;
  if (parts === 1) return { parts: 3, of: third, tuplet: undefined };
  const times = parts / 3;
  if (Number.isInteger(times) && Number.isInteger(Math.log2(times)))
    return { parts, of: third * times, tuplet: undefined };
  const normal = 3 * 2 ** Math.max(0, Math.floor(Math.log2(parts / 3)));
  return { parts, of: third * (normal / 3), tuplet: { actual: parts, normal } };
};

const LENGTHS = [64, 48, 32, 24, 16, 12, 8, 6, 4, 3, 2, 1];

/**
 * Cuts a gap into lengths that can be written. A note takes the longest; a rest starts where its own
 * kind would: an eighth not across the middle of a beat.
 */
const pieces = (at: number, gap: number, { parts, tuplet }: Writing, note = false): number[] => {
  const found: number[] = [];
  let [place, left] = [at, gap];
  const free = tuplet !== undefined || parts % 3 === 0;
  while (left > 0) {
    const aligned = (one: number) => place % (one % 3 === 0 ? one / 3 : one) === 0;
    const next =
      LENGTHS.find((one) => one <= left && (free || (note && place === at) || aligned(one))) ?? 1;
    found.push(next);
    place += next;
    left -= next;
  }
  return found;
};

const restsOver = (
  from: number,
  to: number,
  writing: Writing,
  span: Span,
  unit: number,
): Sign[] => {
  let at = from;
  return pieces(from, to - from, writing).map((count) => {
    const sign = signOf(span.from + at * unit, count, writing, unit, []);
    at += count;
    return sign;
  });
};

const signOf = (
  at: number,
  count: number,
  { of }: Writing,
  unit: number,
  strokes: readonly StickedStroke[],
): Sign => {
  const dotted = count % 3 === 0;
  const value = dotted ? (of * 3) / count / 2 : of / count;
  return { at, ticks: count * unit, value: { of: value, dotted }, strokes };
};
