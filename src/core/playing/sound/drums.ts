import { mulberry } from '../../base/random';
import { articulationOf, voiceOf } from '../../music/kit';
import type { Note } from '../performance';

/**
 * A kit made of sums: sliding sines for skins, beating squares for metal, filtered noise for what
 * hisses. Each sound is a table of settings below and is the same at every hearing.
 */
type Recipe = {
  /** Seconds until it has died away to a thousandth. */
  readonly decay: number;
  /** A sine that slides from one pitch to another (Hz) within some seconds, with its share. */
  readonly tone?: {
    readonly from: number;
    readonly to: number;
    readonly slide: number;
    readonly share: number;
    /** Seconds to a thousandth; the whole sound’s where left out. */
    readonly decay?: number;
  };
  /** A second sine, above the first. */
  readonly over?: { readonly pitch: number; readonly share: number; readonly decay: number };
  /** Noise between two pitches (Hz), with its share. */
  readonly noise?: {
    readonly low: number;
    readonly high: number;
    readonly share: number;
    readonly decay?: number;
  };
  /** Square waves that beat with one another, the lowest at this pitch (Hz). */
  readonly metal?: { readonly pitch: number; readonly share: number; readonly decay?: number };
  /** Strokes that bounce: how many a second. */
  readonly bounces?: number;
};

const skin = (pitch: number, decay: number, share = 0.85): Recipe => ({
  decay,
  tone: { from: pitch * 1.6, to: pitch, slide: 0.06, share },
  over: { pitch: pitch * 2.3, share: 0.12, decay: 0.09 },
  noise: { low: 900, high: 5000, share: 0.12, decay: 0.03 },
});

const cymbal = (pitch: number, decay: number, hiss: number): Recipe => ({
  decay,
  metal: { pitch, share: 1 - hiss },
  noise: { low: 4500, high: 14_000, share: hiss },
});

const hat = (decay: number): Recipe => ({
  decay,
  metal: { pitch: 3100, share: 0.35 },
  noise: { low: 6500, high: 15_000, share: 0.65 },
});

const RECIPES: Readonly<Record<string, Recipe>> = {
  'bass struck': {
    decay: 0.36,
    tone: { from: 150, to: 50, slide: 0.045, share: 0.95 },
    noise: { low: 1200, high: 5000, share: 0.16, decay: 0.012 },
  },
  'snare head': {
    decay: 0.24,
    tone: { from: 230, to: 185, slide: 0.03, share: 0.5, decay: 0.12 },
    over: { pitch: 332, share: 0.22, decay: 0.08 },
    noise: { low: 1400, high: 9000, share: 0.55 },
  },
  'snare cross-stick': {
    decay: 0.09,
    tone: { from: 1750, to: 1650, slide: 0.01, share: 0.6, decay: 0.05 },
    over: { pitch: 520, share: 0.35, decay: 0.07 },
    noise: { low: 2500, high: 8000, share: 0.15, decay: 0.015 },
  },
  'snare rim': {
    decay: 0.3,
    tone: { from: 420, to: 395, slide: 0.02, share: 0.5, decay: 0.16 },
    over: { pitch: 920, share: 0.3, decay: 0.12 },
    noise: { low: 1400, high: 10_000, share: 0.55 },
  },
  'highTom struck': skin(172, 0.42),
  'middleTom struck': skin(132, 0.5),
  'floorTom struck': skin(92, 0.62),
  'floorTom2 struck': skin(74, 0.7),
  'hihat closed': hat(0.07),
  'hihat opening': hat(0.16),
  'hihat half-open': hat(0.32),
  'hihat wider': hat(0.55),
  'hihat open': hat(0.85),
  'pedal pedal': { ...hat(0.06), noise: { low: 4000, high: 11_000, share: 0.4 } },
  'pedal splash': hat(0.5),
  'ride bow': {
    ...cymbal(2600, 1.5, 0.35),
    over: { pitch: 3900, share: 0.35, decay: 0.12 },
  },
  'ride bell': {
    ...cymbal(1080, 1.6, 0.12),
    over: { pitch: 2480, share: 0.5, decay: 0.9 },
  },
  'ride edge': cymbal(1900, 2.1, 0.6),
  'crash struck': cymbal(2200, 2.2, 0.72),
  'crash2 struck': cymbal(1850, 2.4, 0.72),
  'china struck': cymbal(1300, 1.5, 0.6),
  'splash struck': cymbal(3300, 0.8, 0.75),
  'cowbell struck': {
    decay: 0.22,
    tone: { from: 562, to: 560, slide: 0.01, share: 0.5 },
    over: { pitch: 845, share: 0.5, decay: 0.18 },
    metal: { pitch: 562, share: 0.2, decay: 0.1 },
  },
  'sticks struck': {
    decay: 0.06,
    tone: { from: 2450, to: 2400, slide: 0.01, share: 0.7, decay: 0.05 },
    noise: { low: 3000, high: 9000, share: 0.25, decay: 0.01 },
  },
  'tambourine struck': { decay: 0.17, noise: { low: 7000, high: 15_000, share: 1 } },
  'snare buzz': {
    decay: 0.34,
    tone: { from: 200, to: 185, slide: 0.03, share: 0.2, decay: 0.3 },
    noise: { low: 1600, high: 9000, share: 0.7 },
    bounces: 34,
  },
};

/** Bits of force that are told apart: each sound is made so many times, from soft and dull to hard. */
export const FORCES_HEARD = 5;

/** The nearest of the forces that are made. */
const heardForce = (force: number): number =>
  Math.max(1, Math.min(FORCES_HEARD, Math.round(force * FORCES_HEARD)));

/** What a sound is named by. */
type Struck = Pick<Note, 'voice' | 'how' | 'force'> &
  Partial<Pick<Note, 'ornament' | 'sticks' | 'snares' | 'shoulder' | 'opening'>>;

/**
 * Names the sound of a stroke, for keeping it once it is made: what is struck, with what, how hard.
 *
 * @example soundName({ voice: 'snare', how: 'rim', force: 1, sticks: 'rods', snares: 'off' }) // => 'snare rim rods off 5'
 */
export const soundName = (struck: Struck): string => {
  const { voice, how, ornament, force, sticks, snares, shoulder, opening } = struck;
  const buzz = ornament === 'buzz' && voice === 'snare';
  const hats = voice === 'hihat' && opening !== undefined && OPENINGS[Math.round(opening * 4)];
  return [
    voice,
    buzz ? 'buzz' : hats || articulationOf(voice, how).id,
    shoulder && voiceOf(voice).family === 'cymbal' && 'shoulder',
    sticks && HELD[sticks] && voiceOf(voice).limb === 'hand' && voice !== 'sticks' && sticks,
    snares === 'off' && voice === 'snare' && 'off',
    heardForce(force),
  ]
    .filter(Boolean)
    .join(' ');
};

/** Hats from closed to open, as they are heard on the way. */
const OPENINGS = ['closed', 'opening', 'half-open', 'wider', 'open'] as const;

/** The shoulder of the stick on the edge: lower, longer, with more of a wash. */
const withShoulder = ({ metal, noise, decay, ...rest }: Recipe): Recipe => ({
  ...rest,
  decay: decay * 1.3,
  ...(metal && { metal: { ...metal, pitch: metal.pitch * 0.8, share: metal.share * 1.3 } }),
  ...(noise && { noise: { ...noise, low: noise.low * 0.7 } }),
});

const SHOULDER_GAIN = 1.3;

/** A recipe as it sounds with something else than sticks in the hands, and how loud that is beside them. */
type Held = { readonly change: (recipe: Recipe) => Recipe; readonly gain: number };

const HELD: Readonly<Record<string, Held>> = {
  // Wires brush rather than strike: little tone, a soft hiss.
  brushes: {
    change: ({ tone, over: _, metal, ...rest }) => ({
      ...rest,
      ...(tone && { tone: { ...tone, share: tone.share * 0.4 } }),
      ...(metal && { metal: { ...metal, share: metal.share * 0.4 } }),
      noise: { low: 2200, high: 8000, share: 0.8, decay: Math.min(rest.decay, 0.16) },
    }),
    gain: 0.5,
  },
  // A bundle of thin sticks: the skin with a slap.
  rods: {
    change: ({ over: _, ...rest }) => ({
      ...rest,
      noise: { low: 1800, high: 7000, share: 0.5, decay: Math.min(rest.decay, 0.06) },
    }),
    gain: 0.7,
  },
  // Felt: no attack.
  mallets: {
    change: ({ noise, over: _, ...rest }) => ({
      ...rest,
      ...(noise && { noise: { ...noise, high: noise.high * 0.3, share: noise.share * 0.4 } }),
    }),
    gain: 0.85,
  },
};

/** Without the wires below, a snare is a drum like another. */
const snaresOff = ({ noise, ...rest }: Recipe): Recipe => ({
  ...rest,
  ...(noise && { noise: { ...noise, share: noise.share * 0.1, decay: 0.03 } }),
});

/** How loudness grows with force: what is played twice as hard is 8 dB louder. */
const LOUDER = 1.4;

/**
 * The factor on a sound that makes it as loud as its force: sounds are made for a few forces only.
 *
 * @param force 0 to 1
 * @example gainFor(1) // => 1
 * @example gainFor(0.32) // => 0.732
 */
export const gainFor = (force: number): number =>
  ((force * FORCES_HEARD) / heardForce(force)) ** LOUDER;

/** Loudness of the kit’s voices against one another. */
const BALANCE: Readonly<Partial<Record<string, number>>> = {
  bass: 1,
  snare: 0.8,
  hihat: 0.34,
  pedal: 0.26,
  ride: 0.36,
  crash: 0.55,
  crash2: 0.55,
  china: 0.55,
  splash: 0.45,
  cowbell: 0.4,
  tambourine: 0.35,
  sticks: 0.5,
};
const TOMS = 0.8;

/** Pitches of metal against its lowest; no two are in a simple ratio, so that none is heard as a note. */
const PARTIALS = [1, 1.342, 1.2312, 1.6532, 1.9523, 2.1523];

/**
 * A drum sound as samples, at most 1.
 *
 * @param name as `soundName` gives it
 * @param sampleRate samples a second
 * @returns mono, as long as it rings
 */
export const renderDrum = (name: string, sampleRate: number): Float32Array => {
  const words = name.split(' ');
  const plain = RECIPES[words.slice(0, 2).join(' ')];
  if (!plain) return new Float32Array(0);
  const held = words.map((word) => HELD[word]).find(Boolean);
  const changed = held ? held.change(plain) : plain;
  const shoulder = words.includes('shoulder');
  const edged = shoulder ? withShoulder(changed) : changed;
  const recipe = words.includes('off') ? snaresOff(edged) : edged;
  const hard = Number(words.at(-1)) / FORCES_HEARD;
  const samples = new Float32Array(Math.ceil(recipe.decay * sampleRate));
  addTone(samples, recipe, sampleRate);
  addMetal(samples, recipe, sampleRate);
  // Soft strokes are duller as well as quieter.
  addNoise(samples, recipe, sampleRate, 0.45 + 0.55 * hard);
  const loud = (BALANCE[words[0]!] ?? TOMS) * (held?.gain ?? 1) * (shoulder ? SHOULDER_GAIN : 1);
  return finished(samples, recipe, sampleRate, loud * hard ** LOUDER);
};

/** The factor from one sample to the next of something that falls to a thousandth in `decay` seconds. */
const falling = (decay: number, rate: number): number => Math.exp(-Math.log(1000) / (decay * rate));

const addTone = (samples: Float32Array, { tone, over, decay }: Recipe, rate: number) => {
  if (tone) {
    const [fall, slide] = [falling(tone.decay ?? decay, rate), Math.exp(-4 / (tone.slide * rate))];
    let [phase, height, bend] = [0, tone.share, tone.from - tone.to];
    for (let index = 0; index < samples.length; index++) {
      phase += (2 * Math.PI * (tone.to + bend)) / rate;
      samples[index]! += height * Math.sin(phase);
      height *= fall;
      bend *= slide;
    }
  }
  if (over) {
    const [fall, turn] = [falling(over.decay, rate), (2 * Math.PI * over.pitch) / rate];
    let height = over.share;
    for (let index = 0; index < samples.length; index++) {
      samples[index]! += height * Math.sin(turn * index);
      height *= fall;
    }
  }
};

const addMetal = (samples: Float32Array, { metal, decay }: Recipe, rate: number) => {
  if (!metal) return;
  const fall = falling(metal.decay ?? decay, rate);
  for (const partial of PARTIALS) {
    const step = (metal.pitch * partial) / rate;
    let [phase, height] = [partial % 1, metal.share / PARTIALS.length];
    for (let index = 0; index < samples.length; index++) {
      phase += step;
      if (phase >= 1) phase -= 1;
      samples[index]! += phase < 0.5 ? height : -height;
      height *= fall;
    }
  }
};

/** White noise through one pole from below and one from above. */
const addNoise = (samples: Float32Array, recipe: Recipe, rate: number, bright: number) => {
  const { noise, decay, bounces = 0 } = recipe;
  if (!noise) return;
  const random = mulberry(noise.low + samples.length);
  const pole = (pitch: number) => 1 - Math.exp((-2 * Math.PI * pitch) / rate);
  const [low, high] = [pole(noise.low), pole(Math.min(noise.high * bright, rate * 0.45))];
  const [fall, bounce] = [falling(noise.decay ?? decay, rate), falling(0.05, rate)];
  let [kept, smooth, height, again] = [0, 0, 1.6 * noise.share, 1];
  const apart = bounces > 0 ? Math.round(rate / bounces) : Number.POSITIVE_INFINITY;
  for (let index = 0; index < samples.length; index++) {
    smooth += high * (random() * 2 - 1 - smooth);
    kept += low * (smooth - kept);
    samples[index]! += (smooth - kept) * height * again;
    height *= fall;
    if (bounces > 0) again = index % apart === 0 ? 1 : again * bounce;
  }
};

/** Brought to its loudness, with a start too short to hear as late and an end at nothing. */
const finished = (samples: Float32Array, recipe: Recipe, rate: number, gain: number) => {
  let peak = 0;
  for (const value of samples) peak = Math.max(peak, Math.abs(value));
  const attack = Math.round(0.0006 * rate);
  const tail = Math.max(1, Math.round(Math.min(0.02, recipe.decay / 4) * rate));
  return samples.map((value, index) => {
    const rise = Math.min(1, (index + 1) / attack);
    const end = Math.min(1, (samples.length - index) / tail);
    return peak === 0 ? 0 : (value / peak) * gain * rise * end;
  });
};
