import { mulberry, type Random } from '../../base/random';
import { type Meter, TICKS_PER_QUARTER } from '../time';
import { gridFor } from './counting';
import { newPattern, type Pattern, rowsOf, type School, type Struck } from './pattern';
import type { VoiceId } from './voices';

/** How a generated fill is thought of, in one sentence each. */
export const FILL_SCHOOLS = {
  backbeat:
    'Centred on the backbeat: cells of four sixteenths, the snare stays on 2 and 4 and the flow is never broken.',
  linear: 'Linear: hands and foot one after the other, never two at once.',
  free: 'Free: any drum on any part of the beat, rests among them.',
} as const;

export type FillSchool = keyof typeof FILL_SCHOOLS;

/** Where a beat of a fill is played. */
export type BeatUse = 'snare' | 'anywhere' | 'rest';

export type Recipe = {
  readonly school: FillSchool;
  readonly meter: Meter;
  /** Length in beats of the meter. */
  readonly beats: number;
  /** For each quarter where it is played; missing ones are anywhere. */
  readonly uses: readonly BeatUse[];
  /** The drums and cymbals that may be struck anywhere. */
  readonly voices: readonly VoiceId[];
  readonly sticking: School;
  /** What it leads to; before a push the last eighth is left free for the crash. */
  readonly lands: 'crash' | 'nothing' | 'push';
};

/**
 * The beats that carry the backbeat stay on the snare: 2 and 4, counted by where the fill lies. In
 * meters of eighths none is fixed.
 */
export const backbeatUses = (meter: Meter, beats: number): BeatUse[] =>
  Array.from({ length: quartersIn({ meter, beats }) }, (_, index) => {
    if (meter.denominator !== 4) return 'anywhere';
    const first = (meter.numerator - (beats % meter.numerator)) % meter.numerator;
    return (first + index) % 2 === 1 ? 'snare' : 'anywhere';
  });

const SIXTEENTH = TICKS_PER_QUARTER / 4;

/**
 * Five one-beat cells of four sixteenths, hand to hand, told apart by where the accents fall. Being
 * hand to hand, any of them follows any other at any tempo. Our own choice of cells for a recipe
 * that is common practice; no source.
 */
const CELLS: readonly (readonly number[])[] = [[0], [1], [2], [3], [0, 3]];

/** Hands and foot one after the other over four sixteenths: R, L, and K for the foot. */
const LINEAR_CELLS = ['RLKK', 'RLRK', 'RKLK', 'RLKR', 'KRLK'] as const;

/**
 * The numbers of the cells that a seed draws, one a quarter, from 1 to 5: its digits to the base of
 * five. Over four beats the seeds 0 to 624 draw each of the 625 fills once.
 *
 * @example numbersOf(7, 4) // => [1, 1, 2, 3]
 */
export const numbersOf = (seed: number, beats: number): number[] => {
  const numbers: number[] = [];
  let rest = Math.abs(Math.trunc(seed));
  for (let beat = 0; beat < beats; beat++) {
    numbers.unshift((rest % CELLS.length) + 1);
    rest = Math.floor(rest / CELLS.length);
  }
  return numbers;
};

/**
 * A fill by number: the same seed and recipe always give the same fill. Every result can be played:
 * never two hand strokes at once, and no hand more than twice in a row.
 *
 * @param seed a whole number; by the backbeat and linear schools it draws the cells
 */
export const generateFill = (seed: number, recipe: Recipe, id: string): Omit<Pattern, 'order'> => {
  const { school, meter, beats, sticking, lands } = recipe;
  const random = mulberry(seed);
  const length = (beats * 4 * TICKS_PER_QUARTER) / meter.denominator;
  const end = lands === 'push' ? length - TICKS_PER_QUARTER / 2 : length;
  const strokes = WRITERS[school](seed, recipe, random).filter(({ at }) => at < end);
  const blank = newPattern(id, meter, {
    kind: 'fill',
    beats,
    sticking: school === 'linear' ? 'alternating' : sticking,
    name: `${CALLED[school]} ${seed}`,
  });
  return {
    ...blank,
    ...rowsOf(strokes),
    grid: gridFor(
      blank,
      strokes.map(({ at }) => at),
    ),
  };
};

const CALLED: Readonly<Record<FillSchool, string>> = {
  backbeat: 'Backbeat fill',
  linear: 'Linear fill',
  free: 'Free fill',
};

type Writer = (seed: number, recipe: Recipe, random: Random) => Struck[];

/** Quarters that a fill reaches into: each draws one cell. */
export const quartersIn = ({ meter, beats }: Pick<Recipe, 'meter' | 'beats'>): number =>
  Math.ceil((beats * 4) / meter.denominator);

const playedAt = ({ uses }: Recipe, beat: number): BeatUse => uses[beat] ?? 'anywhere';

const voicesFor = (recipe: Recipe, beat: number): readonly VoiceId[] =>
  playedAt(recipe, beat) === 'snare' || recipe.voices.length === 0 ? ['snare'] : recipe.voices;

const pick = <T>(list: readonly T[], random: Random): T =>
  list[Math.floor(random() * list.length)]!;

/** Each beat by its cell: accents on one voice, the rest on another. */
const backbeatWriter: Writer = (seed, recipe, random) => {
  return numbersOf(seed, quartersIn(recipe)).flatMap((number, beat) => {
    const voices = voicesFor(recipe, beat);
    const [loud, soft] = [pick(voices, random), pick(voices, random)];
    if (playedAt(recipe, beat) === 'rest') return [];
    const accents = CELLS[number - 1]!;
    return [0, 1, 2, 3].map((part): Struck => {
      const accented = accents.includes(part);
      return {
        voice: accented ? loud : soft,
        at: beat * TICKS_PER_QUARTER + part * SIXTEENTH,
        hand: part % 2 === 0 ? 'R' : 'L',
        ...(accented && { force: 'accent' }),
      };
    });
  });
};

const linearWriter: Writer = (seed, recipe, random) => {
  return numbersOf(seed, quartersIn(recipe)).flatMap((number, beat) => {
    const voices = voicesFor(recipe, beat);
    if (playedAt(recipe, beat) === 'rest') return [];
    return [...LINEAR_CELLS[number - 1]!].map((limb, part): Struck => {
      const at = beat * TICKS_PER_QUARTER + part * SIXTEENTH;
      if (limb === 'K') return { voice: 'bass', at };
      return { voice: pick(voices, random), at, hand: limb as 'R' | 'L' };
    });
  });
};

/** Eighths, triplets or sixteenths by beat, some left out; the first of the fill is always there. */
const freeWriter: Writer = (_, recipe, random) => {
  const beat = TICKS_PER_QUARTER;
  return Array.from({ length: quartersIn(recipe) }, (_, index) => index).flatMap((index) => {
    const parts = pick([2, 3, 4, 4], random);
    const voices = voicesFor(recipe, index);
    const voice = pick(voices, random);
    return Array.from({ length: parts }, (_, part) => part).flatMap((part): Struck[] => {
      const left = random() < 0.25 && part + index > 0;
      const moved = random() < 0.3 ? pick(voices, random) : voice;
      if (left || playedAt(recipe, index) === 'rest') return [];
      const accented = random() < 0.25;
      return [
        {
          voice: moved,
          at: index * beat + (part * beat) / parts,
          ...(accented && { force: 'accent' as const }),
        },
      ];
    });
  });
};

const WRITERS: Readonly<Record<FillSchool, Writer>> = {
  backbeat: backbeatWriter,
  linear: linearWriter,
  free: freeWriter,
};
