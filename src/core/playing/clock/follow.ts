import { perMinuteAt, seconds, TICKS_PER_QUARTER, ticks } from '../../music/time';
import { songAt } from '../../song/set';
import { barAtTicks, secondsAt, speedAt } from '../../song/timeline';
import { goTo, type Plan, placeAt, unfold, withRate } from '../transport';

/** What is heard of a clock that leads: where it is and how fast, at a time of the plan's clock (s). */
export type Leading = {
  readonly clock: number;
  /** Quarters since bar 1 of the song that plays. */
  readonly quarters: number;
  readonly perMinute: number;
};

/** A place that is off is made up for within so long (s). */
const SLIDE = 1.5;
/** By so much faster or slower at most. */
const MOST = 0.12;
/** Further off than this (s), it goes there at once. */
const LEAP = 0.4;
/** Nothing is changed for less: clocks arrive a little early and late. */
const SAME_RATE = 0.0005;

/**
 * Goes along with a clock that leads: takes over its tempo, and slides to its place.
 *
 * @param now the earliest time at which the plan can still be changed
 */
export const follow = (plan: Plan, now: number, { clock, quarters, perMinute }: Leading): Plan => {
  const laid = unfold(plan, Math.max(now, clock));
  const here = placeAt(laid, clock);
  const song = songAt(laid.segments[0].intent.program, here)?.song;
  if (!song) return plan;
  const at = ticks(quarters * TICKS_PER_QUARTER);
  const { timeline, barOne } = song;
  const speed = speedAt(timeline.tempo, at);
  if (!speed || !barAtTicks(timeline, at) || at > timeline.ticks) return plan;
  const there = barOne + secondsAt(timeline.tempo, at);
  const tempo = perMinute / perMinuteAt(speed, 'quarter');
  const off = there - here;
  if (Math.abs(off) > LEAP)
    return goTo(withRate(plan, now, tempo), now, seconds(there + (now - clock) * tempo));
  const slide = Math.max(-MOST, Math.min(MOST, off / SLIDE));
  const rate = tempo * (1 + slide);
  const is = laid.segments.findLast((one) => one.clock <= now)?.intent.rate ?? 1;
  return Math.abs(rate / is - 1) < SAME_RATE ? plan : withRate(plan, now, rate);
};
