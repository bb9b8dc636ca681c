import { mulberry } from '../base/random';

/** Made-up recordings with known beats, for tests only. */

/** What sounds within a beat: where in it, as a share, and how loud. */
export type Band = {
  readonly kick: readonly Stroke[];
  readonly snare: readonly Stroke[];
  readonly hat: readonly Stroke[];
};
type Stroke = readonly [place: number, loud: number];

const HATS: readonly Stroke[] = [
  [0, 0.5],
  [0.5, 0.4],
];
const BACKBEAT: Band = { kick: [], snare: [[0, 0.9]], hat: HATS };

/** A bar of four: bass drum on 1, 3 and the and of it, snare on 2 and 4, hats on eighths. */
export const ROCK: readonly Band[] = [
  { kick: [[0, 1]], snare: [], hat: HATS },
  BACKBEAT,
  {
    kick: [
      [0, 0.9],
      [0.5, 0.8],
    ],
    snare: [],
    hat: HATS,
  },
  BACKBEAT,
];

/** The same with loud hats between the beats and quiet ones on them: easily taken half a beat late. */
export const OFF_BEATS: readonly Band[] = ROCK.map((beat) => ({
  ...beat,
  hat: [[0.5, 1.2]],
  snare: beat.snare.map(([place]) => [place, 0.4] as const),
}));

/** Beats (s) from a start on, each as long as is said for it. */
export const beatsAt = (
  count: number,
  lengthOf: (beat: number) => number,
  start = 0.5,
): number[] => {
  const beats = [start];
  for (let beat = 0; beat < count - 1; beat++) beats.push(beats[beat]! + lengthOf(beat));
  return beats;
};

/**
 * A recording of drums: sines that fall for the bass drum, noise for the others.
 *
 * @param beats when they are, in seconds; the last is where it ends
 * @param bars what each beat of a bar sounds like
 */
export const recordingOf = (
  beats: readonly number[],
  bars: readonly Band[],
  sampleRate: number,
  noise = 0.002,
): Float32Array<ArrayBuffer> => {
  const random = mulberry(7);
  const samples = new Float32Array(Math.ceil((beats.at(-1)! + 0.5) * sampleRate));
  for (let at = 0; at < samples.length; at++) samples[at] = (random() * 2 - 1) * noise;
  const add = (time: number, length: number, valueAt: (seconds: number) => number) => {
    const from = Math.round(time * sampleRate);
    for (let at = 0; at < length * sampleRate && from + at < samples.length; at++)
      samples[from + at]! += valueAt(at / sampleRate);
  };
  beats.slice(0, -1).forEach((beat, index) => {
    const length = beats[index + 1]! - beat;
    const { kick, snare, hat } = bars[index % bars.length]!;
    for (const [place, loud] of kick)
      add(
        beat + place * length,
        0.15,
        (t) => 0.5 * loud * Math.sin(2 * Math.PI * 55 * t) * Math.exp(-t * 25),
      );
    for (const [place, loud] of snare)
      add(beat + place * length, 0.12, (t) => 0.3 * loud * (random() * 2 - 1) * Math.exp(-t * 35));
    let last = 0;
    for (const [place, loud] of hat)
      add(beat + place * length, 0.04, (t) => {
        const now = random() * 2 - 1;
        const high = now - last;
        last = now;
        return 0.12 * loud * high * Math.exp(-t * 90);
      });
  });
  return samples;
};

/** The share of beats that were found within a tolerance (s) and of those found that are beats, as one (F). */
export const found = (
  heard: readonly number[],
  beats: readonly number[],
  tolerance = 0.07,
): number => {
  const left = new Set(heard);
  let hits = 0;
  for (const beat of beats) {
    const near = [...left].find((time) => Math.abs(time - beat) <= tolerance);
    if (near === undefined) continue;
    left.delete(near);
    hits++;
  }
  return (2 * hits) / (heard.length + beats.length);
};
