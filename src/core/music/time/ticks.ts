import type { Brand } from '../../base/brand';

/**
 * A position or length in music, as an integer. Bar 1 begins at tick 0; the count-in lies below it.
 *
 * A quarter has 20160 = 2⁶·3²·5·7 ticks, so that sixty-fourths, triplets of any level, quintuplets
 * and septuplets are whole numbers; 20,000 bars of 12/8 stay far below 2⁵³.
 */
export type Ticks = Brand<number, 'Ticks'>;

/** A time in seconds; derived from ticks at the edge, never the other way round. */
export type Seconds = Brand<number, 'Seconds'>;

export const TICKS_PER_QUARTER = 20160;
export const TICKS_PER_WHOLE = 4 * TICKS_PER_QUARTER;

export const ticks = (value: number): Ticks => value as Ticks;
export const seconds = (value: number): Seconds => value as Seconds;
