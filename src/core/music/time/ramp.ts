import type { Rate } from './tempo';
import { rate } from './tempo';
import { type Seconds, seconds, type Ticks, ticks } from './ticks';

/**
 * How the speed changes over a stretch. `hold` keeps it; `even-per-beat` is linear in position;
 * `even-per-second` is linear in time. Ramps in steps are several holds (see the timeline).
 */
export type Shape = 'held' | 'even-per-beat' | 'even-per-second';

/** A stretch of `length` ticks that goes from one speed to another. */
export type Stretch = {
  readonly shape: Shape;
  readonly length: Ticks;
  readonly from: Rate;
  readonly to: Rate;
};

/**
 * How long the first `position` ticks of a stretch last.
 *
 * Even per beat: the speed at position p is r = r0 + k·p, so t = ∫dp/r = ln(r/r0)/k. Written with
 * log1p, it stays exact where the two speeds are nearly the same.
 * Even per second: the speed is r0 + a·t with a = (r1² − r0²)/2n; p = r0·t + a·t²/2 solved for t.
 * Both are the definitions integrated; no outside source is needed.
 *
 * @param position 0 to the length; beyond it the formula goes on, up to where the speed would be 0
 * @example elapsed({ shape: 'even-per-beat', length: 8, from: 2, to: 1 }, 8) // => 5.545177444
 * @example elapsed({ shape: 'even-per-second', length: 12, from: 1, to: 2 }, 12) // => 8
 * @example elapsed({ shape: 'even-per-second', length: 12, from: 1, to: 2 }, 5) // => 4
 */
export const elapsed = (stretch: Stretch, position: Ticks): Seconds => {
  const { from, to, length } = stretch;
  if (stretch.shape === 'held' || from === to) return seconds(position / from);
  if (stretch.shape === 'even-per-beat') {
    const slope = (to - from) / length;
    const x = (slope * position) / from;
    return seconds(x === 0 ? position / from : Math.log1p(x) / slope);
  }
  const twiceAcceleration = (to * to - from * from) / length;
  return seconds((2 * position) / (from + Math.sqrt(from * from + twiceAcceleration * position)));
};

/**
 * How many ticks of a stretch have gone by after a time: the inverse of `elapsed`.
 *
 * @param time 0 to the stretch's duration, in seconds
 * @returns a position that need not be a whole tick
 * @example travelled({ shape: 'even-per-second', length: 12, from: 1, to: 2 }, 4) // => 5
 * @example travelled({ shape: 'held', length: 8, from: 2, to: 2 }, 3) // => 6
 */
export const travelled = (stretch: Stretch, time: Seconds): Ticks => {
  const { from, to, length } = stretch;
  if (stretch.shape === 'held' || from === to) return ticks(time * from);
  if (stretch.shape === 'even-per-beat') {
    const slope = (to - from) / length;
    return ticks((from * Math.expm1(slope * time)) / slope);
  }
  const acceleration = (to * to - from * from) / (2 * length);
  return ticks(from * time + (acceleration * time * time) / 2);
};

/**
 * The speed at a position of a stretch, in ticks a second.
 *
 * @example rateAt({ shape: 'even-per-beat', length: 8, from: 2, to: 1 }, 4) // => 1.5
 * @example rateAt({ shape: 'even-per-second', length: 12, from: 1, to: 2 }, 5) // => 1.5
 */
export const rateAt = (stretch: Stretch, position: Ticks): Rate => {
  const { shape, from, to, length } = stretch;
  if (shape === 'held' || from === to) return from;
  if (shape === 'even-per-beat') return rate(from + ((to - from) * position) / length);
  return rate(Math.sqrt(from * from + ((to * to - from * from) * position) / length));
};
