import fc from 'fast-check';
import { stick } from '../kit';
import { patterns, typed } from '../kit/testing';
import { barTicks, TICKS_PER_WHOLE } from '../time';
import { engrave, type Group, type Sign } from '.';

/** Values as words: `8` an eighth, `4.` a dotted quarter, `r` before a rest. */
const written = (groups: readonly Group[]) =>
  groups
    .map(({ signs, tuplet }) => {
      const inside = signs
        .map(
          ({ value, strokes }) =>
            `${strokes.length ? '' : 'r'}${value.of}${value.dotted ? '.' : ''}`,
        )
        .join(' ');
      return tuplet ? `${tuplet.actual}:${tuplet.normal}(${inside})` : inside;
    })
    .join(' | ');
const hands = (text: string, like = {}) => written(engrave(typed(text, like))[0]!.hands);
const feet = (text: string, like = {}) => written(engrave(typed(text, like))[0]!.feet);

test('a plain groove is eighths above and quarters with rests below', () => {
  expect(hands('hh 8ths, sn 2 4, bd 1 3')).toBe('8 8 | 8 8 | 8 8 | 8 8');
  expect(feet('hh 8ths, sn 2 4, bd 1 3')).toBe('4 | r4 | 4 | r4');
});

test('sixteenths are written as they fall in the beat', () => {
  expect(hands('sn 1 1a 2 2e 2& 3e 3a 4&')).toBe('8. 16 | 16 16 8 | r16 8 16 | r8 8');
});

test('triplets, quintuplets and sextuplets are in the time of two, four and four', () => {
  expect(hands('sn triplets')).toBe('3:2(8 8 8) | 3:2(8 8 8) | 3:2(8 8 8) | 3:2(8 8 8)');
  expect(hands('sn 1 1+2/3')).toBe('3:2(4 8) | r4 | r4 | r4');
  expect(hands('sn 1 1+1/5 1+2/5 1+3/5 1+4/5').split(' | ')[0]).toBe('5:4(16 16 16 16 16)');
  expect(hands('sn 1 1+1/6 1+1/3 1& 1+2/3 1+5/6').split(' | ')[0]).toBe('6:4(16 16 16 16 16 16)');
});

test('three over two is one triplet of quarters over both beats', () => {
  expect(hands('t1 1 1+2/3 2+1/3')).toBe('3:2(4 4 4) | r4 | r4');
});

test('compound meters are beamed in threes, with duplets where two fill a pulse', () => {
  const six = { meter: { numerator: 6, denominator: 8 } };
  expect(hands('hh 8ths', six)).toBe('8 8 8 | 8 8 8');
  expect(feet('bd 1 4', six)).toBe('4. | 4.');
  expect(hands('sn 1 2&', six)).toBe('2:3(8 8) | r4.');
});

test('beams follow the grouping of 7/8', () => {
  const seven = { meter: { numerator: 7, denominator: 8, grouping: [2, 2, 3] } };
  expect(hands('hh 8ths', seven)).toBe('8 8 | 8 8 | 8 8 8');
});

test('a fill of less than a bar begins with rests', () => {
  expect(hands('t1 4 4&', { kind: 'fill', beats: 1 })).toBe('r4 | r4 | r4 | 8 8');
});

const length = ({ value }: Sign, tuplet: Group['tuplet']): number =>
  ((TICKS_PER_WHOLE / value.of) * (value.dotted ? 1.5 : 1) * (tuplet?.normal ?? 1)) /
  (tuplet?.actual ?? 1);

test('every bar of any pattern adds up, each sign lasts what its value says, no stroke is lost', () => {
  fc.assert(
    fc.property(patterns, (pattern) => {
      const staffs = engrave(pattern);
      let strokes = 0;
      for (const { hands: above, feet: below } of staffs) {
        for (const groups of [above, below]) {
          let at = 0;
          for (const { signs, tuplet } of groups) {
            for (const sign of signs) {
              expect(sign.at).toBeCloseTo(at, 6);
              expect(length(sign, tuplet)).toBeCloseTo(sign.ticks, 6);
              expect(Number.isInteger(Math.log2(sign.value.of))).toBe(true);
              for (const stroke of sign.strokes) expect(stroke.at).toBe(Math.round(sign.at));
              strokes += sign.strokes.length;
              at += sign.ticks;
            }
          }
          expect(at).toBeCloseTo(barTicks(pattern.meter), 4);
        }
      }
      expect(strokes).toBe(stick(pattern).length);
    }),
    { numRuns: 300 },
  );
});
