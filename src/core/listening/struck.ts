import type { Onsets } from './onsets';
import { FRAMES } from './spectrum';

/** How likely the kit is struck at places of a bar, from 0 to 1. */
export type StruckHeard = {
  readonly bass: readonly number[];
  readonly snare: readonly number[];
  readonly hats: readonly number[];
};

/** A stroke comes this much (frames) early or late at most. */
const REACH = 3;
/** A place is silent below this share of the strongest. */
const SILENT = 0.15;

/**
 * What is heard of the drums in bars of one stretch, place by place and on the mean over the bars: a help for
 * the ear, since whatever sounds low, in the middle or high is taken for bass drum, snare and hats.
 *
 * @param bars when each bar begins, and last where the last one ends, in seconds
 * @param places in a bar, as shares of it from 0
 */
export const struckHeard = (
  { low, middle, high }: Onsets,
  bars: readonly number[],
  places: readonly number[],
): StruckHeard => {
  const meanOf = (strength: Float32Array) =>
    places.map((place) => {
      const sum = bars.slice(1).reduce((all, to, index) => {
        const from = bars[index]!;
        return all + strongestNear(strength, (from + place * (to - from)) * FRAMES);
      }, 0);
      return sum / Math.max(1, bars.length - 1);
    });
  const bass = meanOf(low);
  const snare = without(meanOf(middle), bass);
  const hats = meanOf(high);
  const [ofBass, ofSnare, ofHats] = [
    likely(bass, Math.max(...bass)),
    likely(snare, Math.max(...snare)),
    // Snares hiss louder than hats: what is usual there, and not the loudest, is as sure as can be.
    likely(hats, usual(hats)),
  ];
  // What hisses only where the snare is struck is the snare.
  const isOwn = ofHats.some((value, place) => value > 0.5 && ofSnare[place]! < 0.5);
  return { bass: ofBass, snare: ofSnare, hats: isOwn ? ofHats : ofHats.map(() => 0) };
};

/** How likely it is that something is struck, against what is as good as sure (at least a deviation). */
const likely = (means: readonly number[], sure: number): number[] =>
  means.map((mean) => {
    const share = Math.min(1, mean / Math.max(1, sure));
    return Math.max(0, Math.round(((share - SILENT) / (1 - SILENT)) * 100) / 100);
  });

/** The middle one of the means that are more than silence. */
const usual = (means: readonly number[]): number => {
  const most = Math.max(...means);
  const heard = means.filter((mean) => mean > SILENT * most).sort((a, b) => a - b);
  return heard[heard.length >> 1] ?? 0;
};

/** Every bass drum is heard in the middle range too: less as much as it is there where it is struck alone. */
const without = (middle: readonly number[], bass: readonly number[]): number[] => {
  const strong = Math.max(...bass) / 2;
  const shares = middle.flatMap((value, place) =>
    bass[place]! > strong ? value / bass[place]! : [],
  );
  const share = Math.min(...shares);
  return Number.isFinite(share)
    ? middle.map((value, place) => Math.max(0, value - share * bass[place]!))
    : [...middle];
};

const strongestNear = (values: Float32Array, frame: number): number => {
  const middle = Math.round(frame);
  let most = 0;
  for (let at = middle - REACH; at <= middle + REACH; at++) most = Math.max(most, values[at] ?? 0);
  return most;
};
