import { plural } from '../../base/words';
import { beatTicks, type Meter } from '../../music/time';
import {
  LEVELS,
  type Level,
  type LevelRange,
  levelText,
  type Position,
  positionText,
  type Timekeeper,
} from '../roadmap';
import { barAtTicks, type Timeline } from '../timeline';

/** The five levels as dynamic signs. Common practice has no sign between p and mf here: five are enough. */
export const DYNAMICS = { 1: 'pp', 2: 'p', 3: 'mf', 4: 'f', 5: 'ff' } as const;

/**
 * A level as a dynamic sign, with the sign of a crescendo or diminuendo between two.
 *
 * @example dynamicsText({ from: 3, to: 3 }) // => 'mf'
 * @example dynamicsText({ from: 2, to: 4 }) // => 'p < f'
 * @example dynamicsText({ from: 4, to: 2 }) // => 'f > p'
 */
export const dynamicsText = ({ from, to }: LevelRange): string =>
  from === to ? DYNAMICS[from] : `${DYNAMICS[from]} ${from < to ? '<' : '>'} ${DYNAMICS[to]}`;

/**
 * A level between the steps, as it is on the way through a crescendo, as the nearest dynamic sign.
 *
 * @param level from and to, 1 to 5
 * @example dynamicsOf({ from: 2.4, to: 3.6 }) // => 'p < f'
 */
export const dynamicsOf = ({ from, to }: { readonly from: number; readonly to: number }): string =>
  dynamicsText({ from: nearest(from), to: nearest(to) });

const nearest = (level: number): Level =>
  LEVELS.reduce((best, one) => (Math.abs(one - level) < Math.abs(best - level) ? one : best));

/** What a level is called where there is room for words. */
export const levelWords = (level: LevelRange): string =>
  `level ${levelText(level)} (${dynamicsText(level)})`;

/**
 * What keeps time, in words.
 *
 * @example timekeeperWords('half-open') // => 'hats half-open'
 * @example timekeeperWords('ride') // => 'on the ride'
 */
export const timekeeperWords = (timekeeper: Timekeeper): string => {
  if (timekeeper === 'ride' || timekeeper === 'crash') return `on the ${timekeeper}`;
  return timekeeper === 'pedal' ? 'hats by foot' : `hats ${timekeeper}`;
};

/**
 * A length in bars and beats of the meter.
 *
 * @param length in ticks
 * @example lengthText(80640, { numerator: 4, denominator: 4 }) // => '1 bar'
 * @example lengthText(40320, { numerator: 4, denominator: 4 }) // => '2 beats'
 * @example lengthText(110880, { numerator: 4, denominator: 4 }) // => '1 bar 1.5 beats'
 */
export const lengthText = (length: number, meter: Meter): string => {
  const beats = length / beatTicks(meter);
  const bars = Math.floor(beats / meter.numerator);
  const rest = Math.round((beats - bars * meter.numerator) * 100) / 100;
  return [bars > 0 && plural(bars, 'bar'), rest > 0 && plural(rest, 'beat')]
    .filter(Boolean)
    .join(' ');
};

/**
 * The length of a stretch of a song: whole bars where it goes from bar line to bar line, whatever their
 * meters, else bars and beats of the meter that it begins in.
 */
export const spanText = (
  timeline: Pick<Timeline, 'bars' | 'ticks'>,
  from: number,
  to: number,
): string => {
  const first = barAtTicks(timeline, from);
  const after = barAtTicks(timeline, to);
  if (!first || !after) return '';
  const whole = first.startTicks === from && (after.startTicks === to || to === timeline.ticks);
  const bars = after.played - first.played + (to === timeline.ticks ? 1 : 0);
  return whole && bars > 0 ? plural(bars, 'bar') : lengthText(to - from, first.meter);
};

/**
 * A place in a section, in words.
 *
 * @example placeWords({ bar: 9, ticks: 0 }, { numerator: 4, denominator: 4 }) // => 'bar 9'
 * @example placeWords({ bar: -1, ticks: 50400 }, { numerator: 4, denominator: 4 }) // => 'last bar, beat 3&'
 */
export const placeWords = (place: Position, meter: Meter): string => {
  const [, bar = '', beat = ''] = /^(.*)\.(.*)$/.exec(positionText(place, meter)) ?? [];
  const back = /^last-(\d+)$/.exec(bar);
  const named = back
    ? `bar ${Number(back[1]) + 1} from the end`
    : bar === 'last'
      ? 'last bar'
      : `bar ${bar}`;
  return beat === '1' ? named : `${named}, beat ${beat}`;
};
