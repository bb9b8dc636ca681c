import { pauseAfter } from './waiting';

test.each([
  [1, 0, 500],
  [1, 1, 1000],
  [2, 1, 2000],
  [3, 0.5, 3000],
  [5, 1, 16_000],
  [6, 1, 30_000],
  [60, 1, 30_000],
  [60, 0, 15_000],
])('after %i tries that failed, chance %d: %i ms', (tries, chance, pause) =>
  expect(pauseAfter(tries, chance)).toBe(pause),
);

test('what the server asks for is waited at least', () => {
  expect(pauseAfter(1, 1, 5000)).toBe(5000);
  expect(pauseAfter(6, 1, 5000)).toBe(30_000);
});
