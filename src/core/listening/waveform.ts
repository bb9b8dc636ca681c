/** The shape of a recording at several scales: lowest and highest samples in turn, coarser level by level. */
export type Waveform = {
  readonly sampleRate: number;
  readonly seconds: number;
  readonly levels: readonly { readonly samples: number; readonly extremes: Float32Array }[];
};

/** Samples in one pair of the finest level, and how many pairs make one of the next. */
const FINEST = 64;
const FACTOR = 4;
const COARSEST = 2000;

/**
 * @param samples one channel, from −1 to 1
 */
export const waveformOf = (samples: Float32Array, sampleRate: number): Waveform => {
  const count = Math.max(1, Math.ceil(samples.length / FINEST));
  const finest = new Float32Array(2 * count);
  for (let pair = 0; pair < count; pair++) {
    let [low, high] = [0, 0];
    const to = Math.min(samples.length, (pair + 1) * FINEST);
    for (let at = pair * FINEST; at < to; at++) {
      const value = samples[at]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    finest[2 * pair] = low;
    finest[2 * pair + 1] = high;
  }
  const levels: Waveform['levels'][number][] = [{ samples: FINEST, extremes: finest }];
  while (levels.at(-1)!.extremes.length > COARSEST) {
    const { samples: size, extremes } = levels.at(-1)!;
    levels.push({ samples: size * FACTOR, extremes: coarser(extremes) });
  }
  return { sampleRate, seconds: samples.length / sampleRate, levels };
};

const coarser = (extremes: Float32Array): Float32Array => {
  const pairs = Math.ceil(extremes.length / 2 / FACTOR);
  const result = new Float32Array(2 * pairs);
  for (let at = 0; at < extremes.length; at += 2) {
    const into = 2 * Math.floor(at / 2 / FACTOR);
    result[into] = Math.min(result[into]!, extremes[at]!);
    result[into + 1] = Math.max(result[into + 1]!, extremes[at + 1]!);
  }
  return result;
};

/**
 * Lowest and highest sample between two times (s), from the coarsest level that is fine enough.
 *
 * @returns from −1 to 1; both 0 outside the recording
 */
export const extremesIn = (
  { levels, sampleRate }: Waveform,
  from: number,
  to: number,
): readonly [low: number, high: number] => {
  const wanted = (to - from) * sampleRate;
  const level = levels.findLast(({ samples }) => samples <= wanted) ?? levels[0]!;
  const first = Math.max(0, Math.floor((from * sampleRate) / level.samples));
  const last = Math.ceil((to * sampleRate) / level.samples);
  let [low, high] = [0, 0];
  for (let pair = first; pair < Math.max(last, first + 1); pair++) {
    low = Math.min(low, level.extremes[2 * pair] ?? 0);
    high = Math.max(high, level.extremes[2 * pair + 1] ?? 0);
  }
  return [low, high];
};
