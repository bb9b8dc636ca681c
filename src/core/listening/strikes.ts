/** Tells strokes as they come in, block by block. */
export type StrikeListener = {
  /**
   * @param samples that follow those of the last call, from −1 to 1
   * @returns where strokes begin, in samples since the first call
   */
  readonly hear: (samples: Float32Array) => number[];
};

/** What is looked at together (s): the step of the attack of a drum is shorter. */
const FRAME = 0.001;
/** A stroke is so much stronger (power) than the mean of the frames before it. */
const STRONGER = 6;
const BEFORE = 12;
/** What is quieter than this (power of the slope, −66 dB) is the noise of the room. */
const QUIET = 2.5e-7;
/** Within so long (s) of a stroke nothing else is one: thirty-seconds at 180 are 42 ms apart. */
const DEAD = 0.035;
/** A stroke begins where it comes to this share of the frame’s largest slope. */
const BEGINS = 0.3;

/**
 * Strokes in sound as it comes in, by the rise of its power after a first difference, which passes over hum and
 * the ring of drums (the high-frequency content of Masri 1996, without the transform). It needs one frame to
 * tell: about a millisecond.
 *
 * @param sampleRate in Hz
 */
export const strikeListener = (sampleRate: number): StrikeListener => {
  const size = Math.max(1, Math.round(FRAME * sampleRate));
  const slopes = new Float32Array(size);
  const powers = new Float32Array(BEFORE);
  let [last, filled, frame] = [0, 0, 0];
  let free = 0;
  const endFrame = (): number | undefined => {
    const power = slopes.reduce((sum, slope) => sum + slope * slope, 0) / size;
    const before = powers.reduce((sum, one) => sum + one, 0) / BEFORE;
    const isStroke =
      frame >= BEFORE &&
      frame >= free &&
      power > QUIET &&
      power > STRONGER * Math.max(before, QUIET / 8);
    powers[frame % BEFORE] = power;
    frame++;
    if (!isStroke) return undefined;
    free = frame + Math.round(DEAD / FRAME);
    const most = slopes.reduce((largest, slope) => Math.max(largest, Math.abs(slope)), 0);
    const begins = slopes.findIndex((slope) => Math.abs(slope) >= BEGINS * most);
    return (frame - 1) * size + begins;
  };
  return {
    hear: (samples) => {
      const found: number[] = [];
      for (const sample of samples) {
        slopes[filled++] = sample - last;
        last = sample;
        if (filled < size) continue;
        filled = 0;
        const at = endFrame();
        if (at !== undefined) found.push(at);
      }
      return found;
    },
  };
};
