import type { Rate } from '../../music/time';
import type { TempoSegment } from './types';

/**
 * The least change of tempo that is told. Whoever asks for another tempo asks for a beat or two a minute
 * (common practice, no source); what a recording drifts by is less, and listeners tell about 2 % (Drake and
 * Botte 1993, from memory).
 */
const LEAST = 0.01;

/**
 * The segments that a drummer is told of: those that end away from what was told last by 1 % or more, so that
 * a slow drift is told now and then.
 *
 * @param entering the tempo before the first segment; without it the first is told
 */
export const toldTempos = (
  tempo: readonly TempoSegment[],
  entering?: Rate,
): readonly TempoSegment[] => {
  let told = entering;
  return tempo.filter(({ from, to }) => {
    if (told !== undefined && !differ(told, from) && !differ(from, to)) return false;
    told = to;
    return true;
  });
};

const differ = (one: Rate, other: Rate): boolean => Math.abs(other / one - 1) >= LEAST;
