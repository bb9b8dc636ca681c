import fc from 'fast-check';
import { lastAtOrBefore } from './search';

test('halving finds what looking at each one finds', () => {
  const starts = fc
    .array(fc.integer({ min: 0, max: 50 }))
    .map((list) => list.sort((a, b) => a - b));
  fc.assert(
    fc.property(starts, fc.integer({ min: -2, max: 52 }), (list, value) => {
      const found = lastAtOrBefore(list, value, (start) => start);
      expect(found).toBe(list.findLastIndex((start) => start <= value));
    }),
  );
  expect(lastAtOrBefore([], 1, (start) => start)).toBe(-1);
});
