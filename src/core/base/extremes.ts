/**
 * The largest of any number of values; the given one where there are none. Spreading them into
 * `Math.max` ends in a RangeError beyond some hundred thousand.
 *
 * @example largest([3, 7, 5], 0) // => 7
 * @example largest([], 0) // => 0
 */
export const largest = (values: Iterable<number>, none: number): number => {
  let most = none;
  for (const value of values) if (value > most) most = value;
  return most;
};
