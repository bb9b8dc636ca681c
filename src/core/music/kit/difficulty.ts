import { LIMBS, type Limb, limbsOf } from './load';
import { strokesPlayed } from './ornaments';
import { byPlace, type Pattern, patternTicks, strokesOf } from './pattern';
import type { StickedStroke } from './sticking';
import { voiceOf } from './voices';

/** What the steps of difficulty mean. */
export const DIFFICULTIES = {
  1: 'at sight',
  2: 'with care',
  3: 'to be practised',
  4: 'hard',
  5: 'beyond most players, or what is logged',
} as const;

export type Difficulty = {
  readonly step: keyof typeof DIFFICULTIES;
  /** Why it is that step and no less, in a sentence. */
  readonly why: string;
};

/**
 * Strokes a second of one limb from which a step begins that is harder than the one before: 2, 3, 4 and 5.
 * Where the player has logged a speed as clean, the steps begin at shares of that. Our own table from
 * common practice, no source.
 */
const FROM: Readonly<Record<'hand' | 'foot', readonly number[]>> = {
  hand: [4.5, 6, 8, 10],
  foot: [2.5, 4, 5.5, 7],
};
const SHARES = [0.6, 0.75, 0.9, 1];

/** Two strokes alone are quicker than a row of them: so much counts of the speed of a pair. */
const OF_A_PAIR = 0.7;

/**
 * How hard a pattern is at a tempo, from 1 to 5: by the limb that is asked most of, or by what it takes
 * besides speed (ghost notes or ornaments, more than two surfaces, feet at four distances or more from the
 * hands: a step each), whichever is more.
 *
 * @param secondsPerTick at the tempo played
 * @param clean strokes a second that the player has logged as clean, by limb
 */
export const difficultyOf = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
  clean: Readonly<Partial<Record<Limb, number>>> = {},
): Difficulty => {
  const speeds = speedsOf(pattern, handed, secondsPerTick).map(({ limb, perSecond }) => {
    const logged = clean[limb];
    const from = logged
      ? SHARES.map((share) => share * logged)
      : FROM[limb.endsWith('hand') ? 'hand' : 'foot'];
    const step = 1 + from.filter((one) => perSecond > one + 1e-9).length;
    const measure = logged ? `you have logged ${round(logged)} as clean` : steps(from, step);
    return {
      step,
      why: `The ${limb} plays ${round(perSecond)} strokes a second (${measure}).`,
    };
  });
  const skill = besidesSpeed(pattern, handed);
  const [most] = [...speeds, skill].sort((a, b) => b.step - a.step);
  const { step, why } = most ?? skill;
  return { step: Math.min(5, step) as Difficulty['step'], why };
};

const round = (value: number): number => Math.round(value * 10) / 10;

/** Where a step begins, and where the next one does. */
const steps = (from: readonly number[], step: number): string => {
  const here = from[step - 2];
  const next = from[step - 1];
  return [here !== undefined && `over ${here}`, next !== undefined && `up to ${next}`]
    .filter(Boolean)
    .join(', ');
};

/** What each limb is asked for in motions a second: a bounce is none. */
const speedsOf = (pattern: Pattern, handed: readonly StickedStroke[], secondsPerTick: number) => {
  const length = patternTicks(pattern);
  const motions = strokesPlayed(handed, length, secondsPerTick).filter(({ bounced }) => !bounced);
  return LIMBS.flatMap((limb) => {
    const own = motions.filter((one) => limbsOf(one).includes(limb)).map(({ at }) => at);
    if (own.length < 2) return [];
    const twice = [...own, ...own.map((at) => at + length)];
    const fastest = (strokes: number) =>
      own.reduce((best, at, index) => {
        const gap = (twice[index + strokes - 1]! - at) * secondsPerTick;
        return gap > 0 ? Math.max(best, (strokes - 1) / gap) : best;
      }, 0);
    return [{ limb, perSecond: Math.max(fastest(3), OF_A_PAIR * fastest(2)) }];
  });
};

const besidesSpeed = (pattern: Pattern, handed: readonly StickedStroke[]) => {
  const strokes = strokesOf(pattern);
  const surfaces = new Set(
    strokes.map(({ voice }) => voice).filter((id) => voiceOf(id).limb === 'hand'),
  ).size;
  const asks = [
    strokes.some(({ ornament, force }) => ornament !== undefined || force === 'ghost') &&
      'ghost notes or ornaments',
    surfaces > 2 && `${surfaces} surfaces`,
    offsetsOf(handed) > 3 && 'feet at four distances or more from the hands',
  ].filter((one): one is string => typeof one === 'string');
  const why = asks.length > 0 ? `It asks for ${asks.join(', ')}.` : 'It asks for little.';
  return { step: 1 + asks.length, why };
};

/** How many different distances there are from a foot’s stroke back to the hands’ last. */
export const offsetsOf = (handed: readonly StickedStroke[]): number => {
  const distances = new Set<number>();
  let hand: number | undefined;
  for (const [at, strokes] of byPlace(handed)) {
    const limbs = strokes.map(({ voice }) => voiceOf(voice).limb);
    if (limbs.includes('hand')) hand = at;
    if (limbs.includes('foot')) distances.add(at - (hand ?? at));
  }
  return distances.size;
};
