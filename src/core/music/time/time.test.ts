import fc from 'fast-check';
import {
  barTicks,
  beatAfterCount,
  beatTicks,
  clock,
  elapsed,
  groupsOf,
  type Meter,
  meterSchema,
  perMinuteAt,
  pulsesOf,
  rateOf,
  type Shape,
  type Stretch,
  seconds,
  TICKS_PER_QUARTER,
  tempoSchema,
  ticks,
  travelled,
} from '.';

const quarters = (count: number) => ticks(count * TICKS_PER_QUARTER);
const quarter = (perMinute: number) => rateOf({ perMinute, unit: 'quarter' });
const meter = (
  numerator: number,
  denominator: Meter['denominator'],
  grouping?: number[],
): Meter => ({
  numerator,
  denominator,
  ...(grouping && { grouping }),
});
const ramp = (shape: Shape, beats: number, from: number, to: number): Stretch => ({
  shape,
  length: quarters(beats),
  from: quarter(from),
  to: quarter(to),
});
const barSeconds = (of: Meter, perMinute: number, unit: 'quarter' | 'dotted-quarter') =>
  barTicks(of) / rateOf({ perMinute, unit });

test('a bar of 4/4 at quarter = 100 lasts 2.4 s exactly', () => {
  expect(barSeconds(meter(4, 4), 100, 'quarter')).toBe(2.4);
});

test('a bar of 5/4 at quarter = 150 lasts 2 s', () => {
  expect(barSeconds(meter(5, 4), 150, 'quarter')).toBe(2);
});

test('a bar of 6/8 at dotted quarter = 72 lasts 1⅔ s, which is 108 quarters a minute', () => {
  expect(barSeconds(meter(6, 8), 72, 'dotted-quarter')).toBeCloseTo(5 / 3, 12);
  expect(perMinuteAt(rateOf({ perMinute: 72, unit: 'dotted-quarter' }), 'quarter')).toBe(108);
});

test('sixteenths at quarter = 91 are 164.8352 ms apart', () => {
  expect(1000 * (quarters(0.25) / quarter(91))).toBeCloseTo(164.8352, 4);
});

test('a ramp even per beat over 8 beats from 120 to 60 lasts 8 ln 2 s', () => {
  const stretch = ramp('even-per-beat', 8, 120, 60);
  expect(elapsed(stretch, stretch.length)).toBeCloseTo(8 * Math.LN2, 12);
});

test('a ramp even per beat over 16 beats from 96 to 144: its length, and the beats gone by after 5 s', () => {
  const stretch = ramp('even-per-beat', 16, 96, 144);
  expect(elapsed(stretch, stretch.length)).toBeCloseTo(8.109302162, 9);
  expect(travelled(stretch, seconds(5)) / TICKS_PER_QUARTER).toBeCloseTo(9.088813334, 9);
});

test('a ramp even per second over 8 beats from 120 to 60 lasts 5⅓ s', () => {
  const stretch = ramp('even-per-second', 8, 120, 60);
  expect(elapsed(stretch, stretch.length)).toBeCloseTo(16 / 3, 12);
});

test('time to position is the inverse of position to time in every shape', () => {
  const shapes = fc.constantFrom<Shape>('held', 'even-per-beat', 'even-per-second');
  const tempos = fc.integer({ min: 20_000, max: 400_000 }).map((milli) => milli / 1000);
  fc.assert(
    fc.property(
      shapes,
      tempos,
      tempos,
      fc.integer({ min: 1, max: 4000 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (shape, from, to, beats, share) => {
        const stretch = ramp(shape, beats, from, to);
        const position = ticks(Math.round(stretch.length * share));
        expect(travelled(stretch, elapsed(stretch, position))).toBeCloseTo(position, 3);
      },
    ),
  );
});

test('a ramp between all but equal tempos is as long as the held tempo', () => {
  for (const shape of ['even-per-beat', 'even-per-second'] as const) {
    const stretch = {
      ...ramp(shape, 64, 120, 120),
      to: (quarter(120) * (1 + 1e-13)) as Stretch['to'],
    };
    expect(elapsed(stretch, stretch.length)).toBeCloseTo(32, 10);
  }
});

test.each([
  [meter(6, 8), 2],
  [meter(12, 8), 4],
  [meter(5, 4), 5],
  [meter(7, 8, [2, 2, 3]), 3],
  [meter(2, 2), 2],
  [meter(3, 8), 1],
  [meter(5, 8), 2],
])('%j has as many pulses as the foot taps: %i', (of, count) => {
  expect(pulsesOf(of)).toHaveLength(count);
});

test('7/8 as 2+2+3 pulses on its first, third and fifth eighth', () => {
  const eighth = beatTicks(meter(7, 8));
  expect(pulsesOf(meter(7, 8)).map(({ offset }) => offset / eighth)).toEqual([0, 2, 4]);
  expect(pulsesOf(meter(7, 8, [3, 2, 2])).map(({ offset }) => offset / eighth)).toEqual([0, 3, 5]);
});

test('a grouping in quarters accents but keeps every beat', () => {
  expect(pulsesOf(meter(5, 4, [3, 2])).map(({ accent }) => accent)).toEqual([
    'bar',
    'none',
    'none',
    'group',
    'none',
  ]);
});

test('groups always add up to the bar', () => {
  for (let numerator = 1; numerator <= 32; numerator++) {
    for (const denominator of [4, 8, 16] as const) {
      const sum = groupsOf(meter(numerator, denominator)).reduce(
        (total, group) => total + group,
        0,
      );
      expect(sum).toBe(numerator);
    }
  }
});

test('after a count of six in 4/4 the next beat is beat 3', () => {
  expect(beatAfterCount(meter(4, 4), 6)).toBe(3);
});

test.each([
  [{ numerator: 4, denominator: 3 }, 'lower number'],
  [{ numerator: 0, denominator: 4 }, 'whole number of beats'],
  [{ numerator: 7, denominator: 8, grouping: [2, 2, 2] }, 'add up'],
  [{ numerator: 3.5, denominator: 4 }, 'whole number of beats'],
])('the meter %j is refused in a sentence', (value, words) => {
  const parsed = meterSchema.safeParse(value);
  expect(parsed.success).toBe(false);
  expect(parsed.error?.issues[0]?.message).toContain(words);
});

test.each([0, 19.999, 400.001, 120.0005, Number.NaN, Number.POSITIVE_INFINITY, '120'])(
  'the tempo %p is refused in a sentence',
  (perMinute) => {
    const parsed = tempoSchema.safeParse({ perMinute, unit: 'quarter' });
    expect(parsed.error?.issues[0]?.message).toContain('from 20 to 400');
  },
);

test('clocks show minutes and seconds, hours where there are any', () => {
  expect([0, 59.6, 192.4, 3723, -61].map(clock)).toEqual([
    '0:00',
    '1:00',
    '3:12',
    '1:02:03',
    '−1:01',
  ]);
});
