/** A source of numbers from 0 up to 1. */
export type Random = () => number;

/**
 * Tommy Ettinger’s mulberry32, public domain: a source that its seed settles.
 *
 * @example mulberry(1)() === mulberry(1)() // => true
 */
export const mulberry = (seed: number): Random => {
  let state = Math.trunc(seed) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
};
