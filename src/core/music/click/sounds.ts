import { mulberry } from '../../base/random';
import type { ClickKind } from './kinds';

/** How one click sounds: a struck tone that begins at its full height and dies away. */
export type Timbre = {
  /** What a player calls it. */
  readonly words: string;
  /** Pitch in hertz of an ordinary pulse. */
  readonly pitch: number;
  /** What it is made of: multiples of the pitch with their weights. */
  readonly partials: readonly (readonly [multiple: number, weight: number])[];
  /** Weight of the noise in it. All weights together are 1. */
  readonly noise: number;
  /** Time to fall to a thousandth of the peak, in seconds. */
  readonly decay: number;
  /**
   * General MIDI percussion keys for the first beat and for the others (General MIDI Level 1, the
   * metronome's 33 and 34 from General MIDI 2; numbers from memory).
   */
  readonly keys: readonly [first: number, others: number];
};

/**
 * Eight clicks that differ in pitch, in how long they ring and in how noisy they are, since a stage
 * hides some of them behind cymbals and some behind the bass.
 */
export const TIMBRES = {
  block: timbre(
    'wood block',
    1175,
    [
      [1, 0.7],
      [2.4, 0.3],
    ],
    0,
    0.05,
    [76, 77],
  ),
  sticks: timbre(
    'sticks',
    2300,
    [
      [1, 0.35],
      [1.71, 0.25],
    ],
    0.4,
    0.035,
    [37, 37],
  ),
  beep: timbre('beep', 1000, [[1, 1]], 0, 0.09, [34, 33]),
  tick: timbre('tick', 3300, [[1, 0.4]], 0.6, 0.015, [42, 42]),
  bell: timbre(
    'bell',
    1320,
    [
      [1, 0.5],
      [2.76, 0.3],
      [5.4, 0.2],
    ],
    0,
    0.28,
    [53, 53],
  ),
  cowbell: timbre(
    'cowbell',
    560,
    [
      [1, 0.5],
      [1.48, 0.4],
      [3.01, 0.1],
    ],
    0,
    0.14,
    [56, 56],
  ),
  thud: timbre(
    'low thud',
    220,
    [
      [1, 0.75],
      [2.02, 0.25],
    ],
    0,
    0.11,
    [41, 41],
  ),
  shaker: timbre('shaker', 6200, [[1, 0.15]], 0.85, 0.05, [70, 70]),
} as const satisfies Record<string, Timbre>;

export type SoundName = keyof typeof TIMBRES;
export const SOUND_NAMES = Object.keys(TIMBRES) as [SoundName, ...SoundName[]];

/** Kinds of click differ in pitch too, so that they are told apart when all are soft. */
const PITCHES: Readonly<Record<ClickKind, number>> = {
  bar: 1.5,
  group: 1.26,
  pulse: 1,
  count: 0.75,
  division: 0.89,
  polyrhythm: 1.12,
};

/** The peak of a click at 0 dB of its own level. */
const PEAK = 0.8;

export const LONGEST_CLICK = Math.max(...Object.values(TIMBRES).map(({ decay }) => decay));

/**
 * One click as samples. The first sample is the peak, so the onset is where the click is due and
 * not a rise later.
 *
 * @param sampleRate samples a second
 * @returns values from −0.8 to 0.8, at the level of 0 dB
 */
export const renderClick = (name: SoundName, kind: ClickKind, sampleRate: number): Float32Array => {
  const { pitch, partials, noise, decay } = TIMBRES[name] as Timbre;
  const length = Math.ceil(decay * sampleRate);
  const fall = Math.log(1000) / decay;
  const random = mulberry(1);
  return Float32Array.from({ length }, (_, index) => {
    const time = index / sampleRate;
    const turn = 2 * Math.PI * pitch * PITCHES[kind] * time;
    const hiss = index === 0 ? 1 : 2 * random() - 1;
    const tone = partials.reduce(
      (sum, [multiple, weight]) => sum + weight * Math.cos(turn * multiple),
      noise * hiss,
    );
    return PEAK * tone * (1 - index / length) * Math.exp(-fall * time);
  });
};

function timbre(
  words: string,
  pitch: number,
  partials: Timbre['partials'],
  noise: number,
  decay: number,
  keys: Timbre['keys'],
): Timbre {
  return { words, pitch, partials, noise, decay, keys };
}
