import fc from 'fast-check';
import { barTicks, type Meter } from '../../music/time';
import {
  holdsOn,
  missingPasses,
  type Passes,
  parsePasses,
  parsePosition,
  passesText,
  passesWords,
  positionText,
  ticksIn,
} from '.';

const FOUR: Meter = { numerator: 4, denominator: 4 };
const QUARTER = 20_160;

test.each([
  ['1', { only: [1] }],
  ['1 3', { only: [1, 3] }],
  ['2, 3', { only: [2, 3] }],
  ['last', { only: [-1] }],
  ['last-1', { only: [-2] }],
  ['not 1', { except: [1] }],
  ['not last', { except: [-1] }],
  ['2nd', { only: [2] }],
])('the passes “%s”', (text, passes) => {
  expect(parsePasses(text)).toEqual({ ok: true, value: passes });
});

test.each(['', '0', 'now and then', '-1', 'last+1', '1.5'])('“%s” names no passes', (text) => {
  expect(parsePasses(text).ok).toBe(false);
});

test('passes read back from their own text', () => {
  const list = fc.array(
    fc.integer({ min: -20, max: 20 }).filter((pass) => pass !== 0),
    { minLength: 1, maxLength: 5 },
  );
  const passes: fc.Arbitrary<Passes> = fc.oneof(
    list.map((only) => ({ only })),
    list.map((except) => ({ except })),
  );
  fc.assert(
    fc.property(passes, (value) =>
      expect(parsePasses(passesText(value))).toEqual({ ok: true, value }),
    ),
  );
});

test('the last of three is the third, and “not the first” leaves two', () => {
  const times = [1, 2, 3];
  expect(times.filter((pass) => holdsOn({ only: [-1] }, pass, 3))).toEqual([3]);
  expect(times.filter((pass) => holdsOn({ except: [1] }, pass, 3))).toEqual([2, 3]);
  expect(times.filter((pass) => holdsOn(null, pass, 3))).toEqual([1, 2, 3]);
  expect(missingPasses({ only: [2, 4, -5] }, 3)).toEqual([4, -5]);
});

test('passes in a sentence', () => {
  expect(passesWords({ only: [1] })).toBe('the first time');
  expect(passesWords({ only: [1, 2, -1] })).toBe('the first, second and last time');
  expect(passesWords({ except: [-1] })).toBe('every time but the last');
});

test.each([
  ['7.3', { bar: 7, ticks: 2 * QUARTER }],
  ['7', { bar: 7, ticks: 0 }],
  ['7.3&', { bar: 7, ticks: 2.5 * QUARTER }],
  ['7.3e', { bar: 7, ticks: 2.25 * QUARTER }],
  ['7.3a', { bar: 7, ticks: 2.75 * QUARTER }],
  ['7.1+2/3', { bar: 7, ticks: (2 / 3) * QUARTER }],
  ['0.4', { bar: 0, ticks: 3 * QUARTER }],
  ['last.4', { bar: -1, ticks: 3 * QUARTER }],
  ['last-1.1', { bar: -2, ticks: 0 }],
])('the place “%s”', (text, position) => {
  expect(parsePosition(text, () => FOUR)).toEqual({ ok: true, value: position });
});

test.each(['0.5', '7.5', '7.0', '7.3+4/3', '7.3+1/11', 'soon', '7.3x'])(
  '“%s” is no place in 4/4',
  (text) => {
    expect(parsePosition(text, () => FOUR).ok).toBe(false);
  },
);

test('any place reads back from its own text, in any meter', () => {
  const meters = fc.constantFrom<Meter>(
    FOUR,
    { numerator: 7, denominator: 8 },
    { numerator: 12, denominator: 8 },
    { numerator: 5, denominator: 4 },
    { numerator: 3, denominator: 2 },
  );
  fc.assert(
    fc.property(
      meters.chain((meter) =>
        fc.tuple(
          fc.constant(meter),
          fc.integer({ min: -300, max: 300 }),
          fc.integer({ min: 0, max: barTicks(meter) - 1 }),
        ),
      ),
      ([meter, bar, offset]) => {
        const position = { bar, ticks: offset };
        const text = positionText(position, meter);
        expect(parsePosition(text, () => meter)).toEqual({ ok: true, value: position });
      },
    ),
  );
});

test('a place in a bar that is not there, or after its end, is nowhere', () => {
  const bars = [0, 1, 2].map((index) => ({ meter: FOUR, startTicks: index * barTicks(FOUR) }));
  expect(ticksIn(bars, { bar: 3, ticks: QUARTER })).toBe(9 * QUARTER);
  expect(ticksIn(bars, { bar: -1, ticks: 0 })).toBe(8 * QUARTER);
  expect(ticksIn(bars, { bar: 4, ticks: 0 })).toBeUndefined();
  expect(ticksIn(bars, { bar: -4, ticks: 0 })).toBeUndefined();
  expect(ticksIn(bars, { bar: 1, ticks: 4 * QUARTER })).toBeUndefined();
});
