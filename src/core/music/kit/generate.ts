import { mulberry, type Random } from '../../base/random';
import { fail, ok, type Result } from '../../base/result';
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
  /** One’s own five cells in place of the school’s. */
  readonly cells?: readonly string[] | undefined;
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
 * A cell is a beat of four sixteenths, as it is typed: R and L for the hands, K for the foot, small where
 * it is soft, and - for a rest. In the backbeat school they are hand to hand and told apart by where the
 * accents fall, so that any follows any other at any tempo; in the linear one hands and foot follow one
 * another. Our own choice of cells for recipes that are common practice; no source.
 */
export const CELLS: Readonly<Record<'backbeat' | 'linear', readonly string[]>> = {
  backbeat: ['Rlrl', 'rLrl', 'rlRl', 'rlrL', 'RlrL'],
  linear: ['rlkk', 'rlrk', 'rklk', 'rlkr', 'krlk'],
};

const THREE_IN_A_ROW = /r{3}|l{3}/i;

/** How many cells there are to draw from. */
export const CELL_COUNT = 5;

/**
 * A cell as somebody types it.
 *
 * @returns its four letters; what is wrong with it in a sentence
 * @example parseCell('R l r L') // => { ok: true, value: 'RlrL' }
 */
export const parseCell = (text: string): Result<string> => {
  const cell = text.replace(/\s+/g, '');
  if (!/^[rlk-]{4}$/i.test(cell))
    return fail(
      'invalid',
      'Cell',
      'A cell is four of R, L, K and -, small where it is soft: Rlrl.',
    );
  // Twice over, since cells follow one another.
  return THREE_IN_A_ROW.test(cell + cell)
    ? fail('invalid', 'Cell', 'One hand plays at most twice in a row.')
    : ok(cell);
};

/**
 * Five cells as somebody types them: each can be played, and so can any after any other.
 *
 * @returns what is wrong, at the number of its cell
 */
export const parseCells = (texts: readonly string[]): Result<readonly string[]> => {
  const cells: string[] = [];
  for (const [index, text] of texts.entries()) {
    const read = parseCell(text);
    if (!read.ok) return fail('invalid', String(index + 1), read.problem.message);
    cells.push(read.value);
  }
  for (const [index, cell] of cells.entries()) {
    const after = cells.findIndex((other) => THREE_IN_A_ROW.test(cell + other));
    if (after >= 0)
      return fail(
        'invalid',
        String(after + 1),
        `After cell ${index + 1} one hand would play more than twice in a row.`,
      );
  }
  return ok(cells);
};

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
    numbers.unshift((rest % CELL_COUNT) + 1);
    rest = Math.floor(rest / CELL_COUNT);
  }
  return numbers;
};

/**
 * The seed that draws certain cells: the inverse of `numbersOf`.
 *
 * @param numbers each from 1 to 5
 * @example seedOf([1, 4, 1, 4]) // => 78
 */
export const seedOf = (numbers: readonly number[]): number =>
  numbers.reduce((seed, number) => seed * CELL_COUNT + number - 1, 0);

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

type Cells = keyof typeof CELLS;

/** Each beat by the letters of its cell; `voiceFor` says where a hand strikes. */
const cellWriter =
  (school: Cells, voicing: (voices: readonly VoiceId[], random: Random) => Voicing): Writer =>
  (seed, recipe, random) =>
    numbersOf(seed, quartersIn(recipe)).flatMap((number, beat) => {
      const voiceFor = voicing(voicesFor(recipe, beat), random);
      if (playedAt(recipe, beat) === 'rest') return [];
      const cell = (recipe.cells ?? CELLS[school])[number - 1] ?? CELLS[school][0]!;
      return [...cell].flatMap((letter, part): Struck[] => {
        const at = beat * TICKS_PER_QUARTER + part * SIXTEENTH;
        const accented = letter !== letter.toLowerCase();
        const force = accented && { force: 'accent' as const };
        const limb = letter.toUpperCase();
        if (limb === '-') return [];
        if (limb === 'K') return [{ voice: 'bass', at, ...force }];
        return [{ voice: voiceFor(accented), at, hand: limb as 'R' | 'L', ...force }];
      });
    });

type Voicing = (accented: boolean) => VoiceId;

/** Accents on one voice, the rest on another. */
const backbeatWriter = cellWriter('backbeat', (voices, random) => {
  const [loud, soft] = [pick(voices, random), pick(voices, random)];
  return (accented) => (accented ? loud : soft);
});

/** Each stroke on a voice of its own. */
const linearWriter = cellWriter('linear', (voices, random) => () => pick(voices, random));

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
