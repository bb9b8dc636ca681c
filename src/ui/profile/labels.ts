/** A label that has a place of its own. */
export type Label = { readonly x: number; readonly row: number; readonly text: string };

/** A letter's width as a share of the type size; names are set in the semi-bold. */
const LETTER = 0.58;

/**
 * Gives each text a row so that none runs into another. Where all rows are taken a text is cut
 * short to what is left, and left out when that is too little to read.
 *
 * @param wanted texts with their x, from left to right
 * @returns one entry for each that has a place, in the same order
 */
export const laneLabels = (
  wanted: readonly { readonly x: number; readonly text: string }[],
  size: number,
  rows: number,
  right: number,
): (Label | undefined)[] => {
  const free = Array<number>(rows).fill(Number.NEGATIVE_INFINITY);
  return wanted.map(({ x, text }, index) => {
    const width = textWidth(text, size);
    const row = free.findIndex((from) => from <= x);
    if (row < 0) return undefined;
    // Only the neighbour that would have to share this row limits a text.
    const limit = wanted[index + rows]?.x ?? right;
    const room = Math.min(limit, right) - x - GAP;
    const shown = width <= room ? text : shortened(text, room, size);
    if (!shown) return undefined;
    free[row] = x + textWidth(shown, size) + GAP;
    return { x, row, text: shown };
  });
};

/**
 * Lanes for words on stalks: no stalk runs through the words of another. From right to left, each
 * takes the lowest row that its words have room in; a later one whose stalk reaches higher would
 * cross them.
 *
 * @returns one entry for each that has a place, in the same order
 */
export const pinLabels = (
  wanted: readonly { readonly x: number; readonly text: string }[],
  size: number,
  rows: number,
  right: number,
): (Label | undefined)[] => {
  // For each row, where the next stalk stands that reaches it.
  const next = Array<number>(rows).fill(right + GAP);
  const labels: (Label | undefined)[] = [];
  for (const { x, text } of [...wanted].reverse()) {
    const width = textWidth(text, size);
    const fits = next.findIndex((until) => x + width + 2 * GAP <= until);
    const row = fits < 0 ? rows - 1 : fits;
    const shown = fits < 0 ? shortened(text, next[row]! - x - 2 * GAP, size) : text;
    labels.unshift(shown ? { x, row, text: shown } : undefined);
    for (let one = 0; one <= (shown ? row : 0); one++) next[one] = x - GAP;
  }
  return labels;
};

const GAP = 8;

export const textWidth = (text: string, size: number): number => [...text].length * size * LETTER;

const shortened = (text: string, room: number, size: number): string | undefined => {
  const letters = Math.floor(room / (size * LETTER)) - 1;
  return letters >= 2 ? `${[...text].slice(0, letters).join('').trimEnd()}…` : undefined;
};
