import { TICKS_PER_QUARTER } from '../../music/time';
import type { Feel } from '../../song/roadmap';

/**
 * Where a stroke falls once it is swung. The off-beat of a pair moves to r/(r+1) of it, and what is
 * finer on each side moves along; triplets and other odd divisions stay where they are written.
 *
 * @param offset ticks from the bar line
 * @returns ticks from the bar line, not always whole
 * @example at 2 : 1 the off-beat eighth lies at 2/3 of its beat
 * @example swung(10080, { of: 'eighths', ratio: 2 }) // => 13440
 * @example swung(5040, { of: 'sixteenths', ratio: 2 }) // => 6720
 * @example swung(0, { of: 'eighths', ratio: 2 }) // => 0
 */
export const swung = (offset: number, swing: Feel['swing']): number => {
  if (!swing || swing.ratio === 1) return offset;
  const pair = swing.of === 'eighths' ? TICKS_PER_QUARTER : TICKS_PER_QUARTER / 2;
  const start = Math.floor(offset / pair) * pair;
  const part = (offset - start) / pair;
  if (!isBinary(part)) return offset;
  const turn = swing.ratio / (swing.ratio + 1);
  return start + pair * (part < 0.5 ? part * 2 * turn : turn + (part - 0.5) * 2 * (1 - turn));
};

/** Halves, quarters, eighths and sixteenths of the pair. */
const isBinary = (part: number): boolean => Number.isInteger(part * 16);
