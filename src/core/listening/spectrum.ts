import FFT from 'fft.js';

/** Frames a second by which a recording is looked at. */
export const FRAMES = 100;

/** A frame is about this long (s): a power of two of samples. */
const WINDOW = 0.046;

/** Bands an octave, and between which frequencies (Hz), as Böck and Widmer 2013 have them. */
const PER_OCTAVE = 24;
const LOWEST = 30;
const HIGHEST = 16_000;

/** Loudness by band and frame: log10(1 + magnitude), `bands` values a frame. */
export type Spectrum = {
  readonly bands: number;
  readonly frames: number;
  readonly values: Float32Array;
  /** The first band above a frequency, in Hz. */
  readonly bandAt: (frequency: number) => number;
};

/**
 * The spectrum of a recording in frames, the middle of frame n at n / FRAMES seconds.
 *
 * @param samples one channel, from −1 to 1
 * @param onProgress is told the share that is done, and may stop it by answering false
 */
export const spectrumOf = (
  samples: Float32Array,
  sampleRate: number,
  onProgress: (share: number) => boolean = () => true,
): Spectrum | undefined => {
  const size = 2 ** Math.round(Math.log2(WINDOW * sampleRate));
  const edges = edgesFor(size, sampleRate);
  const bands = edges.length - 2;
  const frames = Math.max(1, Math.ceil((samples.length * FRAMES) / sampleRate));
  const values = new Float32Array(frames * bands);
  const fft = new FFT(size);
  const window = hann(size);
  const input = new Array<number>(size).fill(0);
  const output = fft.createComplexArray() as number[];
  const magnitudes = new Float32Array(size / 2);
  for (let frame = 0; frame < frames; frame++) {
    if (frame % 500 === 0 && !onProgress(frame / frames)) return undefined;
    const from = Math.round((frame * sampleRate) / FRAMES) - size / 2;
    for (let index = 0; index < size; index++)
      input[index] = (samples[from + index] ?? 0) * window[index]!;
    fft.realTransform(output, input);
    for (let bin = 0; bin < size / 2; bin++)
      magnitudes[bin] = Math.hypot(output[2 * bin]!, output[2 * bin + 1]!);
    for (let band = 0; band < bands; band++) {
      const sum = weighted(magnitudes, edges[band]!, edges[band + 1]!, edges[band + 2]!);
      values[frame * bands + band] = Math.log10(1 + sum);
    }
  }
  const hertz = sampleRate / size;
  const bandAt = (frequency: number) => {
    const found = edges.findIndex((bin) => bin * hertz >= frequency);
    return Math.min(bands, Math.max(0, found < 0 ? bands : found));
  };
  return { bands, frames, values, bandAt };
};

const hann = (size: number): Float32Array =>
  Float32Array.from(
    { length: size },
    (_, index) => 0.5 - 0.5 * Math.cos((2 * Math.PI * index) / size),
  );

/** Bins where triangles begin, peak and end; those that fall on one bin are one. */
const edgesFor = (size: number, sampleRate: number): number[] => {
  const highest = Math.min(HIGHEST, sampleRate / 2.1);
  const count = Math.floor(Math.log2(highest / LOWEST) * PER_OCTAVE);
  const bins = Array.from({ length: count + 1 }, (_, index) =>
    Math.round((LOWEST * 2 ** (index / PER_OCTAVE) * size) / sampleRate),
  );
  return [...new Set(bins)].filter((bin) => bin > 0 && bin < size / 2);
};

/** A triangle over bins, of height 1. */
const weighted = (values: Float32Array, from: number, peak: number, to: number): number => {
  let sum = 0;
  for (let bin = from; bin < peak; bin++) sum += (values[bin]! * (bin - from)) / (peak - from);
  for (let bin = peak; bin < to; bin++) sum += (values[bin]! * (to - bin)) / (to - peak);
  return sum;
};
