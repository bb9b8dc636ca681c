/** A stretch of time at one level. */
export type Exposure = {
  /** At the ear, in dB(A): what is measured there, less what protection takes away. */
  readonly level: number;
  readonly minutes: number;
};

/** How a standard adds up noise. */
export type DoseRule = {
  readonly name: string;
  /** So long (minutes) is allowed at a level (dB(A)). */
  readonly limit: number;
  readonly limitMinutes: number;
  /** So many dB more allow half the time. */
  readonly exchange: number;
  /** What is below this (dB(A)) does not count. */
  readonly counts: number;
};

/** Criteria for a recommended standard, NIOSH publication 98-126, 1998: chapter 1. */
export const NIOSH: DoseRule = {
  name: 'NIOSH, recommended',
  limit: 85,
  limitMinutes: 480,
  exchange: 3,
  counts: 80,
};

/** 29 CFR 1910.95, table G-16 with appendix A (levels from 80 dB(A) on are counted: (d)(2)(i), from memory). */
export const OSHA: DoseRule = {
  name: 'OSHA, permitted in the US',
  limit: 90,
  limitMinutes: 480,
  exchange: 5,
  counts: 80,
};

/**
 * How long a level is allowed, in minutes.
 *
 * @example allowedMinutes({ limit: 85, limitMinutes: 480, exchange: 3, counts: 80 }, 94) // => 60
 */
export const allowedMinutes = (
  { limit, limitMinutes, exchange, counts }: DoseRule,
  level: number,
): number =>
  level < counts - EXACT
    ? Number.POSITIVE_INFINITY
    : limitMinutes / 2 ** ((level - limit) / exchange);

/**
 * The dose of several stretches in per cent of what a day allows: 100·ΣC/T, in both standards.
 *
 * @returns 0 for none
 */
export const doseOf = (rule: DoseRule, exposures: readonly Exposure[]): number =>
  100 *
  exposures.reduce((sum, { level, minutes }) => sum + minutes / allowedMinutes(rule, level), 0);

/** By how many dB all of it would have to be quieter for a dose of 100 per cent; 0 where it is below. */
export const quieterBy = (rule: DoseRule, exposures: readonly Exposure[]): number => {
  // What comes below the threshold on the way down stops counting: looked for by tenths, not solved for.
  for (let tenths = 0; tenths < MOST_QUIETER * 10; tenths++) {
    const by = tenths / 10;
    const quieter = exposures.map(({ level, minutes }) => ({ level: level - by, minutes }));
    if (doseOf(rule, quieter) <= 100 + EXACT) return by;
  }
  return MOST_QUIETER;
};

const MOST_QUIETER = 100;
const EXACT = 1e-6;
