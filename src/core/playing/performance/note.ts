import { LIMBS, type Limb, type Ornament, type StickedStroke, type VoiceId } from '../../music/kit';
import type { Seconds, Ticks } from '../../music/time';
import type { Snares, Sticks } from '../../song/roadmap';

/** The order in which a groove is learnt. */
export const LAYERS = ['hands', 'backbeat', 'kick', 'ornaments'] as const;
export type Layer = (typeof LAYERS)[number];

/** One stroke as it sounds. */
export type Note = {
  /** Where it is written; ornaments may sound a little before. */
  readonly ticks: Ticks;
  /** From bar 1. */
  readonly seconds: Seconds;
  readonly voice: VoiceId;
  /** The articulation. */
  readonly how: string;
  /** From 0, nothing, to 1, as hard as can be. */
  readonly force: number;
  /** What the hands hold, and whether the snares are on. */
  readonly sticks: Sticks;
  readonly snares: Snares;
  readonly ornament: Ornament | undefined;
  /** Struck with the shoulder of the stick. */
  readonly shoulder?: true;
  /** How open the hats are while they open or close gradually: 0 closed to 1 open. */
  readonly opening?: number;
  readonly after: 'choke' | 'ring' | undefined;
  /** When a choked cymbal is caught, from bar 1; at once where left out. */
  readonly caught?: Seconds;
  readonly layer: Layer;
  readonly limbs: readonly Limb[];
  /** Where it comes from: a section’s groove, a fill, or a hit. */
  readonly from: 'groove' | 'fill' | 'hit';
};

/** Which layer a stroke belongs to: feet, backbeat, what decorates, and what keeps time. */
export const layerOf = ({ voice, force, ornament }: StickedStroke): Layer => {
  if (ornament !== undefined || force === 'ghost') return 'ornaments';
  if (voice === 'bass' || voice === 'pedal') return 'kick';
  return voice === 'snare' ? 'backbeat' : 'hands';
};

/** What is heard of a performance; nothing named means all. */
export type Listening = {
  readonly layers?: readonly Layer[];
  readonly limbs?: readonly Limb[];
};

/** Whether a note is heard. A stroke of both hands is heard where one of them is. */
export const isHeard = (note: Note, { layers = LAYERS, limbs = LIMBS }: Listening): boolean =>
  layers.includes(note.layer) && note.limbs.some((limb) => limbs.includes(limb));
