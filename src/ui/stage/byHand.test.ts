import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { step, stopsOf } from './byHand';
import { resized, SIZES } from './settings';

// At 240 in 4/4 a bar lasts a second, and so does the count.
const program = soloProgram(
  'Song',
  compile(roadMapFrom('song 240, in 4/4, count 4\nA: 2, x 2\nB: 3')),
);

test('one stops at each time through a section, or at each bar', () => {
  expect(stopsOf(program, 'section')).toEqual([1, 3, 5]);
  expect(stopsOf(program, 'bar')).toEqual([1, 2, 3, 4, 5, 6, 7]);
});

test('a step leads to the next stop, never past the first or the last', () => {
  const stops = [1, 3, 5];
  expect(step(stops, 0, 1)).toBe(1);
  expect(step(stops, 1, 1)).toBe(3);
  expect(step(stops, 4, 1)).toBe(5);
  expect(step(stops, 5, 1)).toBe(5);
  expect(step(stops, 4, -1)).toBe(3);
  expect(step(stops, 3, -1)).toBe(1);
  expect(step(stops, 1, -1)).toBe(1);
  expect(step([], 2, 1)).toBe(2);
});

test('a place that is off by a rounding is that stop', () => {
  expect(step([1, 3], 1 - 1e-9, 1)).toBe(3);
  expect(step([1, 3], 3 + 1e-9, -1)).toBe(1);
});

test('sizes go in tenths between their limits', () => {
  expect(resized(1, 1)).toBe(1.1);
  expect(resized(0.8, -1)).toBe(0.7);
  expect(resized(SIZES.largest, 1)).toBe(SIZES.largest);
  expect(resized(SIZES.smallest, -1)).toBe(SIZES.smallest);
});
