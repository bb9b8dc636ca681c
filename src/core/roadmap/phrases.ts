/**
 * How a number of bars is counted: in fours, with what is left over last. Common practice, no source.
 *
 * @example phrases(7) // [4, 3]
 * @example phrases(10) // [4, 4, 2]
 */
export const phrases = (bars: number): number[] => {
  const fours = Array<number>(Math.floor(bars / 4)).fill(4);
  return bars % 4 === 0 ? fours : [...fours, bars % 4];
};

/** Whether a length breaks the phrase of four; one and two bars alone do not. */
export const isOdd = (bars: number): boolean => bars > 2 && bars % 4 !== 0;

/**
 * The bars as they are counted: `16`, but `4+3` for seven, since an odd length is what goes wrong.
 * A long odd section is cut short: `4×7+2`.
 */
export const countedAs = (bars: number): string => {
  if (!isOdd(bars)) return String(bars);
  const fours = Math.floor(bars / 4);
  return fours <= 3 ? phrases(bars).join('+') : `4×${fours}+${bars % 4}`;
};
