import type { Program } from '@/core/song/set';

/** Where one can go by hand, in seconds of the program: to each section, or to each bar. */
export const stopsOf = (program: Program, of: 'section' | 'bar'): number[] =>
  program.songs.flatMap(({ timeline, barOne }) =>
    (of === 'section' ? timeline.passages : timeline.bars).map(
      ({ startSeconds }) => barOne + startSeconds,
    ),
  );

const NEAR = 1e-6;

/**
 * The stop before or after a place; where there is none, the place itself.
 *
 * @example step([0, 4, 8], 4, 1) // => 8
 */
export const step = (stops: readonly number[], place: number, by: 1 | -1): number =>
  (by > 0
    ? stops.find((stop) => stop > place + NEAR)
    : stops.findLast((stop) => stop < place - NEAR)) ?? place;
