import fc from 'fast-check';
import { TICKS_PER_QUARTER } from '../time';
import {
  backbeatOn,
  doubled,
  filled,
  firstBarOver,
  fourOnTheFloor,
  halved,
  handOn,
  inDoubleTime,
  inHalfTime,
  inMeter,
  lasting,
  oneBarMore,
  type Pattern,
  patternSchema,
  printTyped,
  shifted,
  simplified,
  sixteenthsOnHat,
  strokesOf,
  withoutGhosts,
} from '.';
import { patterns, typed } from './testing';

const rock = typed('hh 8ths, sn >2 (2a) >4, bd 1 2a 3');
const after = (change: Partial<Pattern>, of = rock) => printTyped({ ...of, ...change });

test('half-time moves the backbeat to 3 and nothing else', () => {
  expect(after(inHalfTime(rock))).toBe('hh 8ths, sn (2a) >3, bd 1 2a 3');
});

test('the backbeat goes where it is put, struck as it was', () => {
  expect(after(backbeatOn(rock, [1, 3]))).toBe('hh 8ths, sn >1 (2a) >3, bd 1 2a 3');
  const ballad = typed('hh 8ths, sn 2:x 4:x');
  expect(after(backbeatOn(ballad, [3]), ballad)).toBe('hh 8ths, sn 3:x');
});

test('where nothing is accented the backbeat is what the snare plays on whole beats', () => {
  const plain = typed('hh 8ths, sn (1a) 2 (2e) 4, bd 1 3');
  expect(after(inHalfTime(plain), plain)).toBe('hh 8ths, sn (1a) (2e) 3, bd 1 3');
});

test('double-time puts a backbeat on every off-beat', () => {
  expect(after(inDoubleTime(rock))).toBe('hh 8ths, sn >1& >2& (2a) >3& >4&, bd quarters');
});

test('the hand goes to the ride or the crash with what it played', () => {
  expect(after(handOn(rock, 'ride'))).toBe('rd 8ths, sn >2 (2a) >4, bd 1 2a 3');
  const open = typed('hh 8ths 4&:o');
  expect(after(handOn(open, 'crash'), open)).toBe('cr 8ths');
});

test('an easier version drops the hard stroke of the foot and the ghost notes', () => {
  expect(after(simplified(rock))).toBe('hh 8ths, sn >2 >4, bd 1 3');
  expect(after(withoutGhosts(rock))).toBe('hh 8ths, sn >2 >4, bd 1 2a 3');
});

test('a kit that plays the percussion too: its hat plays the sixteenths that the tambourine had', () => {
  const with16 = typed('hh 8ths, tb 16ths, bd 1');
  expect(after(sixteenthsOnHat(with16), with16)).toBe('hh 16ths, bd 1');
});

test('four on the floor follows the pulse, in 6/8 too', () => {
  expect(after(fourOnTheFloor(rock))).toContain('bd quarters');
  const six = typed('hh 8ths', { meter: { numerator: 6, denominator: 8 } });
  expect(after(fourOnTheFloor(six), six)).toBe('hh 8ths, bd 1 4');
});

test('what is shifted over the end comes in at the beginning, and shifting back undoes it', () => {
  const eighth = TICKS_PER_QUARTER / 2;
  expect(after(shifted(typed('bd 1 4&'), eighth), typed('bd 1'))).toBe('bd 1 1&');
  fc.assert(
    fc.property(patterns, fc.integer({ min: -4, max: 4 }), (pattern, by) => {
      const there = { ...pattern, ...shifted(pattern, by * eighth) };
      expect(strokesOf({ ...there, ...shifted(there, -by * eighth) })).toEqual(strokesOf(pattern));
    }),
  );
});

test('bar 1 is copied to bar 2, and one bar more plays as the last', () => {
  const two = typed('hh 8ths, bd 1 3 | bd 2');
  expect(after(firstBarOver(two), two)).toBe('hh 8ths, bd 1 3 | ');
  expect(after(oneBarMore(two), two)).toBe('hh 8ths, bd 1 3 | bd 2 | ');
  expect(oneBarMore(typed('bd 1 | | | | | | |'))).toEqual({});
});

test('half the distance and double the distance', () => {
  expect(after(halved(typed('bd 1 3')), typed('bd 1'))).toBe('bd quarters');
  const long = typed('bd 1 1&');
  expect(after(doubled(long), long)).toBe('bd 1 2 | bd -');
});

test('a row is filled with a subdivision, and what stood there is kept', () => {
  const some = typed('sn >2, hh 1:o');
  expect(after(filled(some, 'hihat', 2), some)).toBe('hh 8ths 1:o, sn >2');
  expect(after(filled(some, 'snare', 3), some)).toBe('hh 1:o, sn triplets >2');
});

test('a fill that grows keeps its end, a groove its beginning', () => {
  const fill = typed('sn 4 4&', { kind: 'fill', beats: 1 });
  expect(after(lasting(fill, 2), fill)).toBe('sn 4 4&');
  expect(after(lasting(rock, 2), rock)).toContain('hh 3');
});

test('another meter keeps the strokes that fit', () => {
  expect(after(inMeter(rock, { numerator: 3, denominator: 4 }), rock)).toBe(
    'hh 8ths, sn >2 (2a), bd 1 2a 3',
  );
});

test('whatever is derived from any pattern is a pattern', () => {
  const all = [
    inHalfTime,
    inDoubleTime,
    simplified,
    withoutGhosts,
    fourOnTheFloor,
    sixteenthsOnHat,
    firstBarOver,
    oneBarMore,
    halved,
    doubled,
    (one: Pattern) => handOn(one, 'ride'),
    (one: Pattern) => filled(one, 'hihat', 4),
    (one: Pattern) => lasting(one, 3),
    (one: Pattern) => inMeter(one, { numerator: 7, denominator: 8 }),
  ];
  fc.assert(
    fc.property(patterns, fc.constantFrom(...all), (pattern, derive) => {
      const derived = { ...pattern, ...derive(pattern) };
      expect(patternSchema.safeParse(derived).error).toBeUndefined();
    }),
    { numRuns: 300 },
  );
});
