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

export const xOf = ({ left, perSecond }: Scale, time: number): number => left + time * perSecond;

export const yOf = ({ ground, height }: Scale, level: number): number =>
  ground - (height * (0.25 + level)) / 5.25;

export const round = (value: number): number => Math.round(value * 10) / 10;
