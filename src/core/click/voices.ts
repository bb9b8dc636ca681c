import type { ClickKind } from '../timeline';

/** How one kind of click sounds: a struck tone that begins at its full height and dies away. */
export type Voice = {
  /** Pitch in hertz. */
  readonly pitch: number;
  /** A second tone above it, as a multiple of the pitch: what makes it woody. */
  readonly overtone: number;
  /** Peak, 0 to 1. */
  readonly peak: number;
  /** Time to fall to a thousandth of the peak, in seconds. */
  readonly decay: number;
};

/** The four kinds of click differ in pitch as well as in height, so that they are told apart softly. */
export const VOICES: Readonly<Record<ClickKind, Voice>> = {
  bar: { pitch: 1760, overtone: 2.4, peak: 0.8, decay: 0.06 },
  group: { pitch: 1480, overtone: 2.4, peak: 0.64, decay: 0.05 },
  pulse: { pitch: 1175, overtone: 2.4, peak: 0.5, decay: 0.05 },
  count: { pitch: 880, overtone: 3.1, peak: 0.64, decay: 0.07 },
};

export const LONGEST_VOICE = Math.max(...Object.values(VOICES).map(({ decay }) => decay));

/**
 * One click as samples. The first sample is the peak, so the onset is where the click is due and
 * not a rise later.
 *
 * @param sampleRate samples a second
 * @returns values from −peak to peak, `decay` seconds long
 */
export const renderVoice = (voice: Voice, sampleRate: number): Float32Array => {
  const length = Math.ceil(voice.decay * sampleRate);
  const fall = Math.log(1000) / voice.decay;
  return Float32Array.from({ length }, (_, index) => {
    const time = index / sampleRate;
    const turn = 2 * Math.PI * voice.pitch * time;
    const tone = 0.7 * Math.cos(turn) + 0.3 * Math.cos(turn * voice.overtone);
    const taper = 1 - index / length;
    return voice.peak * tone * taper * Math.exp(-fall * time);
  });
};
