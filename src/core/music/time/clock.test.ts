import fc from 'fast-check';
import { clock, exactClock, parseClock } from '.';

test.each([
  [0, '0:00'],
  [-0.4, '0:00'],
  [0.5, '0:01'],
  [59.5, '1:00'],
  [-59.5, '−1:00'],
  [3599.4, '59:59'],
  [3600, '1:00:00'],
  [36_061, '10:01:01'],
])('%d s is shown as %s', (time, words) => expect(clock(time)).toBe(words));

test.each([
  [0, '0:00'],
  [-0.0004, '0:00'],
  [0.001, '0:00.001'],
  [9.05, '0:09.05'],
  [60, '1:00'],
  [-0.25, '-0:00.25'],
  [6000.1, '100:00.1'],
])('%d s to the millisecond is %s', (time, words) => expect(exactClock(time)).toBe(words));

test.each([
  ['', undefined],
  ['one', undefined],
  ['1:60', undefined],
  ['60', 60],
  ['0:59', 59],
  [' 2:41 ', 161],
  ['-0:02', -2],
  ['−0:02.5', -2.5],
  ['41.7 s', 41.7],
  ['41,75s', 41.75],
  ['10:00:00', 36_000],
  ['1:00:60', undefined],
  ['0:00.1234', undefined],
  ['123456', undefined],
])('“%s” is read as %s', (text, time) => expect(parseClock(text)).toBe(time));

test('what is shown to the millisecond is read back', () => {
  fc.assert(
    fc.property(fc.integer({ min: -3_600_000, max: 3_600_000 }), (milliseconds) => {
      expect(parseClock(exactClock(milliseconds / 1000))).toBeCloseTo(milliseconds / 1000, 9);
    }),
  );
});
