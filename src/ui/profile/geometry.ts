/** Where the parts of a profile lie, in pixels from its top. */
export type Geometry = {
  readonly height: number;
  /** Baselines of the words of cues, from the lowest row up; none where nothing is pinned. */
  readonly pins: readonly number[];
  /** The tempo line at its fastest and its slowest. */
  readonly tempoHigh: number;
  readonly tempo: number;
  readonly feel: number;
  /** The ground, and how high level 5 stands over it. */
  readonly ground: number;
  readonly level: number;
  /** Baselines of bar numbers and of the first row of names, and how far the second row lies below. */
  readonly bar: number;
  readonly name: number;
  readonly row: number;
  /** Whether how the bars group is written under the names. */
  readonly groups: boolean;
  readonly passes: number;
};

export const HEIGHTS = { least: 140, small: 176, large: 320, most: 460 } as const;
/** A lower profile leaves room for rows: one row of cues, names close together, no groups. */
const LARGE_FROM = 260;

/**
 * @param height 140 to 460 px
 * @param pinned whether there are cues or fermatas
 * @param repeats whether there are brackets under it
 */
export const geometryOf = (height: number, pinned: boolean, repeats: boolean): Geometry => {
  const large = height >= LARGE_FROM;
  const pins = !pinned ? [] : large ? [32, 14] : [12];
  const start = !pinned ? 0 : large ? 34 : 16;
  const ground = height - (large ? 88 : 48) - (repeats ? 12 : 0);
  const top = start + (large ? 64 : 40);
  return {
    height,
    pins,
    tempoHigh: start + (large ? 16 : 8),
    tempo: start + (large ? 30 : 15),
    feel: start + (large ? 46 : 28),
    ground,
    level: ground - top,
    bar: ground + (large ? 16 : 13),
    name: ground + (large ? 34 : 28),
    row: large ? 31 : 15,
    groups: large,
    passes: height - 4,
  };
};
