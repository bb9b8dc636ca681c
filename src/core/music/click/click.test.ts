import { compile } from '../../song/timeline';
import { quarter, roadMapOf } from '../../testing';
import { FOUR_FOUR } from '../kit/testing';
import {
  type ClickSettings,
  clickSettingsFor,
  clickSettingsSchema,
  clicksOfBar,
  type FullClickSettings,
  gainOf,
  LEVEL_RANGE,
  leftIn,
  NO_OVERRIDES,
  partsAt,
  USUAL_DESIGN,
} from '.';

const SIX_EIGHT = { numerator: 6, denominator: 8 } as const;
const SEVEN_EIGHT = { numerator: 7, denominator: 8 } as const;
const say = (said: Partial<FullClickSettings>): ClickSettings => ({ ...NO_OVERRIDES, ...said });
const bar = (
  meter: Parameters<typeof clicksOfBar>[0],
  said: Partial<FullClickSettings>,
  parts = 1,
) =>
  clicksOfBar(meter, { ...USUAL_DESIGN, ...said }, parts).map(
    ({ offset, kind }) => `${offset / 20160} ${kind}`,
  );

// What sounds is common practice; no source.
test('the pulses that sound: every one, the ones, half-speed, the off-beats, every beat, double speed', () => {
  expect(bar(FOUR_FOUR, {})).toEqual(['0 bar', '1 pulse', '2 pulse', '3 pulse']);
  expect(bar(FOUR_FOUR, { pulses: 'downbeats' })).toEqual(['0 bar']);
  expect(bar(FOUR_FOUR, { pulses: 'half' })).toEqual(['0 bar', '2 pulse']);
  expect(bar(FOUR_FOUR, { pulses: 'off' })).toEqual(['1 pulse', '3 pulse']);
  expect(bar(SIX_EIGHT, { pulses: 'beats' })).toEqual([
    '0 bar',
    '0.5 pulse',
    '1 pulse',
    '1.5 group',
    '2 pulse',
    '2.5 pulse',
  ]);
  expect(bar(FOUR_FOUR, { pulses: 'double' })).toHaveLength(8);
  expect(bar(SEVEN_EIGHT, {})).toEqual(['0 bar', '1 pulse', '2 pulse']);
});

test('accents fall on groups, on bars only, or nowhere', () => {
  const five = { numerator: 5, denominator: 4, grouping: [3, 2] } as const;
  const meter = { ...five, grouping: [...five.grouping] };
  expect(bar(meter, {})[3]).toBe('3 group');
  expect(bar(meter, { accents: 'bars' })[3]).toBe('3 pulse');
  expect(bar(meter, { accents: 'none' })[0]).toBe('0 pulse');
});

test('pulses are divided, also those of unequal length', () => {
  expect(bar(FOUR_FOUR, {}, 4).slice(0, 4)).toEqual([
    '0 bar',
    '0.25 division',
    '0.5 division',
    '0.75 division',
  ]);
  expect(bar(SEVEN_EIGHT, {}, 2)).toEqual([
    '0 bar',
    '0.5 division',
    '1 pulse',
    '1.5 division',
    '2 pulse',
    '2.75 division',
  ]);
});

test('slow pulses divide themselves: in two, in three where they are dotted', () => {
  const slow = { divide: 1, divideBelow: 70 };
  expect(partsAt(slow, FOUR_FOUR, 69)).toBe(2);
  expect(partsAt(slow, SIX_EIGHT, 50)).toBe(3);
  expect(partsAt(slow, FOUR_FOUR, 70)).toBe(1);
  expect(partsAt({ divide: 4, divideBelow: 70 }, FOUR_FOUR, 60)).toBe(4);
});

// Three notes evenly over two beats lie at 0, 2/3 and 4/3 of a beat: arithmetic.
test('three over two lies at 0, 2/3 and 4/3 of a beat', () => {
  const polyrhythm = bar(FOUR_FOUR, { polyrhythm: { notes: 3, pulses: 2 } }).filter((one) =>
    one.endsWith('polyrhythm'),
  );
  expect(polyrhythm.map((one) => Number.parseFloat(one))).toEqual(
    [2 / 3, 4 / 3, 2 + 2 / 3, 2 + 4 / 3].map((at) => expect.closeTo(at, 9)),
  );
});

test('bars are left out: some on and some off, by chance that its seed settles, or all but the downbeats', () => {
  const clicks = clicksOfBar(FOUR_FOUR, USUAL_DESIGN, 1);
  const heard = (silence: FullClickSettings['silence'], bars = 8) =>
    Array.from({ length: bars }, (_, index) => leftIn(clicks, silence, index + 1).length);
  expect(heard({ kind: 'bars', on: 2, off: 1 })).toEqual([4, 4, 0, 4, 4, 0, 4, 4]);
  expect(heard({ kind: 'downbeats' })).toEqual([1, 1, 1, 1, 1, 1, 1, 1]);
  const chance = { kind: 'chance', percent: 30, seed: 7 } as const;
  expect(heard(chance, 60)).toEqual(heard(chance, 60));
  expect(heard(chance, 60)).not.toEqual(heard({ ...chance, seed: 8 }, 60));
  const silent = heard(chance, 2000).filter((count) => count === 0).length / 2000;
  expect(silent).toBeCloseTo(0.3, 1);
});

test('what a section says goes before the song, the song before the set, the set before the band', () => {
  const band = say({ divide: 2, pulses: 'half', soft: 3 });
  const set = say({ divide: 3 });
  const song = say({ pulses: 'off' });
  expect(clickSettingsFor([band, set, song])).toEqual({
    ...USUAL_DESIGN,
    divide: 3,
    pulses: 'off',
    soft: 3,
  });
  expect(clickSettingsFor([])).toEqual(USUAL_DESIGN);
});

test('a song’s clicks are as all of them say, section by section', () => {
  const map = {
    ...roadMapOf([
      { bars: 1, level: { from: 1, to: 1 } },
      { bars: 1, clickSettings: say({ pulses: 'downbeats' }) },
      { bars: 1, tacet: true },
      { bars: 1, tempo: quarter(60) },
    ]),
    click: say({ tacet: false, soft: 4 }),
  };
  const { clicks, passages } = compile(map, [say({ divideBelow: 80 })]);
  const inPassage = (index: number) => {
    const { startTicks, ticks } = passages[index]!;
    return clicks.filter((one) => one.ticks >= startTicks && one.ticks < startTicks + ticks);
  };
  expect([0, 1, 2, 3].map((index) => inPassage(index).length)).toEqual([4, 1, 0, 8]);
  expect(inPassage(0)[0]!.clickSound.level).toBe(-8);
  expect(inPassage(3)[0]!.clickSound.level).toBe(0);
  expect(inPassage(3)[1]!.kind).toBe('division');
});

test('a count-in of two bars may begin in halves', () => {
  const map = { ...roadMapOf([{ bars: 1 }], { countIn: 8 }), click: say({ countIn: 'halves' }) };
  const counts = compile(map).clicks.filter(({ kind }) => kind === 'count');
  expect(counts.map(({ seconds }) => seconds)).toEqual([-4, -3, -2, -1.5, -1, -0.5]);
});

test('a design that cannot be is refused with a sentence', () => {
  const refused = (said: object) =>
    clickSettingsSchema.safeParse({ ...NO_OVERRIDES, ...said }).error?.issues[0]?.message;
  expect(refused({ divide: 9 })).toBe('A pulse is divided into 1 to 4.');
  expect(refused({ atBar: { sound: 'horn', level: 0, pan: 0 } })).toBe(
    'There is no such click sound.',
  );
  expect(refused({ silence: { kind: 'bars', on: 0, off: 1 } })).toBe(
    '1 to 64 bars with the click.',
  );
  expect(clickSettingsSchema.parse({})).toEqual(NO_OVERRIDES);
});

test('the click is never louder than its limit, nor quieter than its lowest', () => {
  expect(gainOf(LEVEL_RANGE.highest)).toBeCloseTo(10 ** (-6 / 20), 9);
  expect(gainOf(0)).toBe(gainOf(LEVEL_RANGE.highest));
  expect(gainOf(60)).toBe(gainOf(LEVEL_RANGE.highest));
  expect(gainOf(-200)).toBe(gainOf(LEVEL_RANGE.lowest));
  for (const strange of [Number.NaN, Number.POSITIVE_INFINITY])
    expect(gainOf(strange)).toBe(gainOf(LEVEL_RANGE.start));
});
