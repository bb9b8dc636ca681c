/**
 * The index of the last item that starts at or before a value, found by halving.
 *
 * @param items in order of where they start
 * @returns −1 where none does
 * @example lastAtOrBefore([0, 4, 8], 5, (start) => start) // => 1
 */
export const lastAtOrBefore = <T>(
  items: readonly T[],
  value: number,
  startOf: (item: T) => number,
): number => {
  let [low, high] = [-1, items.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (startOf(items[middle]!) <= value) low = middle;
    else high = middle - 1;
  }
  return low;
};
