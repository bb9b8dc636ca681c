import { strokesPlayed } from './ornaments';
import { type Hand, type Pattern, patternTicks } from './pattern';
import type { StickedStroke } from './sticking';
import { voiceOf } from './voices';

export const LIMBS = ['right hand', 'left hand', 'right foot', 'left foot'] as const;
export type Limb = (typeof LIMBS)[number];

/** What a pattern asks of a limb at a tempo. */
export type Load = {
  readonly limb: Limb;
  /** With those of ornaments. */
  readonly strokes: number;
  /** Strokes a second over the whole pattern. */
  readonly perSecond: number;
  /** Motions a second in the fastest pair, the repeat of the pattern included; a bounce is none. */
  readonly peak: number;
};

/** The limbs that play a stroke. */
export const limbsOf = ({ voice, hand }: Pick<StickedStroke, 'voice' | 'hand'>): readonly Limb[] =>
  PLAYING[voiceOf(voice).limb][hand];

const PLAYING: Readonly<Record<'hand' | 'foot', Readonly<Record<Hand, readonly Limb[]>>>> = {
  hand: { R: ['right hand'], L: ['left hand'], B: ['right hand', 'left hand'] },
  foot: { R: ['right foot'], L: ['left foot'], B: ['right foot', 'left foot'] },
};

/**
 * Strokes a second of each limb while a pattern goes round.
 *
 * @param secondsPerTick at the tempo played
 * @example eighths with one hand at quarter = 137 are 274 strokes a minute
 */
export const loadsOf = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
): Load[] => {
  const length = patternTicks(pattern);
  const played = strokesPlayed(handed, length, secondsPerTick);
  return LIMBS.flatMap((limb): Load[] => {
    const own = played.filter((stroke) => limbsOf(stroke).includes(limb));
    const places = own.filter(({ bounced }) => !bounced).map(({ at }) => at);
    if (places.length === 0) return [];
    const round = [...places, places[0]! + length];
    const gaps = round
      .slice(1)
      .map((at, index) => at - round[index]!)
      .filter((gap) => gap > 0);
    return [
      {
        limb,
        strokes: own.length,
        perSecond: own.length / (length * secondsPerTick),
        peak: 1 / (Math.min(...gaps) * secondsPerTick),
      },
    ];
  });
};
