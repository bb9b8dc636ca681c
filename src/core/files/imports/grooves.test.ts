import { drumsOf } from './grooves';
import type { Hit } from './struck';

const QUARTER = 20_160;
const BAR = 4 * QUARTER;
const FOUR_FOUR = { numerator: 4, denominator: 4 } as const;
/** General MIDI Level 1 (from memory): bass drum, snare, closed hat, crash, high tom, floor tom. */
const [BASS, SNARE, HAT, CRASH, HIGH, FLOOR] = [36, 38, 42, 49, 50, 43];

const at = (quarter: number, ...keys: readonly number[]): Hit[] =>
  keys.map((key) => ({ ticks: Math.round(quarter * QUARTER), key, velocity: 90 }));

/** Eighths on the hat, the off-beats where a swing puts them. */
const rock = (bar: number, turn = 0.5): Hit[] => {
  const from = bar * 4;
  return [0, 1, 2, 3].flatMap((beat) => [
    ...at(from + beat, HAT, beat % 2 === 0 ? BASS : SNARE),
    ...at(from + beat + turn, HAT),
  ]);
};
const drums = (hits: readonly Hit[], bars: number, sections = [{ from: 0, name: 'Verse' }]) =>
  drumsOf(
    hits,
    Array.from({ length: bars + 1 }, (_, bar) => bar * BAR),
    Array.from({ length: bars }, () => FOUR_FOUR),
    sections,
  );
const bars = (count: number, turn?: number) =>
  Array.from({ length: count }, (_, bar) => rock(bar, turn)).flat();
/** All of a groove but one bar from a beat on, which is counted from 0. */
const without = (hits: readonly Hit[], bar: number, beat: number) =>
  hits.filter(({ ticks }) => ticks < bar * BAR + beat * QUARTER || ticks >= (bar + 1) * BAR);

test('a bar that is unlike the groove is a fill from the beat where it differs, with its crash', () => {
  const fill = [0, 0.25, 0.5, 0.75].flatMap((part) => [
    ...at(14 + part, HIGH),
    ...at(15 + part, FLOOR),
  ]);
  const landing = at(16, CRASH, BASS);
  const hits = [...without(without(bars(8), 3, 2), 4, 0), ...fill, ...landing];
  hits.push(...rock(4).filter(({ ticks }) => ticks > 4 * BAR));
  const found = drums(hits, 8);
  expect(found.grooves[0]).toMatchObject({ kind: 'groove', beats: 4 });
  expect(found.fills).toMatchObject([
    { bar: 3, ticks: 2 * QUARTER, lands: 'crash', pattern: { kind: 'fill', beats: 2 } },
  ]);
  const [{ pattern }] = found.fills as [(typeof found.fills)[number]];
  expect(pattern.highTom.map(({ at: place }) => place)).toEqual([0, 5040, 10_080, 15_120]);
  expect(pattern.floorTom.map(({ at: place }) => place)).toEqual([20_160, 25_200, 30_240, 35_280]);
  expect(found.left).toEqual([]);
});

test('a fill at the end of a section lands in the next; three bars of something else are none', () => {
  const sections = [
    { from: 0, name: 'Verse' },
    { from: 4, name: 'Chorus' },
  ];
  const ending = [...without(bars(8), 3, 3), ...at(15, SNARE, FLOOR)];
  expect(drums([...ending, ...at(16, CRASH)], 8, sections).fills).toMatchObject([
    { bar: 3, ticks: 3 * QUARTER, lands: 'crash', pattern: { name: 'Verse fill', beats: 1 } },
  ]);
  const long = without(without(without(bars(12), 3, 0), 4, 0), 5, 0);
  const other = drums([...long, ...at(12, SNARE), ...at(16, SNARE), ...at(20, SNARE)], 12);
  expect(other.fills).toEqual([]);
  expect(other.left).toEqual(['3 bars of “Verse” with something else in place of its groove.']);
});

// Off-beats at r/(r+1) of their pair, as the performance plays them.
test.each([
  [2, 'eighths'],
  [1.5, 'eighths'],
  [3, 'eighths'],
] as const)('off-beats at %d : 1 are swung %s, written straight', (ratio, of) => {
  const found = drums(bars(4, ratio / (ratio + 1)), 4);
  expect(found.feels).toEqual([{ backbeat: 'normal', swing: { of, ratio }, style: '' }]);
  expect(found.grooves[0]!.hihat.map(({ at: place }) => place / QUARTER)).toEqual([
    0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5,
  ]);
});

test('sixteenths are swung by the half beat', () => {
  const sixteenths = [0, 1, 2, 3].flatMap((bar) =>
    Array.from({ length: 8 }, (_, half) => [
      ...at(bar * 4 + half / 2, HAT),
      ...at(bar * 4 + half / 2 + 0.5 * (1.5 / 2.5), HAT),
    ]).flat(),
  );
  const found = drums(sixteenths, 4);
  expect(found.feels[0]?.swing).toEqual({ of: 'sixteenths', ratio: 1.5 });
  expect(found.grooves[0]!.hihat.map(({ at: place }) => place)).toEqual(
    Array.from({ length: 16 }, (_, index) => index * 5040),
  );
});

test.each([
  ['straight eighths', bars(4)],
  [
    'triplets',
    [0, 1, 2, 3].flatMap((beat) => [0, 1, 2].flatMap((part) => at(beat + part / 3, HAT))),
  ],
  ['dotted figures among straight ones', [...bars(4), ...at(0.75, SNARE), ...at(4.75, SNARE)]],
  ['three late strokes', [...at(0.66, HAT), ...at(1.66, HAT), ...at(2.66, HAT)]],
])('%s are not swung', (_, hits) => {
  expect(drums(hits, 4).feels).toEqual([undefined]);
});
