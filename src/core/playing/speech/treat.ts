/** What is taken for silence at either end, against the loudest sample. */
const SILENCE = 0.01;
/** Kept before the first sample that is not silence, in seconds. */
const BREATH = 0.004;
/** How loud a voice is made: the root mean square of what is left, and the most a sample may be. */
const LOUDNESS = 0.16;
const MOST = 0.95;
/** Samples that each side of the resampling filter reaches. */
const REACH = 24;

/**
 * A recorded voice made ready to be heard beside a click: silence cut off at both ends, brought to
 * one loudness, and turned to another rate.
 *
 * @param samples −1 to 1
 * @param from samples a second of what was recorded
 * @param to samples a second of what is wanted
 */
export const treat = (samples: Float32Array, from: number, to: number): Float32Array =>
  levelled(resampled(trimmed(samples, from), from, to));

const trimmed = (samples: Float32Array, rate: number): Float32Array => {
  const most = samples.reduce((peak, value) => Math.max(peak, Math.abs(value)), 0);
  const sounds = (value: number) => Math.abs(value) > most * SILENCE;
  const first = samples.findIndex(sounds);
  if (first < 0) return samples.subarray(0, 0);
  const last = samples.findLastIndex(sounds);
  return samples.subarray(Math.max(0, first - Math.round(BREATH * rate)), last + 1);
};

const levelled = (samples: Float32Array): Float32Array => {
  const power = samples.reduce((sum, value) => sum + value * value, 0);
  if (power === 0) return samples;
  const factor = LOUDNESS / Math.sqrt(power / samples.length);
  return samples.map((value) => Math.max(-MOST, Math.min(MOST, value * factor)));
};

/**
 * Band-limited interpolation with a windowed sinc (Julius O. Smith, Digital Audio Resampling; the
 * Hann window). To a lower rate the filter closes at half of it.
 */
export const resampled = (samples: Float32Array, from: number, to: number): Float32Array => {
  if (from === to) return samples;
  const common = greatestCommon(from, to);
  const [up, down] = [to / common, from / common];
  const reach = Math.ceil(REACH * Math.max(1, from / to));
  const filters = Array.from({ length: up }, (_, phase) =>
    filterFor(phase / up, reach, Math.min(1, to / from)),
  );
  // With silence before and after: a look beyond the end costs more than all the rest.
  const padded = new Float32Array(samples.length + 2 * reach + 1);
  padded.set(samples, reach);
  const out = new Float32Array(Math.round((samples.length * to) / from));
  for (let index = 0; index < out.length; index++) {
    const filter = filters[(index * down) % up]!;
    const first = Math.floor((index * down) / up) + 1;
    let sum = 0;
    for (let tap = 0; tap < filter.length; tap++) sum += padded[first + tap]! * filter[tap]!;
    out[index] = sum;
  }
  return out;
};

/** The weights of the samples around a place so far behind one of them. */
const filterFor = (behind: number, reach: number, open: number): Float64Array =>
  Float64Array.from({ length: 2 * reach }, (_, tap) => {
    const away = behind + reach - 1 - tap;
    const window = 0.5 + 0.5 * Math.cos((Math.PI * away) / reach);
    return open * sinc(away * open) * window;
  });

const greatestCommon = (a: number, b: number): number => (b === 0 ? a : greatestCommon(b, a % b));

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
