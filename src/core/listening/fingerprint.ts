import { FRAMES } from './spectrum';

/** So many places are kept at most, and none closer (s) than this on the mean. */
const MOST_PLACES = 600;
const CLOSEST = 0.4;
/** A place is four digits for the time (ms) since the one before and one for its strength, to the base 36. */
const BASE = 36;
const TIME_DIGITS = 4;
const DIGITS = TIME_DIGITS + 1;
/** Strengths go up to this, in deviations. */
const LOUDEST = 8;
/** A strength that somebody hears. */
const AUDIBLE = 0.3;
/** So much of the places has to be in another copy of the same recording, each within so long (s) of where it is due. */
const SAME = 0.6;
const DUE = 0.006;
/** How far (frames) from where it is due an onset is looked for. */
const NEAR = 2;

export const LONGEST_FINGERPRINT = MOST_PLACES * DIGITS;

/** Where something begins, and how strongly. */
type Place = { readonly time: number; readonly strength: number };

/**
 * What another copy of a recording is known by: when its strongest onsets come, in text of at most 3,000
 * letters. Onsets stay where they are in every encoding and at every level, and a copy that begins earlier
 * or later has them all moved alike (the landmarks of Wang 2003, “An industrial strength audio search
 * algorithm”, with onsets for peaks of the spectrum).
 *
 * @param onsets strength by frame
 */
export const fingerprintOf = (onsets: Float32Array): string => {
  const window = Math.max(CLOSEST, onsets.length / FRAMES / MOST_PLACES) * FRAMES;
  const places: Place[] = [];
  for (let from = 0; from + window <= onsets.length; from += window) {
    const [first, last] = [Math.ceil(from), Math.ceil(from + window)];
    let best = first;
    for (let at = first; at < last; at++) if (onsets[at]! > onsets[best]!) best = at;
    if (onsets[best]! > AUDIBLE) places.push(placeAt(onsets, best));
  }
  let before = 0;
  return places
    .map(({ time, strength }) => {
      const now = Math.round(time * 1000);
      const late = Math.min(BASE ** TIME_DIGITS - 1, now - before);
      before = now;
      const loud = Math.round((Math.min(strength, LOUDEST) / LOUDEST) * (BASE - 1));
      return late.toString(BASE).padStart(TIME_DIGITS, '0') + loud.toString(BASE);
    })
    .join('');
};

const placesOf = (fingerprint: string): Place[] => {
  let now = 0;
  return Array.from({ length: Math.floor(fingerprint.length / DIGITS) }, (_, index) => {
    const digits = fingerprint.slice(index * DIGITS, (index + 1) * DIGITS);
    now += Number.parseInt(digits.slice(0, TIME_DIGITS), BASE);
    const loud = Number.parseInt(digits.slice(TIME_DIGITS), BASE);
    return { time: now / 1000, strength: (loud * LOUDEST) / (BASE - 1) };
  });
};

/** Whether a recording is the one that a fingerprint was taken of, and where it begins. */
export type Likeness = {
  readonly isSame: boolean;
  /** The share of what was kept that is in it, from 0 to 1. */
  readonly share: number;
  /** How much later (s) everything comes in it; less than 0 where it begins later. */
  readonly later: number;
};

/**
 * Looks for the recording of a fingerprint in another one.
 *
 * @param onsets strength by frame of the other one
 */
export const likenessTo = (fingerprint: string, onsets: Float32Array): Likeness => {
  const places = placesOf(fingerprint);
  const whole = places.reduce((sum, { strength }) => sum + strength, 0);
  if (whole === 0) return { isSame: false, share: 0, later: 0 };
  const wide = widened(onsets);
  const last = Math.ceil(places.at(-1)!.time * FRAMES);
  const frames = places.map(({ time }) => Math.round(time * FRAMES));
  let [best, most] = [0, -1];
  for (let by = -last; by < onsets.length; by++) {
    let sum = 0;
    for (let index = 0; index < frames.length; index++)
      sum += Math.min(places[index]!.strength, wide[frames[index]! + by] ?? 0);
    if (sum > most) [best, most] = [by, sum];
  }
  const late = lateness(places, onsets, best);
  const later = middleOf(late) ?? best / FRAMES;
  const there = late.filter((one) => Math.abs(one - later) <= DUE).length / places.length;
  return {
    isSame: there >= SAME,
    share: Math.round(there * 1000) / 1000,
    later: Math.round(later * 1000) / 1000,
  };
};

/** The strongest within reach. */
const widened = (onsets: Float32Array): Float32Array =>
  onsets.map((_, frame) => {
    let most = 0;
    for (let at = frame - NEAR; at <= frame + NEAR; at++) most = Math.max(most, onsets[at] ?? 0);
    return most;
  });

/** How much later (s) each place comes that is there. */
const lateness = (places: readonly Place[], onsets: Float32Array, by: number): number[] =>
  places.flatMap(({ time }) => {
    const due = Math.round(time * FRAMES) + by;
    let best = due;
    for (let at = due - NEAR; at <= due + NEAR; at++)
      if ((onsets[at] ?? 0) > (onsets[best] ?? 0)) best = at;
    return (onsets[best] ?? 0) > AUDIBLE ? [placeAt(onsets, best).time - time] : [];
  });

const middleOf = (values: readonly number[]): number | undefined =>
  [...values].sort((a, b) => a - b)[values.length >> 1];

/** Between frames, where the parabola through three of them peaks. */
const placeAt = (onsets: Float32Array, frame: number): Place => {
  const [left, strength, right] = [onsets[frame - 1] ?? 0, onsets[frame]!, onsets[frame + 1] ?? 0];
  const bend = left - 2 * strength + right;
  const by = bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (left - right)) / bend)) : 0;
  return { time: (frame + by) / FRAMES, strength };
};
