/** A label that has a place of its own. */
export type Label = { readonly x: number; readonly lane: number; readonly text: string };

/** A letter's width as a share of the type size; names are set in the semi-bold. */
const LETTER = 0.58;

/**
 * Gives each text a lane so that none runs into another. Where all lanes are taken a text is cut
 * short to what is left, and left out when that is too little to read.
 *
 * @param wanted texts with their x, from left to right
 * @returns one entry for each that has a place, in the same order
 */
export const laneLabels = (
  wanted: readonly { readonly x: number; readonly text: string }[],
  size: number,
  lanes: number,
  right: number,
): (Label | undefined)[] => {
  const free = Array<number>(lanes).fill(Number.NEGATIVE_INFINITY);
  return wanted.map(({ x, text }, index) => {
    const width = textWidth(text, size);
    const lane = free.findIndex((from) => from <= x);
    if (lane < 0) return undefined;
    // Only the neighbour that would have to share this lane limits a text.
    const limit = wanted[index + lanes]?.x ?? right;
    const room = Math.min(limit, right) - x - GAP;
    const shown = width <= room ? text : shortened(text, room, size);
    if (!shown) return undefined;
    free[lane] = x + textWidth(shown, size) + GAP;
    return { x, lane, text: shown };
  });
};

const GAP = 8;

export const textWidth = (text: string, size: number): number => [...text].length * size * LETTER;

const shortened = (text: string, room: number, size: number): string | undefined => {
  const letters = Math.floor(room / (size * LETTER)) - 1;
  return letters >= 2 ? `${[...text].slice(0, letters).join('').trimEnd()}…` : undefined;
};
