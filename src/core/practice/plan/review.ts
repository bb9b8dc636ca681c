import type { Day } from './days';

/** When something that is learnt comes back. */
export type Review = {
  readonly due: Day;
  /** In days, to the last review or from it to the next. */
  readonly interval: number;
  /** How often it came back well in a row. */
  readonly count: number;
  /** By what the interval grows; at least 1.3. */
  readonly ease: number;
};

/** SM-2 (Wozniak 1990, from memory): the first two intervals in days, and the ease that it begins with. */
const FIRST = 1;
const SECOND = 6;
const EASE = 2.5;
const LEAST_EASE = 1.3;

/**
 * When something comes back after it was practised, by SM-2: after 1 day, after 6, then after the last interval
 * times its ease. Less than half of the rounds clean begins anew.
 *
 * @param review what was said the last time, if it was learnt before
 * @param clean of the rounds, how many were clean: 0 to 1
 * @example reviewAfter(undefined, 100, 1).due // => 101
 */
export const reviewAfter = (review: Review | undefined, day: Day, clean: number): Review => {
  const quality = qualityOf(clean);
  const ease = Math.max(
    LEAST_EASE,
    (review?.ease ?? EASE) + 0.1 - (5 - quality) * (0.08 + (5 - quality) * 0.02),
  );
  const count = quality < 3 ? 0 : (review?.count ?? 0) + 1;
  const interval =
    count <= 1 ? FIRST : count === 2 ? SECOND : Math.round((review?.interval ?? FIRST) * ease);
  return { due: day + interval, interval, count, ease };
};

/** SM-2 asks for a quality from 0 to 5; three is the least that counts as known. */
const qualityOf = (clean: number): number => Math.min(5, Math.floor(clean * 5 + 0.5 + 1e-9));
