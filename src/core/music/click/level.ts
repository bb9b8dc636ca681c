/** The click's level in decibels below full scale. It starts low, and the top is a limit. */
export const LEVEL_RANGE = { lowest: -48, start: -30, highest: -6 } as const;

/**
 * A level kept within its range, as the factor on every sample.
 *
 * @param decibels relative to full scale
 * @example gainOf(-20) // => 0.1
 */
export const gainOf = (decibels: number): number => {
  const { lowest, highest, start } = LEVEL_RANGE;
  const level = Number.isFinite(decibels) ? decibels : start;
  return 10 ** (Math.min(highest, Math.max(lowest, level)) / 20);
};
