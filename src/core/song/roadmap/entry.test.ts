import fc from 'fast-check';
import { NOTE_VALUES } from '../../music/time';
import {
  countedAs,
  feelText,
  levelText,
  parseFeel,
  parseLevel,
  parseMeter,
  parseTempo,
  parseWhole,
  phrases,
  RAMP_SHAPES,
  STRAIGHT,
  type TempoChange,
  tempoText,
} from '.';

test.each([
  ['126', { kind: 'held', perMinute: 126, unit: 'quarter' }],
  ['126 bpm', { kind: 'held', perMinute: 126, unit: 'quarter' }],
  ['92,5', { kind: 'held', perMinute: 92.5, unit: 'quarter' }],
  ['♩=120', { kind: 'held', perMinute: 120, unit: 'quarter' }],
  ['♩. = 72 BPM', { kind: 'held', perMinute: 72, unit: 'dotted-quarter' }],
  ['q. 72', { kind: 'held', perMinute: 72, unit: 'dotted-quarter' }],
  ['h=63', { kind: 'held', perMinute: 63, unit: 'half' }],
  ['96 > 144', { kind: 'ramp', shape: 'even-per-beat', from: 96, to: 144, unit: 'quarter' }],
  [
    '96→144 by time',
    { kind: 'ramp', shape: 'even-per-second', from: 96, to: 144, unit: 'quarter' },
  ],
  [
    '> 144 bar steps',
    { kind: 'ramp', shape: 'steps-per-bar', from: null, to: 144, unit: 'quarter' },
  ],
  ['', null],
])('the tempo “%s” is understood', (text, value) => {
  expect(parseTempo(text, 'quarter')).toEqual({ ok: true, value });
});

test.each(['fast', '10', '500', '96 >', '> 0', '96 > 144 sometime', '-5', '12e3'])(
  'the tempo “%s” is refused with what to type',
  (text) => {
    const result = parseTempo(text, 'quarter');
    expect(result.ok ? '' : result.problem.message).toMatch(/Type a tempo|from 20 to 400/);
  },
);

test('every tempo reads back from its own text', () => {
  const number = fc.integer({ min: 20_000, max: 400_000 }).map((milli) => milli / 1000);
  const unit = fc.constantFrom(...NOTE_VALUES);
  const tempo: fc.Arbitrary<TempoChange> = fc.oneof(
    fc.record({ kind: fc.constant('held' as const), perMinute: number, unit }),
    fc.record({
      kind: fc.constant('ramp' as const),
      shape: fc.constantFrom(...RAMP_SHAPES),
      from: fc.option(number),
      to: number,
      unit,
    }),
  );
  fc.assert(
    fc.property(tempo, unit, (value, usual) => {
      expect(parseTempo(tempoText(value, usual), usual)).toEqual({ ok: true, value });
    }),
  );
});

test('meters are typed with or without their grouping', () => {
  expect(parseMeter('7/8 2+2+3')).toEqual({
    ok: true,
    value: { numerator: 7, denominator: 8, grouping: [2, 2, 3] },
  });
  expect(parseMeter(' 6 / 8 ')).toEqual({ ok: true, value: { numerator: 6, denominator: 8 } });
  expect(parseMeter('')).toEqual({ ok: true, value: null });
  for (const wrong of ['4/3', '0/4', '4', '7/8 2+2', 'four'])
    expect(parseMeter(wrong).ok).toBe(false);
});

test('levels are one step or from one to another', () => {
  for (const from of [1, 2, 3, 4, 5] as const) {
    for (const to of [1, 2, 3, 4, 5] as const) {
      expect(parseLevel(levelText({ from, to }))).toEqual({ ok: true, value: { from, to } });
    }
  }
  for (const wrong of ['0', '6', '2 > 9', 'loud', '']) expect(parseLevel(wrong).ok).toBe(false);
});

test('whole numbers are plain digits', () => {
  expect(['8', ' 12 ', '-3', '2.5'].map(parseWhole)).toEqual([8, 12, -3, 2.5]);
  expect(['', 'x', '1e3', '0x10'].every((text) => Number.isNaN(parseWhole(text)))).toBe(true);
});

test('every feel reads back from its own words', () => {
  const feel = fc.record({
    backbeat: fc.constantFrom('normal' as const, 'half-time' as const, 'double-time' as const),
    swing: fc.option(
      fc.record({
        of: fc.constantFrom('eighths' as const, 'sixteenths' as const),
        ratio: fc.integer({ min: 10, max: 40 }).map((tenths) => tenths / 10),
      }),
    ),
    style: fc.constantFrom('', 'train beat', 'one drop', 'four on the floor, loose'),
  });
  fc.assert(
    fc.property(feel, (value) => expect(parseFeel(feelText(value))).toEqual({ ok: true, value })),
  );
  expect(parseFeel('Swing')).toMatchObject({
    ok: true,
    value: { swing: { of: 'eighths', ratio: 2 } },
  });
  expect(parseFeel('swung 9')).toMatchObject({ ok: false });
});

test('an odd length is spelt as it is counted', () => {
  expect([1, 2, 3, 4, 7, 8, 10, 13, 16, 30].map((bars) => countedAs(bars))).toEqual([
    '1',
    '2',
    '3',
    '4',
    '4+3',
    '8',
    '4+4+2',
    '4+4+4+1',
    '16',
    '4×7+2',
  ]);
  expect(phrases(7)).toEqual([4, 3]);
  expect([12, 10, 3].map((bars) => countedAs(bars, 6))).toEqual(['12', '6+4', '3']);
});

test('a feel is put in words', () => {
  expect(feelText(STRAIGHT)).toBe('straight');
  expect(
    feelText({ backbeat: 'half-time', swing: { of: 'eighths', ratio: 2 }, style: 'train beat' }),
  ).toBe('half-time, swung eighths 2:1, train beat');
});
