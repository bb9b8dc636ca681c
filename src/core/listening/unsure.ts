import type { Beat } from './beats';
import { nearestRun, runsOf } from './period';

/** A stretch of a recording, in seconds. */
export type Unsure = { readonly from: number; readonly to: number };

/** Beats below this confidence are a guess; so many in a row make a stretch. */
const SURE = 0.35;
const FEWEST = 4;
/** Taps so soon (s) after a stretch settle where the beat is from there on. */
const SETTLES = 12;

/**
 * Where beats are a guess, as in a break without drums: what follows may be off by half a beat or by a whole
 * one, until it is tapped there.
 *
 * @param taps in seconds, in order
 */
export const unsureStretches = (beats: readonly Beat[], taps: readonly number[] = []): Unsure[] => {
  const found: Unsure[] = [];
  let from = 0;
  for (let at = 0; at <= beats.length; at++) {
    if (at < beats.length && beats[at]!.confidence < SURE) continue;
    if (at - from >= FEWEST)
      found.push({ from: beats[from]!.time, to: beats[Math.min(at, beats.length - 1)]!.time });
    from = at + 1;
  }
  return found.filter(({ from: start, to }) => {
    const run = nearestRun(runsOf(taps), to);
    return !run || run.at(-1)! < start || run[0]! > to + SETTLES;
  });
};

/** Of music hardly any is less sure on the mean; speech is (by `bench/listening.ts`: 43 songs and a talk). */
const SURE_OF_MUSIC = 0.45;

/** How sure beats are on the mean, from 0 to 1; 0 for none. */
export const sureness = (beats: readonly Beat[]): number =>
  beats.reduce((sum, { confidence }) => sum + confidence, 0) / Math.max(1, beats.length);

/** Whether there may be no beat at all in what beats were found in, as in speech. */
export const isGuess = (beats: readonly Beat[]): boolean => sureness(beats) < SURE_OF_MUSIC;

/** How sure a beat is between two runs of taps, where nothing else is heard. */
const BETWEEN = 0.2;

/**
 * Beats by taps alone, where no sound is: between runs the time is divided evenly by what was tapped.
 *
 * @param taps in seconds, in order
 * @example tappedBeats([1, 1.5, 2, 4.5, 5]).length // => 9
 */
export const tappedBeats = (taps: readonly number[]): Beat[] => {
  const gaps = taps.slice(1).map((tap, index) => tap - taps[index]!);
  const usual = [...gaps].sort((a, b) => a - b)[gaps.length >> 1];
  if (usual === undefined) return [];
  return taps.flatMap((time, index): Beat[] => {
    const gap = gaps[index];
    const parts = gap === undefined ? 1 : Math.max(1, Math.round(gap / usual));
    return Array.from({ length: parts }, (_, part) => ({
      time: time + ((gap ?? 0) * part) / parts,
      confidence: part === 0 ? 1 : BETWEEN,
    }));
  });
};
