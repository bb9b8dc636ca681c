import fc from 'fast-check';
import { barTicks, type Meter, TICKS_PER_QUARTER } from '../time';
import {
  columnsOf,
  countWord,
  emptyPattern,
  gridFor,
  newPattern,
  parseTyped,
  patternSchema,
  patternTicks,
  printTyped,
  STARTING_POINTS,
  startFrom,
  strokesInBar,
  strokesOf,
  VOICE_IDS,
  VOICES,
  variantsOf,
} from '.';
import { FOUR_FOUR, patterns, typed } from './testing';

const Q = TICKS_PER_QUARTER;
const places = (strokes: readonly { at: number }[]) => strokes.map(({ at }) => at / Q);
const words = (pattern: Parameters<typeof columnsOf>[0]) =>
  columnsOf(pattern)
    .map(({ word }) => word)
    .join(' ');

test('a bar is counted as it is spoken', () => {
  const bar = newPattern('p', FOUR_FOUR);
  expect(words({ ...bar, grid: [4] })).toBe('1 e & a 2 e & a 3 e & a 4 e & a');
  expect(words({ ...bar, grid: [3] })).toBe('1 trip let 2 trip let 3 trip let 4 trip let');
  expect(words({ ...bar, grid: [2, 3, 1, 5] })).toBe('1 & 2 trip let 3 4 · · · ·');
});

test('bars that repeat are counted in place of their one', () => {
  expect(words({ ...newPattern('p', FOUR_FOUR, { beats: 12 }), grid: [1] })).toBe(
    '1 2 3 4 2 2 3 4 3 2 3 4',
  );
});

test('compound and odd meters are counted in their eighths', () => {
  const six = newPattern('p', { numerator: 6, denominator: 8 });
  expect(words({ ...six, grid: [3] })).toBe('1 2 3 4 5 6');
  expect(words({ ...six, grid: [6] })).toBe('1 & 2 & 3 & 4 & 5 & 6 &');
  const seven = newPattern('p', { numerator: 7, denominator: 8, grouping: [2, 2, 3] });
  expect(words({ ...seven, grid: [2, 2, 3] })).toBe('1 2 3 4 5 6 7');
});

test('a fill of less than a bar is counted by where it lies: its last beat is the bar’s', () => {
  const fill = newPattern('p', FOUR_FOUR, { kind: 'fill', beats: 2 });
  expect(words({ ...fill, grid: [4] })).toBe('3 e & a 4 e & a');
  expect(countWord(FOUR_FOUR, 3 * Q)).toBe('4');
});

test('every column of a grid has a whole place, and they fill the pattern without a gap', () => {
  fc.assert(
    fc.property(patterns, (pattern) => {
      let at = 0;
      for (const column of columnsOf(pattern)) {
        expect(Number.isInteger(column.at)).toBe(true);
        expect(column.at).toBe(at);
        at += column.ticks;
      }
      expect(at).toBe(patternTicks(pattern));
    }),
  );
});

test('a grid grows only where a stroke would have no column', () => {
  const bar = newPattern('p', FOUR_FOUR);
  expect(gridFor(bar, [0, Q / 2, Q + Q / 3])).toEqual([4, 3, 4, 4]);
  expect(gridFor({ ...bar, grid: [2] }, [Q / 4])).toEqual([4, 2, 2, 2]);
  expect(gridFor(bar, [(2 * Q) / 5, Q + Q / 16])).toEqual([5, 16, 4, 4]);
});

test('hh 8ths, sn 2 4, bd 1 2& 3 is what a drummer means by it', () => {
  const pattern = typed('hh 8ths, sn >2 >4, bd 1 2& 3');
  expect(places(pattern.hihat)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]);
  expect(pattern.snare).toEqual([
    { at: Q, force: 'accent' },
    { at: 3 * Q, force: 'accent' },
  ]);
  expect(places(pattern.bass)).toEqual([0, 1.5, 2]);
});

test('a voice that the second bar does not name plays as in the first', () => {
  const pattern = typed('hh 8ths, sn 2 4, bd 1 3 | bd 1 2& 3, hh 8ths 4&:o, sn -');
  expect(pattern.beats).toBe(8);
  expect(places(strokesInBar(pattern, 1).filter(({ voice }) => voice === 'bass'))).toEqual([
    0, 1.5, 2,
  ]);
  expect(strokesInBar(pattern, 1).some(({ voice }) => voice === 'snare')).toBe(false);
  expect(pattern.hihat.at(-1)).toEqual({ at: 7.5 * Q, how: 'open' });
});

test('three notes evenly over two beats lie at 0, 2/3 and 4/3 of a beat', () => {
  expect(places(typed('t1 broad').highTom).slice(0, 4)).toEqual([0, 2 / 3, 4 / 3, 2]);
});

test('ornaments, hands, ways to strike and to end are typed behind a colon', () => {
  const { snare, ride, crash } = typed('sn (1e) 2:xL 3:f 4:z, rd 1:b 2:^R, cr 1:k');
  expect(snare).toEqual([
    { at: Q / 4, force: 'ghost' },
    { at: Q, how: 'cross-stick', hand: 'L' },
    { at: 2 * Q, ornament: 'flam' },
    { at: 3 * Q, ornament: 'buzz' },
  ]);
  expect(ride).toEqual([
    { at: 0, how: 'bell' },
    { at: Q, hand: 'R', shoulder: true },
  ]);
  expect(crash[0]).toMatchObject({ after: 'choke' });
});

test('a crescendo is typed from place to place', () => {
  expect(typed('sn 16ths, louder 1.1 to end').swells).toEqual([
    { from: 0, to: 4 * Q, grows: true },
  ]);
  expect(typed('sn 8ths | , softer 1.3 to 2.1').swells).toEqual([
    { from: 2 * Q, to: 4 * Q, grows: false },
  ]);
});

test('any pattern reads back from its typed form, note for note', () => {
  fc.assert(
    fc.property(patterns, (pattern) => {
      const text = printTyped(pattern);
      const read = parseTyped(text, pattern);
      if (!read.ok) throw new Error(`${text}: ${read.problem.message}`);
      expect(read.value.beats).toBe(pattern.beats);
      expect(strokesOf(read.value.rows)).toEqual(strokesOf(pattern));
    }),
    { numRuns: 500 },
  );
});

test.each([
  ['xx 1', /Begin with a voice/],
  ['hh', /Type a voice and where/],
  ['hh 5', /beats 1 to 4/],
  ['hh 1q', /Type a voice and where/],
  ['sn 2:Q', /Behind the colon/],
  ['hh 2:x', /h half-open, o open/],
  ['sn (2', /Type a voice and where/],
  ['sn 1+4/3', /fraction under one/],
  ['sn 1+1/0', /fraction under one/],
  ['louder 3 to', /Type louder/],
  ['louder 2.1 to end', /within the pattern/],
  ['hh 1 | | | | | | | | hh 2', /at most 8 bars/],
])('“%s” is refused with a sentence', (text, sentence) => {
  const read = parseTyped(text, { meter: FOUR_FOUR, beats: 4 });
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.problem.message).toMatch(sentence);
});

test('every generated pattern and every starting point is a pattern by the schema', () => {
  fc.assert(
    fc.property(patterns, (pattern) => {
      expect(patternSchema.safeParse(pattern).error).toBeUndefined();
    }),
  );
  for (const point of STARTING_POINTS) {
    const pattern = { ...startFrom(point, 'p'), order: 'a0' };
    expect(patternSchema.safeParse(pattern).error).toBeUndefined();
    expect([point.name, parseTyped(point.typed, pattern).ok]).toEqual([point.name, true]);
    expect(strokesOf(pattern).length).toBeGreaterThan(3);
    expect(patternTicks(pattern) % barTicks(point.meter)).toBe(0);
  }
});

test('the schema refuses what no kit can do', () => {
  const bar = { ...newPattern('p', FOUR_FOUR), order: 'a0' };
  const issue = (change: object) =>
    patternSchema.safeParse({ ...bar, ...change }).error?.issues[0]?.message;
  expect(issue({ hihat: [{ at: 0, how: 'bell' }] })).toMatch(/struck closed, half-open, open/);
  expect(issue({ snare: [{ at: 5 }, { at: 5 }] })).toMatch(/one at a time/);
  expect(issue({ beats: 33 })).toMatch(/at most 8 bars/);
  expect(issue({ bass: [{ at: 0.5 }] })).toMatch(/whole number of ticks/);
});

test.each([
  // Counted 2 + 2 + 3: the last pulse has a column for each of its three eighths.
  [{ numerator: 7, denominator: 8, grouping: [2, 2, 3] }, [4, 4, 3]],
  [{ numerator: 6, denominator: 8 }, [3, 3]],
  [{ numerator: 4, denominator: 4 }, [4, 4, 4, 4]],
] satisfies [Meter, number[]][])(
  'an empty bar of %j has a column for every beat',
  (meter, grid) => {
    const empty = emptyPattern('e', meter, 'groove', meter.numerator);
    expect(empty.grid).toEqual(grid);
    const places = columnsOf(empty).map(({ at }) => at as number);
    const beat = (4 * 20_160) / meter.denominator;
    for (let index = 0; index < meter.numerator; index++) expect(places).toContain(index * beat);
  },
);

test('an empty fill may have any length and ends with a bar line', () => {
  const fill = emptyPattern('e', FOUR_FOUR, 'fill', 6);
  expect(
    columnsOf(fill)
      .filter(({ strong }) => strong !== 'none')
      .map(({ word }) => word),
  ).toEqual(['3', '4', '2', '2', '3', '4']);
});

test('a voice that is named twice in a bar plays both', () => {
  const shape = { meter: FOUR_FOUR, beats: 4 };
  const typed = (text: string) => {
    const read = parseTyped(text, shape);
    return read.ok && read.value.rows;
  };
  expect(typed('sn 2 4, bd 1 3, sn (2a) 4')).toEqual(typed('sn 2 (2a) 4, bd 1 3'));
  expect(typed('sn 2 4 | sn 1, sn 3')).toEqual(typed('sn 2 4 | sn 1 3'));
});

test('every voice is typed differently, and so is every way to strike one', () => {
  expect(new Set(VOICES.map(({ typed: word }) => word)).size).toBe(16);
  for (const { articulations } of VOICES)
    expect(new Set(articulations.map((one) => one.typed)).size).toBe(articulations.length);
  expect(VOICE_IDS).toHaveLength(VOICES.length);
});

test('variants stand beside the pattern they are of', () => {
  const all = {
    a: { ...typed('hh 8ths'), id: 'a' },
    b: { ...typed('hh quarters'), id: 'b', of: 'a', order: 'a2' },
    c: { ...typed('hh 1'), id: 'c', of: 'a', order: 'a1' },
    d: { ...typed('hh 3'), id: 'd' },
  };
  for (const id of ['a', 'b', 'c'])
    expect(variantsOf(all, id).map((one) => one.id)).toEqual(['a', 'c', 'b']);
  expect(variantsOf(all, 'gone')).toEqual([]);
});
