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
