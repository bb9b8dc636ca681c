import fc from 'fast-check';
import { type Clock, type ClockPoint, fitTempos } from './tempoFit';

/** A clock of 4/4 bars whose quarters last as told. */
const clockOf = (bars: number, lasts: (quarter: number) => number): Clock => {
  const points: ClockPoint[] = [{ quarters: 0, seconds: 0 }];
  for (let quarter = 0; quarter < bars * 4; quarter++) {
    points.push({ quarters: quarter + 1, seconds: points.at(-1)!.seconds + lasts(quarter) });
  }
  return {
    bars: points.filter((_, index) => index % 4 === 0),
    between: points.filter((_, index) => index % 4 !== 0),
    units: Array<number>(bars).fill(1),
  };
};
const MS = 0.001;

test('a clock that trembles around 126 is one tempo of 126, and the error is said', () => {
  const trembling = clockOf(64, (quarter) => 60 / 126 + (quarter % 2 ? 1 : -1) * 1.5 * MS);
  const { tempos, worst } = fitTempos(trembling, [], 5 * MS);
  expect(tempos).toEqual([{ from: 0, to: 64, start: 126, end: 126, shape: 'held' }]);
  expect(worst).toBeCloseTo(1.5 * MS, 6);
});

test('a tempo goes on over the beginning of a section', () => {
  const { tempos } = fitTempos(
    clockOf(16, () => 60 / 92),
    [8],
    MS,
  );
  expect(tempos.map(({ from, start }) => [from, start])).toEqual([
    [0, 92],
    [8, 92],
  ]);
});

// The closed form of a ramp even per beat: 8·ln 2 s for 8 quarters from 120 to 60.
test('a ramp in steps of a quarter is read as the ramp that it is', () => {
  const slope = (144 - 96) / 64;
  const at = (quarter: number) => (60 / slope) * Math.log((96 + slope * quarter) / 96);
  const { tempos, worst } = fitTempos(
    clockOf(16, (quarter) => at(quarter + 1) - at(quarter)),
    [],
    5 * MS,
  );
  expect(tempos).toEqual([{ from: 0, to: 16, start: 96, end: 144, shape: 'even-per-beat' }]);
  expect(worst).toBeLessThan(0.01 * MS);
});

test('a ramp even per second is told from one even per beat', () => {
  const [start, end, all] = [140, 80, 32];
  const speed = (quarter: number) =>
    Math.sqrt(start ** 2 + ((end ** 2 - start ** 2) * quarter) / all);
  const at = (quarter: number) => (120 * all * (speed(quarter) - start)) / (end ** 2 - start ** 2);
  const { tempos } = fitTempos(
    clockOf(8, (quarter) => at(quarter + 1) - at(quarter)),
    [],
    MS,
  );
  expect(tempos).toEqual([{ from: 0, to: 8, start: 140, end: 80, shape: 'even-per-second' }]);
});

test('held, then a ramp, then held again', () => {
  const slope = (150 - 100) / 16;
  const at = (quarter: number) => (60 / slope) * Math.log((100 + slope * quarter) / 100);
  const clock = clockOf(12, (quarter) => {
    if (quarter < 16) return 60 / 100;
    return quarter < 32 ? at(quarter - 15) - at(quarter - 16) : 60 / 150;
  });
  const { tempos, worst } = fitTempos(clock, [], 2 * MS);
  expect(tempos.map(({ from, to, shape }) => [from, to, shape])).toContainEqual([
    4,
    8,
    'even-per-beat',
  ]);
  expect(worst).toBeLessThan(2 * MS);
});

test('whatever the clock, nothing is further off than is said', () => {
  const clocks = fc
    .array(fc.double({ min: 0.2, max: 1.4, noNaN: true }), { minLength: 4, maxLength: 80 })
    .map((lasts) => clockOf(Math.floor(lasts.length / 4), (quarter) => lasts[quarter]!));
  fc.assert(
    fc.property(clocks, fc.constantFrom(1, 5, 20), (clock, tolerance) => {
      const { tempos, worst } = fitTempos(clock, [2], tolerance * MS);
      expect(tempos[0]!.from).toBe(0);
      expect(tempos.at(-1)!.to).toBe(clock.bars.length - 1);
      let at = 0;
      for (const { from, to, start, end, shape } of tempos) {
        if (shape !== 'held') return;
        for (let bar = from; bar < to; bar++) {
          at += ((clock.bars[bar + 1]!.quarters - clock.bars[bar]!.quarters) * 60) / start;
          expect(Math.abs(at - clock.bars[bar + 1]!.seconds)).toBeLessThanOrEqual(worst + 1e-9);
        }
        expect(end).toBe(start);
      }
    }),
    { seed: 5 },
  );
});
