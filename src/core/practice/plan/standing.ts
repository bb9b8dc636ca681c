import type { LoggedRun } from '../log';
import type { Bars } from '../rounds';
import type { Day } from './days';
import type { Goal } from './goals';
import { type Review, reviewAfter } from './review';

/** A run with the day it was on, in the member’s own time. */
export type DatedRun = LoggedRun & { readonly song: string; readonly day: Day };

/** How far somebody is with a goal. */
export type Standing = {
  /** The fastest tempo that was clean; nothing where none was. */
  readonly clean: number | undefined;
  /** The last day on which it was practised. */
  readonly last: Day | undefined;
  /** When it is to come back; nothing while it is not yet clean at its tempo. */
  readonly review: Review | undefined;
  /** By how much of its tempo it got faster on a day of practice, on the mean; nothing where that is not known. */
  readonly gain: number | undefined;
  /** How many days of practice that was told from. */
  readonly later: number;
};

/** A tempo that is so near (as a share) to what it has to be is as good as that. */
const AS_GOOD = 0.005;

/** Whether a tempo is what a goal asks for. */
export const isReached = ({ target }: Goal, tempo: number | undefined): boolean =>
  tempo !== undefined && tempo >= target * (1 - AS_GOOD);

/**
 * How far somebody is with a goal, by what they have logged of it.
 *
 * @param runs of any songs, in any order
 */
export const standingOf = (goal: Goal, runs: readonly DatedRun[]): Standing => {
  const own = runs
    .filter((run) => run.song === goal.song && isOf(goal, run))
    .toSorted((a, b) => a.day - b.day || (a.at < b.at ? -1 : 1));
  const byDay = new Map<Day, DatedRun[]>();
  for (const run of own) byDay.set(run.day, [...(byDay.get(run.day) ?? []), run]);
  const days = [...byDay].map(([day, played]) => ({
    day,
    best: played.reduce((best, run) => Math.max(best, run.best ?? 0), 0),
    clean: share(played),
  }));
  const bests = days.map(({ best }) => best);
  const clean = Math.max(0, ...bests);
  const reached = days.filter(({ best }) => isReached(goal, best));
  const first = days.find(({ best }) => best > 0);
  const later = days.filter(({ day }) => first && day > first.day).length;
  return {
    clean: clean > 0 ? clean : undefined,
    last: days.at(-1)?.day,
    review: reached.reduce<Review | undefined>(
      (review, { day, clean }) => reviewAfter(review, day, clean),
      undefined,
    ),
    gain: first && later > 0 ? (clean - first.best) / goal.target / later : undefined,
    later,
  };
};

/** Of the rounds of runs, how many were clean: 0 to 1. */
const share = (runs: readonly DatedRun[]): number => {
  const rounds = runs.reduce((sum, run) => sum + run.rounds, 0);
  return rounds === 0 ? 0 : runs.reduce((sum, run) => sum + run.clean, 0) / rounds;
};

/** Whether a run was of a goal: by its key, else where its bars lie, at the place of a fill or within a section. */
const isOf = ({ key, kind, places }: Goal, run: DatedRun): boolean => {
  if (run.goal !== '') return run.goal === key;
  return places.some((bars) => (kind === 'fill' ? holds(run, bars) : holds(bars, run)));
};

const holds = (outer: Bars, inner: Bars): boolean =>
  outer.first <= inner.first && inner.last <= outer.last;
