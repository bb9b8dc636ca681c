import type { Timeline } from '@/core/song/timeline';

/** Where things lie in a profile, in pixels. */
export type Scale = {
  /** Pixels a second. */
  readonly perSecond: number;
  /** Where bar 1 begins. */
  readonly left: number;
  /** The height of level 5 over the ground. */
  readonly height: number;
  /** The y of the ground. */
  readonly ground: number;
};

/** At the sides of a profile at full size, in pixels. */
export const MARGIN = 16;

/** A song with its lead as wide as it is drawn. */
export const scaleOver = (
  { countIn, seconds }: Timeline,
  width: number,
): Pick<Scale, 'perSecond' | 'left'> => {
  const perSecond = Math.max(0, width - 2 * MARGIN) / Math.max(1, countIn.seconds + seconds);
  return { perSecond, left: MARGIN + countIn.seconds * perSecond };
};

export const xOf = ({ left, perSecond }: Pick<Scale, 'left' | 'perSecond'>, time: number): number =>
  left + time * perSecond;

export const yOf = ({ ground, height }: Scale, level: number): number =>
  ground - (height * (0.25 + level)) / 5.25;

export const round = (value: number): number => Math.round(value * 10) / 10;
