import { TICKS_PER_QUARTER } from '../time';
import { offsetsOf } from './difficulty';
import { LIMBS, type Limb, limbsOf } from './load';
import { type PlayedStroke, strokesPlayed } from './ornaments';
import { type Pattern, patternTicks, strokesOf } from './pattern';
import type { StickedStroke } from './sticking';

/** What makes a pattern hard, as facts. */
export type Figures = {
  /** The longest row of motions of one limb at its fastest distance: how many, and how many a second. */
  readonly run:
    | { readonly limb: Limb; readonly strokes: number; readonly perSecond: number }
    | undefined;
  /** Places where two limbs or more strike together, and places where one strikes alone. */
  readonly together: number;
  readonly alone: number;
  /** Different distances between a foot and the hand before it: 1 is lock-step. */
  readonly offsets: number;
  /** From the softest to the loudest stroke, in decibels. */
  readonly spread: number;
  /** Changes of surface of either hand, and the time there is for the shortest, in seconds. */
  readonly moves: { readonly count: number; readonly shortest: number | undefined };
};

/** Forces against one another, as the drums are made to sound. */
export const FORCE: Readonly<Record<'accent' | 'ghost' | 'plain', number>> = {
  accent: 1.3,
  ghost: 0.35,
  plain: 1,
};

/**
 * The figures of a pattern that goes round.
 *
 * @param secondsPerTick at the tempo played
 */
export const figuresOf = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
): Figures => {
  const length = patternTicks(pattern);
  const own = byLimb(handed);
  const limbsAt = new Map<number, Set<Limb>>();
  for (const [limb, strokes] of own) {
    for (const { at } of strokes) {
      const here = limbsAt.get(at);
      if (here) here.add(limb);
      else limbsAt.set(at, new Set([limb]));
    }
  }
  const together = [...limbsAt.values()].filter(({ size }) => size > 1).length;
  return {
    run: fastestRun(strokesPlayed(handed, length, secondsPerTick), length, secondsPerTick),
    together,
    alone: limbsAt.size - together,
    offsets: offsetsOf(handed),
    spread: spreadOf(handed),
    moves: movesOf(own, secondsPerTick),
  };
};

type ByLimb = ReadonlyMap<Limb, readonly StickedStroke[]>;

/** The strokes of each limb in order; those of both hands or feet are of each. */
const byLimb = (handed: readonly StickedStroke[]): ByLimb => {
  const found = new Map<Limb, StickedStroke[]>(LIMBS.map((limb) => [limb, []]));
  for (const stroke of handed) for (const limb of limbsOf(stroke)) found.get(limb)!.push(stroke);
  return found;
};

const fastestRun = (
  played: readonly PlayedStroke[],
  length: number,
  secondsPerTick: number,
): Figures['run'] => {
  const runs = LIMBS.flatMap((limb) => {
    const places = played
      .filter((one) => !one.bounced && limbsOf(one).includes(limb))
      .map(({ at }) => at);
    if (places.length < 2) return [];
    const gaps = [...places.slice(1), places[0]! + length].map((at, index) => at - places[index]!);
    const fastest = Math.min(...gaps);
    // Round and round: a row may go over the bar line, but not longer than the pattern.
    const twice = [...gaps, ...gaps];
    let [longest, now] = [0, 0];
    for (const gap of twice) {
      now = Math.abs(gap - fastest) < 1 ? now + 1 : 0;
      longest = Math.max(longest, now);
    }
    const count = Math.min(longest + 1, places.length);
    return [{ limb, strokes: count, perSecond: 1 / (fastest * secondsPerTick) }];
  });
  return runs.sort((a, b) => b.perSecond - a.perSecond || b.strokes - a.strokes)[0];
};

const spreadOf = (handed: readonly StickedStroke[]): number => {
  const forces = handed.map(({ force }) => FORCE[force ?? 'plain']);
  if (forces.length === 0) return 0;
  return 20 * Math.log10(Math.max(...forces) / Math.min(...forces));
};

const movesOf = (own: ByLimb, secondsPerTick: number): Figures['moves'] => {
  const gaps = (['right hand', 'left hand'] as const).flatMap((limb) => {
    const strokes = own.get(limb) ?? [];
    return strokes
      .slice(1)
      .flatMap((stroke, index) =>
        stroke.voice === strokes[index]!.voice ? [] : [stroke.at - strokes[index]!.at],
      );
  });
  const apart = gaps.filter((gap) => gap > 0);
  return {
    count: gaps.length,
    shortest: apart.length > 0 ? Math.min(...apart) * secondsPerTick : undefined,
  };
};

/** How a pattern divides its beats. */
export type Division = 'straight' | 'triplets' | 'mixed';

export const divisionOf = (pattern: Pattern): Division => {
  const parts = strokesOf(pattern).map(({ at }) => (at % TICKS_PER_QUARTER) / TICKS_PER_QUARTER);
  const triplets = parts.filter((part) => part > 0 && Number.isInteger(part * 3)).length;
  const straight = parts.filter((part) => part > 0 && Number.isInteger(part * 16)).length;
  if (triplets === 0) return 'straight';
  return straight === 0 ? 'triplets' : 'mixed';
};
