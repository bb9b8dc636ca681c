import type { Spectrum } from './spectrum';

/** How strongly something begins, frame by frame, with a deviation of 1: in all, and by range. */
export type Onsets = {
  readonly all: Float32Array;
  /** Below 150 Hz, where the bass drum is. */
  readonly low: Float32Array;
  readonly middle: Float32Array;
  /** Above 5 kHz, where cymbals are. */
  readonly high: Float32Array;
  /** How much the harmony is another one than a beat ago. */
  readonly change: Float32Array;
};

/** Between these (Hz) lies the middle range. */
const LOW = 150;
const HIGH = 5000;
/** Harmony is looked for between these (Hz). */
const HARMONY = [120, 2500] as const;
/** So far (frames) the harmony before and after a place is listened to. */
const AROUND = 25;
/** The local mean is over this many frames on each side. */
const MEAN = 50;

/**
 * Where something begins: spectral flux against the largest of the neighbouring bands of the frame before
 * (Böck and Widmer 2013, “Maximum filter vibrato suppression for onset detection”), less its local mean.
 */
export const onsetsOf = (spectrum: Spectrum): Onsets => {
  const { bands, frames, values, bandAt } = spectrum;
  const make = () => new Float32Array(frames);
  const [all, low, middle, high] = [make(), make(), make(), make()];
  const [fromMiddle, fromHigh] = [bandAt(LOW), bandAt(HIGH)];
  for (let frame = 1; frame < frames; frame++) {
    const [now, before] = [frame * bands, (frame - 1) * bands];
    for (let band = 0; band < bands; band++) {
      const reference = Math.max(
        values[before + band]!,
        band > 0 ? values[before + band - 1]! : 0,
        band + 1 < bands ? values[before + band + 1]! : 0,
      );
      const more = values[now + band]! - reference;
      if (more <= 0) continue;
      all[frame]! += more;
      const range = band < fromMiddle ? low : band < fromHigh ? middle : high;
      range[frame]! += more;
    }
  }
  const [risen, risenLow, risenMiddle, risenHigh] = [all, low, middle, high].map(aboveMean);
  return {
    all: risen!,
    low: risenLow!,
    middle: risenMiddle!,
    high: risenHigh!,
    change: changesIn(spectrum),
  };
};

/** What rises above its surroundings, with a deviation of 1. */
const aboveMean = (values: Float32Array): Float32Array => {
  const risen = new Float32Array(values.length);
  let sum = 0;
  for (let index = 0; index < Math.min(MEAN, values.length); index++) sum += values[index]!;
  let square = 0;
  for (let index = 0; index < values.length; index++) {
    sum += (values[index + MEAN] ?? 0) - (values[index - MEAN - 1] ?? 0);
    const count = Math.min(index + MEAN, values.length - 1) - Math.max(index - MEAN, 0) + 1;
    risen[index] = Math.max(0, values[index]! - sum / count);
    square += risen[index]! ** 2;
  }
  const deviation = Math.sqrt(square / Math.max(1, values.length));
  if (deviation > 0) for (let index = 0; index < risen.length; index++) risen[index]! /= deviation;
  return risen;
};

/** How unlike the harmony after a frame is to that before it, from 0 to 2: one less the cosine of both. */
const changesIn = ({ bands, frames, values, bandAt }: Spectrum): Float32Array => {
  const [from, to] = HARMONY.map(bandAt) as [number, number];
  const width = to - from;
  const sums = new Float64Array((frames + 1) * width);
  for (let frame = 0; frame < frames; frame++)
    for (let band = 0; band < width; band++)
      sums[(frame + 1) * width + band] =
        sums[frame * width + band]! + values[frame * bands + from + band]!;
  const changes = new Float32Array(frames);
  for (let frame = 0; frame < frames; frame++) {
    const [start, end] = [Math.max(0, frame - AROUND), Math.min(frames, frame + AROUND)];
    let [dot, before, after] = [0, 0, 0];
    for (let band = 0; band < width; band++) {
      const here = sums[frame * width + band]!;
      const a = here - sums[start * width + band]!;
      const b = sums[end * width + band]! - here;
      dot += a * b;
      before += a * a;
      after += b * b;
    }
    changes[frame] = before > 0 && after > 0 ? 1 - dot / Math.sqrt(before * after) : 0;
  }
  return changes;
};
