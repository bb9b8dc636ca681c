import type * as z from 'zod';
import { type Day, weekday } from './days';
import type { Goal } from './goals';
import type { readinessSchema } from './settings';
import { isReached, type Standing } from './standing';
import { isWorked, type State } from './work';

/** What a goal will have come to when it is wanted. */
export type Outlook = {
  readonly goal: Goal;
  /** The tempo (beats a minute) that it reaches at this rate; 0 where it is not begun before. */
  readonly reaches: number;
  readonly isReady: boolean;
};

/** What goals will have come to by the end of a plan. */
export const outlookOf = (states: readonly State[]): Outlook[] =>
  states.map(({ goal, tempo }) => ({
    goal,
    reaches: Math.floor(tempo ?? 0),
    isReady: isReached(goal, tempo),
  }));

/**
 * What will not be ready, each in a sentence, what is furthest off first.
 *
 * @param on the day of the gig or rehearsal
 */
export const notReady = (
  outlook: readonly Outlook[],
  on: Day,
): { goal: Goal; sentence: string }[] =>
  outlook
    .filter(({ isReady }) => !isReady)
    .toSorted((a, b) => a.reaches / a.goal.target - b.reaches / b.goal.target)
    .map(({ goal, reaches }) => ({
      goal,
      sentence:
        reaches === 0
          ? `There is no time for ${goal.name} in ${goal.title} before ${weekday(on)}: take an easier one, or give it more minutes.`
          : `At this rate ${goal.name} in ${goal.title} reaches ${reaches} of ${goal.target} by ${weekday(on)}: take an easier one, or give it more minutes.`,
    }));

/** How far a song is, for somebody who is told no more than that. */
export type Readiness = z.infer<typeof readinessSchema>[string];

/** So near (share of its tempo) everything of a song has to be for it to be nearly ready (common practice, no source). */
const NEARLY = 0.9;

/** How far a song is, by what of it is furthest off. */
export const readinessOf = (
  goals: readonly { readonly goal: Goal; readonly standing: Standing }[],
): Readiness => {
  const worked = goals.filter(({ goal }) => isWorked(goal));
  if (worked.length === 0) return 'not yet';
  if (worked.every(({ goal, standing }) => isReached(goal, standing.clean))) return 'ready';
  return worked.every(({ goal, standing }) => (standing.clean ?? 0) >= NEARLY * goal.target)
    ? 'nearly'
    : 'not yet';
};
