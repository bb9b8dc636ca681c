import { lastAtOrBefore } from '../../base/search';
import { clockIn, type Plan, placeIn, SAME, type Segment } from './plan';
import { reachOf } from './unfold';

/** Something that has its place in a program. */
export type Timed = {
  readonly time: number;
  /** It speaks of this place, and is left out where the music does not go on up to there. */
  readonly of?: number;
};

/** Something with the time of the clock at which it is due. */
export type Due<T> = {
  readonly item: T;
  readonly clock: number;
  /** The segment that it belongs to. */
  readonly segment: Segment;
};

/** Up to where everything has been given out: a place in a segment. */
export type Cursor = { readonly segment: number; readonly place: number };

/** Nothing has been given out yet. */
export const AT_START: Cursor = { segment: -1, place: 0 };

/**
 * What is due from a cursor on up to a time of the clock, in order within each segment. However the
 * plan changes in between, each thing of a stretch that goes by comes out once.
 *
 * @param itemsOf what there is in the program of a segment, in order of time
 */
export const due = <T extends Timed>(
  plan: Plan,
  itemsOf: (segment: Segment) => readonly T[],
  cursor: Cursor,
  until: number,
): { readonly due: readonly Due<T>[]; readonly cursor: Cursor } => {
  const found: Due<T>[] = [];
  let next = cursor;
  for (const segment of plan.segments) {
    if (segment.id < cursor.segment || segment.clock > until) continue;
    const from = segment.id === cursor.segment ? cursor.place : segment.place - SAME;
    const to = lastIn(segment);
    const limit = segment.ends <= until ? to : Math.min(to, placeIn(segment, until));
    const reach = reachOf(plan, segment) - SAME;
    for (const item of between(itemsOf(segment), from, limit))
      if (item.of === undefined || item.of < reach)
        found.push({ item, clock: clockIn(segment, item.time), segment });
    next = { segment: segment.id, place: Math.max(from, limit) };
  }
  return { due: found, cursor: next };
};

/** Whether what was given out still goes by: what it belonged to may have been cut short since. */
export const isStillDue = ({ segments }: Plan, { segment, item }: Due<Timed>): boolean => {
  const now = segments.find(({ id }) => id === segment.id);
  return now !== undefined && item.time <= lastIn(now);
};

/** Up to where things belong to a segment: what begins at its end is the next one's, if there is one. */
const lastIn = ({ why, until }: Segment): number => (why === 'end' ? until + SAME : until - SAME);

/** The items after a time and up to another. */
const between = <T extends Timed>(items: readonly T[], after: number, to: number): readonly T[] => {
  const upTo = (time: number) => lastAtOrBefore(items, time, (item) => item.time) + 1;
  return items.slice(upTo(after), upTo(to));
};
