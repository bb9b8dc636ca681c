import type { Limb } from '../music/kit';

/** What a limb plays in a song; see `loadsAlong` in src/core/playing/performance. Times in seconds from bar 1. */
export type LimbLoad = {
  readonly limb: Limb;
  readonly strokes: number;
  /** Its longest time without two seconds of rest. */
  readonly longest: { readonly from: number; readonly to: number } | undefined;
  /** Its fastest four strokes: how many a second, and when they begin. */
  readonly fastest: { readonly perSecond: number; readonly from: number } | undefined;
};

/**
 * A limb is busy that plays so many strokes a minute on and on (common practice, no source: eighths of
 * one hand at 110, quarters of one foot at 120).
 */
export const BUSY: Readonly<Record<Limb, number>> = {
  'right hand': 220,
  'left hand': 220,
  'right foot': 120,
  'left foot': 120,
};
