import { barTicks, beatTicks, type Meter, pulsesOf, type Ticks, ticks } from '../time';
import { leadIn, type Pattern, patternTicks } from './pattern';

/** One column of a grid: a place that can be struck. */
export type Column = {
  /** From the beginning of the pattern. */
  readonly at: Ticks;
  /** Up to the next column. */
  readonly ticks: Ticks;
  /** What is said there: `1`, `&`, `trip`. */
  readonly word: string;
  /** Which pulse of the pattern it belongs to, from 0. */
  readonly pulse: number;
  /** Where a bar begins, a pulse, or neither. */
  readonly strong: 'bar' | 'pulse' | 'none';
};

/** The parts of a beat that have a word of their own. Common practice, no source. */
const WORDS: readonly (readonly [part: number, word: string])[] = [
  [1 / 4, 'e'],
  [1 / 2, '&'],
  [3 / 4, 'a'],
  [1 / 3, 'trip'],
  [2 / 3, 'let'],
];

/**
 * What is said at a place of a bar: the beat's number, e, &, a, trip, let, or a dot for what has no
 * word. Bars that repeat are counted in place of their one: 1 2 3 4, 2 2 3 4.
 *
 * @param offset ticks from the bar line
 * @param bar which bar of the pattern, from 1
 * @example countWord({ numerator: 4, denominator: 4 }, 0, 2) // => '2'
 * @example countWord({ numerator: 4, denominator: 4 }, 5040) // => 'e'
 * @example countWord({ numerator: 4, denominator: 4 }, 30240) // => '&'
 */
export const countWord = (meter: Meter, offset: number, bar = 1): string => {
  const beat = beatTicks(meter);
  const number = Math.floor(offset / beat);
  const rest = offset - number * beat;
  if (rest === 0) return String(number === 0 ? bar : number + 1);
  return WORDS.find(([part]) => part * beat === rest)?.[1] ?? '·';
};

/** The pulses of a whole pattern, with where each begins and ends. */
export const pulsesIn = (pattern: Pick<Pattern, 'beats' | 'meter'>) => {
  const { meter } = pattern;
  const bar = barTicks(meter);
  const lead = leadIn(pattern);
  const end = lead + patternTicks(pattern);
  const starts = Array.from({ length: Math.ceil(end / bar) }, (_, index) => index).flatMap(
    (index) => pulsesOf(meter).map(({ offset }) => index * bar + offset),
  );
  return starts
    .map((from, index) => ({ from, to: starts[index + 1] ?? Math.ceil(end / bar) * bar }))
    .filter(({ to }) => to > lead)
    .map(({ from, to }) => ({
      from: ticks(Math.max(from, lead) - lead),
      to: ticks(Math.min(to, end) - lead),
    }))
    .filter(({ from, to }) => to > from);
};

/** Into how many parts a pulse is divided. */
export const divisionAt = ({ grid }: Pick<Pattern, 'grid'>, pulse: number): number =>
  grid[Math.min(pulse, grid.length - 1)] ?? 4;

/** The columns of a pattern's grid, pulse by pulse. */
export const columnsOf = (pattern: Pick<Pattern, 'beats' | 'meter' | 'grid'>): Column[] => {
  const { meter } = pattern;
  const bar = barTicks(meter);
  const lead = leadIn(pattern);
  return pulsesIn(pattern).flatMap(({ from, to }, pulse) => {
    const parts = divisionAt(pattern, pulse);
    const step = (to - from) / parts;
    return Array.from({ length: parts }, (_, part): Column => {
      const at = from + part * step;
      const inBar = (at + lead) % bar;
      return {
        at: ticks(at),
        ticks: ticks(step),
        word: countWord(meter, inBar, Math.floor((at + lead) / bar) + 1),
        pulse,
        strong: inBar === 0 ? 'bar' : part === 0 ? 'pulse' : 'none',
      };
    });
  });
};

/** Divisions tried in turn until one holds all strokes of a pulse. */
const DIVISIONS = [1, 2, 3, 4, 6, 8, 5, 7, 9, 12, 10, 16, 15, 14];

/**
 * The coarsest grid, no coarser than the one given, on which every stroke has a column, and so has every
 * beat where the strokes allow it: the third eighth of a pulse of three too.
 *
 * @param places of strokes, from the beginning of the pattern
 */
export const gridFor = (
  pattern: Pick<Pattern, 'beats' | 'meter' | 'grid'>,
  places: readonly number[],
): number[] =>
  pulsesIn(pattern).map(({ from, to }, pulse) => {
    const inside = places.filter((at) => at >= from && at < to).map((at) => at - from);
    const fits = (parts: number) =>
      Number.isInteger((to - from) / parts) &&
      inside.every((at) => (at * parts) % (to - from) === 0);
    const beats = (to - from) / beatTicks(pattern.meter);
    const showsBeats = (parts: number) => !Number.isInteger(beats) || parts % beats === 0;
    const now = divisionAt(pattern, pulse);
    const fine = (parts: number) => fits(parts) && showsBeats(parts);
    if (fine(now)) return now;
    return DIVISIONS.find(fine) ?? (fits(now) ? now : (DIVISIONS.find(fits) ?? now));
  });
