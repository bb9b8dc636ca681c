import fc from 'fast-check';
import { allowedMinutes, doseOf, NIOSH, OSHA, PAUSED, playedWithoutPause, quieterBy } from '.';

// NIOSH 98-126, table 1-1.
test.each([
  [85, 480],
  [88, 240],
  [91, 120],
  [94, 60],
  [97, 30],
  [100, 15],
])('NIOSH recommends at most %i dB(A) for %i minutes', (level, minutes) => {
  expect(allowedMinutes(NIOSH, level)).toBeCloseTo(minutes, 9);
});

// 29 CFR 1910.95, table G-16.
test.each([
  [90, 8],
  [92, 6],
  [95, 4],
  [97, 3],
  [100, 2],
  [102, 1.5],
  [105, 1],
  [110, 0.5],
  [115, 0.25],
])('OSHA permits %i dB(A) for %d hours', (level, hours) => {
  // The table rounds to quarters of an hour, as its footnote's formula shows.
  expect(Math.round((allowedMinutes(OSHA, level) / 60) * 4) / 4).toBe(hours);
});

test('a rehearsal and a show add up: worked by hand', () => {
  // 60 of 120 minutes and 30 of 30: a half and a whole.
  const evening = [
    { level: 91, minutes: 60 },
    { level: 97, minutes: 30 },
  ];
  expect(doseOf(NIOSH, evening)).toBeCloseTo(150, 6);
  // 1.5 times as much is 3·log2(1.5) = 1.755 dB too loud.
  expect(quieterBy(NIOSH, evening)).toBe(1.8);
  // By OSHA's table an hour of 91 is 1/6.96 and half an hour of 97 is 1/6.06.
  expect(doseOf(OSHA, evening)).toBeCloseTo(30.85, 1);
  expect(quieterBy(OSHA, evening)).toBe(0);
});

test('what is below 80 dB(A) does not count, and nothing is no dose', () => {
  expect(doseOf(NIOSH, [{ level: 79.9, minutes: 1440 }])).toBe(0);
  expect(doseOf(NIOSH, [{ level: 80, minutes: 480 }])).toBeGreaterThan(0);
  expect(doseOf(OSHA, [])).toBe(0);
});

test('so much quieter is within the day, and a little less quieter is not', () => {
  const exposure = fc.record({
    level: fc.integer({ min: 86, max: 120 }),
    minutes: fc.integer({ min: 1, max: 600 }),
  });
  fc.assert(
    fc.property(fc.array(exposure, { minLength: 1, maxLength: 4 }), (exposures) => {
      for (const rule of [NIOSH, OSHA]) {
        const by = quieterBy(rule, exposures);
        const at = (less: number) =>
          doseOf(
            rule,
            exposures.map(({ level, minutes }) => ({ level: level - less, minutes })),
          );
        expect(at(by)).toBeLessThanOrEqual(100.001);
        if (by > 0) expect(at(by - 0.1)).toBeGreaterThan(100);
      }
    }),
  );
});

test('minutes of playing add up until there was a pause of five minutes', () => {
  const spans = [
    { from: 0, to: 600 },
    { from: 660, to: 1200 },
    { from: 1200 + PAUSED, to: 2000 },
  ];
  expect(playedWithoutPause(spans.slice(0, 2), 1200)).toBe(1140);
  expect(playedWithoutPause(spans.slice(0, 2), 1499)).toBe(1140);
  expect(playedWithoutPause(spans.slice(0, 2), 1500)).toBe(0);
  expect(playedWithoutPause(spans, 2000)).toBe(500);
  expect(playedWithoutPause([], 10)).toBe(0);
});
