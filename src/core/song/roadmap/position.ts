import * as z from 'zod';
import { fail, ok, type Result } from '../../base/result';
import { barTicks, beatTicks, type Meter, type Ticks, ticks } from '../../music/time';
import { MOST_BARS, wholeNumber } from './values';

const BAR =
  'A bar is counted from 1, back from the last as -1, -2, or is 0, the bar before the first.';
const TICKS = 'A place in the bar is a whole number of ticks from its first beat.';

/**
 * A place inside a section. The bar is counted from 1; a negative bar counts back from the last, so
 * that “the last bar” stays the last when the section grows. Bar 0 is the bar before the first, in the
 * meter of the first: a fill that leads into the section, or what stands in the pickup or the count-in
 * of the song. The rest is exact, in ticks from the bar line.
 */
export const positionSchema = z.object({
  bar: wholeNumber(-MOST_BARS, MOST_BARS, BAR),
  ticks: wholeNumber(0, 32 * 80_640, TICKS),
});

export type Position = { readonly bar: number; readonly ticks: number };

/** A bar of a section as far as places need it. */
type Bar = { readonly meter: Meter; readonly startTicks: number };

/** The number of a bar counted from the first, in a section of so many; 0 is the bar before it. */
export const fromFirst = (bar: number, bars: number): number => (bar < 0 ? bars + 1 + bar : bar);

/** The bar of a section that a position names; nothing where the section is shorter, or before it. */
export const barAt = <T>(bars: readonly T[], { bar }: Position): T | undefined =>
  bars[fromFirst(bar, bars.length) - 1];

/**
 * Where a position lies among the bars of a pass.
 *
 * @returns nothing where there is no such bar, or the bar is over before
 */
export const ticksIn = (bars: readonly Bar[], position: Position): Ticks | undefined => {
  const bar = barAt(bars, position.bar === 0 ? { ...position, bar: 1 } : position);
  if (!bar || position.ticks >= barTicks(bar.meter)) return undefined;
  const before = position.bar === 0 ? barTicks(bar.meter) : 0;
  return ticks(bar.startTicks - before + position.ticks);
};

/** The offsets of the sixteenth-note count words, in sixteenths of the beat: & is half-way. */
const COUNTS: Readonly<Record<string, number>> = { e: 1 / 4, '&': 1 / 2, a: 3 / 4 };

/**
 * A position as it is typed: `7.3` bar 7 beat 3, `7.3&`, `7.3e`, `7.3a`, `7.3+1/3` for any other
 * part of a beat, `last.4`, `last-1.1`, `0.4` the last beat before bar 1 of 4/4. The beat is that of
 * the meter; a place that the meter no longer has is counted on from its last beat: `7.3+1/1` is beat 4
 * of what is 3/4 now.
 */
export const positionText = ({ bar, ticks: offset }: Position, meter: Meter): string => {
  const beat = beatTicks(meter);
  // A place that its meter no longer has is counted from the last beat.
  const gone = Math.min(Math.floor(offset / beat), meter.numerator - 1);
  const rest = offset - gone * beat;
  const word = Object.keys(COUNTS).find((one) => COUNTS[one]! * beat === rest);
  return `${barText(bar)}.${gone + 1}${rest === 0 ? '' : (word ?? `+${fraction(rest, beat)}`)}`;
};

const barText = (bar: number): string =>
  bar >= 0 ? String(bar) : bar === -1 ? 'last' : `last-${-bar - 1}`;

const fraction = (part: number, whole: number): string => {
  const shared = divisor(part, whole);
  return `${part / shared}/${whole / shared}`;
};

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

const POSITION =
  /^(?:(\d{1,4})|last(?:-(\d{1,4}))?)(?:\.(\d{1,2})([e&a]|\+(\d{1,7})\/(\d{1,5}))?)?$/;
const HELP = 'Type a place like 7.3 (bar 7, beat 3), 7.3&, or last.4.';

/**
 * A position as typed; the inverse of `positionText`. The beat may be left out for the first.
 *
 * @param meterAt the meter of the bar that is named
 */
export const parsePosition = (text: string, meterAt: (bar: number) => Meter): Result<Position> => {
  const match = POSITION.exec(text.trim().toLowerCase());
  if (!match) return fail('invalid', 'Place', HELP);
  const bar = match[1] ? Number(match[1]) : -1 - Number(match[2] ?? 0);
  const meter = meterAt(bar);
  const beat = Number(match[3] ?? 1);
  if (beat < 1 || beat > meter.numerator) {
    return fail(
      'invalid',
      'Place',
      `A bar of ${meter.numerator}/${meter.denominator} has beats 1 to ${meter.numerator}.`,
    );
  }
  // Behind the last beat: a place that the meter had before.
  const most = beat === meter.numerator ? Number.POSITIVE_INFINITY : beatTicks(meter);
  const part = partOf(match, beatTicks(meter), most);
  if (part === undefined) return fail('invalid', 'Place', HELP);
  return ok({ bar, ticks: (beat - 1) * beatTicks(meter) + part });
};

const partOf = (match: RegExpExecArray, beat: Ticks, most: number): number | undefined => {
  if (!match[4]) return 0;
  const word = COUNTS[match[4]];
  if (word !== undefined) return word * beat;
  const part = (Number(match[5]) * beat) / Number(match[6]);
  return Number.isInteger(part) && part < most ? part : undefined;
};
