const FIRST = 1000;
const LONGEST = 30_000;

/**
 * How long to wait before the next try, in milliseconds: twice as long after each, half of it by
 * chance, so that pages that lost the server at one moment do not all come back at another
 * (exponential back-off with jitter; common practice, no source).
 *
 * @param tries that have failed, 1 or more
 * @param chance from 0 to 1
 * @param least what the server asked for, in milliseconds
 * @example pauseAfter(1, 1) // => 1000
 * @example pauseAfter(3, 0) // => 2000
 */
export const pauseAfter = (tries: number, chance: number, least = 0): number => {
  const most = Math.min(LONGEST, FIRST * 2 ** Math.min(tries - 1, 10));
  return Math.max(least, most / 2 + (most / 2) * chance);
};
