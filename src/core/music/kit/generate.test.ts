import fc from 'fast-check';
import { TICKS_PER_QUARTER } from '../time';
import {
  backbeatUses,
  FILL_SCHOOLS,
  type FillSchool,
  generateFill,
  numbersOf,
  parseCells,
  patternSchema,
  patternTicks,
  printTyped,
  type Recipe,
  seedOf,
  stick,
  strainsOf,
  strokesOf,
  voiceOf,
} from '.';
import { FOUR_FOUR } from './testing';

const recipe = (like: Partial<Recipe> = {}): Recipe => ({
  school: 'backbeat',
  meter: FOUR_FOUR,
  beats: 4,
  uses: backbeatUses(FOUR_FOUR, like.beats ?? 4),
  voices: ['highTom', 'middleTom', 'floorTom', 'snare'],
  sticking: 'alternating',
  lands: 'crash',
  ...like,
});
const fill = (seed: number, like: Partial<Recipe> = {}) => ({
  ...generateFill(seed, recipe(like), 'f'),
  order: 'a0',
});

test('five cells over four beats are 625 fills of sixteen sixteenths, each another', () => {
  const all = Array.from({ length: 625 }, (_, seed) => fill(seed));
  const sixteenth = TICKS_PER_QUARTER / 4;
  for (const one of all)
    expect(strokesOf(one).map(({ at }) => at)).toEqual(
      Array.from({ length: 16 }, (_, index) => index * sixteenth),
    );
  expect(new Set(all.map(printTyped)).size).toBe(625);
  expect(new Set(all.map((_, seed) => numbersOf(seed, 4).join(''))).size).toBe(625);
});

test('the second and the fourth cell stay on the snare', () => {
  for (let seed = 0; seed < 625; seed++) {
    const beats = strokesOf(fill(seed)).filter(
      ({ at }) => Math.floor(at / TICKS_PER_QUARTER) % 2 === 1,
    );
    expect(new Set(beats.map(({ voice }) => voice))).toEqual(new Set(['snare']));
  }
  // A fill of three beats begins on 2: its first and its last beat are backbeats.
  expect(backbeatUses(FOUR_FOUR, 3)).toEqual(['snare', 'anywhere', 'snare']);
});

test('the same number gives the same fill, another number another', () => {
  for (const school of Object.keys(FILL_SCHOOLS) as FillSchool[]) {
    expect(fill(41, { school })).toEqual(fill(41, { school }));
    expect(printTyped(fill(41, { school }))).not.toBe(printTyped(fill(42, { school })));
  }
});

const recipes = fc
  .record({
    school: fc.constantFrom(...(Object.keys(FILL_SCHOOLS) as FillSchool[])),
    beats: fc.integer({ min: 1, max: 8 }),
    uses: fc.array(fc.constantFrom('snare' as const, 'anywhere' as const, 'rest' as const), {
      maxLength: 8,
    }),
    sticking: fc.constantFrom('alternating' as const, 'natural' as const, 'leading' as const),
  })
  .map((like) => recipe(like));

test('every fill can be played: one hand stroke at a time, no hand three times in a row at speed', () => {
  fc.assert(
    fc.property(fc.nat(), recipes, (seed, made) => {
      const pattern = { ...generateFill(seed, made, 'f'), order: 'a0' };
      expect(patternSchema.safeParse(pattern).error).toBeUndefined();
      const hands = stick(pattern).filter(({ voice }) => voiceOf(voice).limb === 'hand');
      expect(new Set(hands.map(({ at }) => at)).size).toBe(hands.length);
      const close = hands.map(({ hand, at }, index) =>
        index > 0 && at - hands[index - 1]!.at <= TICKS_PER_QUARTER / 4 ? hand : `, ${hand}`,
      );
      expect(close.join('')).not.toMatch(/RRR|LLL/);
      expect(pattern.beats).toBe(made.beats);
      expect(strokesOf(pattern).every(({ at }) => at < patternTicks(pattern))).toBe(true);
    }),
  );
});

test('a linear fill never has two limbs at once', () => {
  fc.assert(
    fc.property(fc.nat({ max: 3124 }), (seed) => {
      const places = strokesOf(fill(seed, { school: 'linear' })).map(({ at }) => at);
      expect(new Set(places).size).toBe(places.length);
    }),
  );
});

test('only the voices that are allowed are struck, and beats that rest are empty', () => {
  fc.assert(
    fc.property(fc.nat(), fc.constantFrom('backbeat' as const, 'free' as const), (seed, school) => {
      const strokes = strokesOf(
        fill(seed, { school, voices: ['floorTom'], uses: ['anywhere', 'rest', 'snare', 'rest'] }),
      );
      for (const { voice, at } of strokes) {
        const beat = Math.floor(at / TICKS_PER_QUARTER);
        expect([0, 2]).toContain(beat);
        expect(voice).toBe(beat === 2 ? 'snare' : 'floorTom');
      }
    }),
  );
});

test('before a push the last eighth is left free for the crash', () => {
  for (const school of Object.keys(FILL_SCHOOLS) as FillSchool[]) {
    const last = strokesOf(fill(7, { school, lands: 'push', uses: [] })).at(-1)!.at;
    expect(last).toBeLessThan(3.5 * TICKS_PER_QUARTER);
    expect(last).toBeGreaterThanOrEqual(2.5 * TICKS_PER_QUARTER);
  }
});

test('with the leading hand free, nothing is late for the crash at any stage tempo', () => {
  const secondsPerTick = 60 / 178 / TICKS_PER_QUARTER;
  let checked = 0;
  for (let seed = 0; seed < 200; seed++) {
    const pattern = fill(seed, { school: 'free', sticking: 'leading' });
    const late = strainsOf(pattern, stick(pattern), secondsPerTick, true).filter(
      ({ kind }) => kind === 'late',
    );
    expect(late).toEqual([]);
    checked += strokesOf(pattern).length;
  }
  expect(checked).toBeGreaterThan(1000);
});

test('the numbers of cells give the seed, and the seed the numbers', () => {
  for (let seed = 0; seed < 625; seed++) expect(seedOf(numbersOf(seed, 4))).toBe(seed);
  expect(numbersOf(seedOf([5, 1, 3]), 3)).toEqual([5, 1, 3]);
});

test.each([
  [['Rlrl', 'rLrl', 'rlRl', 'rlrL', 'RlrL'], undefined],
  [['R l r l', 'rkrk', 'r-l-', 'kkkk', '----'], undefined],
  [['Rlrl', 'rLr', 'rlRl', 'rlrL', 'RlrL'], '2'],
  [['Rlrx', 'rLrl', 'rlRl', 'rlrL', 'RlrL'], '1'],
  [['Rlrl', 'rLrl', 'rrrl', 'rlrL', 'RlrL'], '3'],
  // Each alone can be played, the fifth after the first not.
  [['klrr', 'kkkk', 'kkkk', 'kkkk', 'rlkk'], '5'],
])('own cells %j are wrong at %s', (cells, place) => {
  const read = parseCells(cells);
  expect(read.ok ? undefined : read.problem.place).toBe(place);
});

test('a fill of one’s own cells plays them, soft where they are small', () => {
  const cells = ['Rk-l', 'rlrl', 'rlrl', 'rlrl', 'rlrl'];
  const fill = generateFill(
    0,
    {
      school: 'backbeat',
      meter: { numerator: 4, denominator: 4 },
      beats: 1,
      uses: ['snare'],
      voices: ['floorTom'],
      sticking: 'leading',
      lands: 'crash',
      cells,
    },
    'own',
  );
  expect(fill.snare).toEqual([
    { at: 0, hand: 'R', force: 'accent' },
    { at: 15_120, hand: 'L' },
  ]);
  expect(fill.bass).toEqual([{ at: 5040 }]);
});
