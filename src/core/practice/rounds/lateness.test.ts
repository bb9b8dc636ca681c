import { mulberry } from '../../base/random';
import { hearsClick, latenessOf, playedBy } from '.';

const clicks = (count: number, perMinute: number) =>
  Array.from({ length: count }, (_, index) => ({ time: 10 + (index * 60) / perMinute }));
const DRUMMER = { seed: 5, late: 0, spread: 0.012, rushes: 0, misses: 0, doubles: 0 };

test.each([-0.04, 0, 0.021, 0.14, 0.25])(
  'strokes along with a click tell that they come %d s late',
  (late) => {
    const along = playedBy({ ...DRUMMER, late }, clicks(16, 100));
    const { mean, spread } = latenessOf(clicks(16, 100), along)!;
    expect(Math.abs(mean - late)).toBeLessThan(0.008);
    expect(spread).toBeLessThan(0.02);
  },
);

test('misses, doubles and a wild stroke do not move it', () => {
  const along = [
    ...playedBy({ ...DRUMMER, late: 0.08, misses: 0.1, doubles: 0.1 }, clicks(24, 90)),
    { time: 12.34 },
  ].sort((a, b) => a.time - b.time);
  expect(latenessOf(clicks(24, 90), along)!.mean).toBeCloseTo(0.08, 1.9);
});

test('a fast click is read the nearer way', () => {
  const along = clicks(20, 200).map(({ time }) => ({ time: time + 0.05 }));
  expect(latenessOf(clicks(20, 200), along)!.mean).toBeCloseTo(0.05, 6);
});

test('too little, or nothing in common, tells nothing', () => {
  expect(latenessOf(clicks(16, 100), [])).toBeUndefined();
  expect(latenessOf([], clicks(16, 100))).toBeUndefined();
  expect(latenessOf(clicks(7, 100), clicks(7, 100))).toBeUndefined();
  const random = mulberry(8);
  const wild = Array.from({ length: 16 }, () => ({ time: 10 + 9 * random() })).sort(
    (a, b) => a.time - b.time,
  );
  expect(latenessOf(clicks(16, 100), wild)).toBeUndefined();
});

test('a microphone that hears the click is told from a drummer', () => {
  const heard = clicks(16, 100).map(({ time }, index) => ({
    time: time + 0.03 + 0.0003 * (index % 3),
  }));
  expect(hearsClick(clicks(16, 100), heard, 0.03)).toBe(true);
  expect(hearsClick(clicks(16, 100), playedBy(DRUMMER, clicks(16, 100)))).toBe(false);
  // The best players are even to about 10 ms, and one to 3 is still one.
  expect(
    hearsClick(clicks(16, 100), playedBy({ ...DRUMMER, spread: 0.003 }, clicks(16, 100))),
  ).toBe(false);
  expect(hearsClick(clicks(16, 100), heard.slice(0, 9), 0.03)).toBe(false);
  expect(hearsClick(clicks(4, 100), heard.slice(0, 4), 0.03)).toBe(false);
});
