import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { tapTempo } from '.';

const EIGHT = [0.012, 0.508, 0.996, 1.503, 2.001, 2.497, 3.01, 3.502];

test('eight taps give the tempo of their least squares, with its error', () => {
  const tempo = tapTempo(EIGHT);
  expect(tempo?.period).toBeCloseTo(0.499297619, 9);
  expect(tempo?.perMinute).toBeCloseTo(120.168809, 5);
  expect(tempo?.error).toBeCloseTo(0.000936802, 9);
});

test('the fit agrees with an independent library', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 2, noNaN: true }),
      fc.array(fc.double({ min: -0.005, max: 0.005, noNaN: true }), {
        minLength: 4,
        maxLength: 24,
      }),
      (period, wobble) => {
        const times = wobble.map((off, beat) => beat * period + off);
        const { m } = linearRegression(times.map((time, beat) => [beat, time]));
        const tempo = tapTempo(times);
        if (tempo?.thrownOut === 0) expect(tempo.period).toBeCloseTo(m, 10);
        else expect(tempo?.thrownOut).toBeLessThan(times.length / 2);
      },
    ),
  );
});

test('one tap that slipped is thrown out and changes nothing', () => {
  const slipped = EIGHT.map((time, index) => (index === 4 ? time + 0.17 : time));
  const without = tapTempo(EIGHT.filter((_, index) => index !== 4));
  const tempo = tapTempo(slipped);
  expect(tempo?.thrownOut).toBe(1);
  expect(tempo?.period).toBeCloseTo(without!.period, 10);
});

test('a tap left out leaves the tempo alone', () => {
  expect(tapTempo([0, 0.5, 1, 2, 2.5, 3])?.perMinute).toBeCloseTo(120, 9);
});

test('two taps, or taps all at once, are no tempo', () => {
  expect(tapTempo([])).toBeUndefined();
  expect(tapTempo([0, 0.5])).toBeUndefined();
  expect(tapTempo([1, 1, 1, 1])).toBeUndefined();
});

/** Taps a second apart, but for some that are off by so much. */
const taps = (count: number, off: Readonly<Record<number, number>> = {}) =>
  Array.from({ length: count }, (_, beat) => beat + (off[beat] ?? 0));

test('two taps are no tempo, three are', () => {
  expect(tapTempo([])).toBeUndefined();
  expect(tapTempo([0, 1])).toBeUndefined();
  expect(tapTempo([0, 1, 2])).toMatchObject({ period: 1, perMinute: 60, used: 3, thrownOut: 0 });
});

test('a tap that is a quarter of a beat off is thrown out, one of 15 ms is not', () => {
  expect(tapTempo(taps(10, { 4: 0.25 }))).toMatchObject({ used: 9, thrownOut: 1, period: 1 });
  expect(tapTempo(taps(10, { 4: 0.015 }))).toMatchObject({ used: 10, thrownOut: 0 });
  // Two of ten, early and late, do not move the others.
  const two = tapTempo(taps(10, { 3: -0.3, 7: 0.2 }));
  expect(two).toMatchObject({ used: 8, thrownOut: 2 });
  expect(two?.period).toBeCloseTo(1, 9);
});

test('where everybody is uneven nobody is thrown out for that', () => {
  const uneven = taps(12, { 1: 0.04, 3: -0.05, 4: 0.03, 6: -0.04, 8: 0.05, 10: -0.03 });
  expect(tapTempo(uneven)).toMatchObject({ used: 12, thrownOut: 0 });
});

test('a missed tap counts as its beat, two at once are no tempo', () => {
  expect(tapTempo([0, 1, 2, 4, 5, 6])?.period).toBeCloseTo(1, 9);
  expect(tapTempo([0, 0, 0])).toBeUndefined();
});

test('however taps lie, fewer than half are thrown out or there is no tempo', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.05, max: 3, noNaN: true }), { minLength: 2, maxLength: 16 }),
      (gaps) => {
        let time = 0;
        const times = [0, ...gaps.map((gap) => (time += gap))];
        const tempo = tapTempo(times);
        if (!tempo) return;
        expect(tempo.period).toBeGreaterThan(0);
        expect(tempo.used + tempo.thrownOut).toBe(times.length);
        expect(tempo.used).toBeGreaterThanOrEqual(3);
      },
    ),
  );
});
