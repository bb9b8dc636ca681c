/** One period of a tone as a table, made of its first harmonics. */
export type Tone = Float32Array;

const TABLE = 2048;

/** @param harmonics how loud each is, the fundamental first */
export const toneOf = (harmonics: readonly number[]): Tone => {
  const sum = harmonics.reduce((all, one) => all + one, 0);
  return Float32Array.from({ length: TABLE }, (_, at) =>
    harmonics.reduce(
      (value, loud, index) =>
        value + (loud / sum) * Math.sin((2 * Math.PI * (index + 1) * at) / TABLE),
      0,
    ),
  );
};

/** How a note begins and dies away, in seconds. */
export type Envelope = {
  readonly attack: number;
  /** Until it is a third as loud; nothing where it is held. */
  readonly decay?: number;
  readonly release: number;
};

/** A note of an instrument, in seconds of the recording. */
export type Sounded = {
  readonly at: number;
  readonly length: number;
  /** In semitones above A4, 440 Hz. */
  readonly pitch: number;
  readonly loud: number;
};

/** Adds a note to a recording. */
export const addNote = (
  samples: Float32Array,
  sampleRate: number,
  tone: Tone,
  { attack, decay, release }: Envelope,
  { at, length, pitch, loud }: Sounded,
): void => {
  const step = (TABLE * 440 * 2 ** (pitch / 12)) / sampleRate;
  const from = Math.round(at * sampleRate);
  const count = Math.min(Math.round(length * sampleRate), samples.length - from);
  const falls = decay === undefined ? 1 : Math.exp(-1 / (decay * sampleRate));
  let [phase, level] = [0, loud];
  for (let index = 0; index < count; index++) {
    const edges = Math.min(
      1,
      index / (attack * sampleRate),
      (count - index) / (release * sampleRate),
    );
    if (from + index >= 0) samples[from + index]! += level * edges * tone[phase | 0]!;
    phase = (phase + step) % TABLE;
    level *= falls;
  }
};
