import { type Pattern, type Player, RIGHT_HANDED, type School, stick, voiceOf } from '.';
import { typed } from './testing';

/**
 * Stickings as a teacher would write them over the notes, each with its reason. Common practice, no source;
 * written down before the program was asked (one of them was mended after). Of two strokes at once the upper voice comes first.
 */
const hands = (text: string, like: Partial<Pattern>, player?: Player) =>
  stick(typed(text, like), player)
    .filter(({ voice }) => voiceOf(voice).limb === 'hand')
    .map(({ hand }) => hand)
    .join('');

type Row = readonly [text: string, hands: string, why: string, school?: School];
const named = (rows: readonly Row[]) =>
  rows.map(([text, expected, why, school = 'natural']) => ({ text, expected, why, school }));

test.each(
  named([
    ['hh 8ths, sn 2 4', 'RRRLRRRRLR', 'one hand keeps the hat, the other has the backbeat'],
    ['hh quarters, sn 2 4', 'RRLRRL', 'as for eighths'],
    ['hh 8ths, sn 3', 'RRRRRLRRR', 'half-time moves the backbeat, not the hands'],
    ['hh 8ths, sn 2& 4&', 'RRRRLRRRRL', 'double-time between the beats is the left hand’s too'],
    ['rd 8ths, sn 2 4', 'RRRLRRRRLR', 'the ride as the hat'],
    ['rd 1 2 2+2/3 3 4 4+2/3', 'RRRRRR', 'a swung ride is one hand’s'],
    ['hh triplets, sn 2 4', 'RRRRLRRRRRRLRR', 'triplets leave one hand time'],
    [
      'hh 1 1+2/3 2 2+2/3 3 3+2/3 4 4+2/3, sn 2 4',
      'RRRLRRRRLR',
      'a shuffle on the hat is one hand’s',
    ],
    [
      'sn (16ths) >1& >2& >3& >4&',
      'RLRLRLRLRLRLRLRL',
      'a train beat is hand to hand, accents right',
    ],
    [
      'ft 8ths, sn 2 4',
      'RRLRRRRLRR',
      'the tom keeps time in the right hand, the snare is the left one’s',
    ],
    ['hh 8ths, t1 2 4', 'RRRLRRRRLR', 'the left hand reaches the high tom'],
    ['hh 8ths, ft 2 4', 'RRLRRRRLRR', 'it does not reach the floor tom: the hands change over'],
    [
      'hh 8ths, sn (1a) 2 (2e) 4',
      'RRLRLLRRRRLR',
      'ghost notes between the hats are the left hand’s',
    ],
    [
      'cr 1, hh 1& 2 2& 3 3& 4 4&, sn 2 4',
      'RRRLRRRRLR',
      'the crash is the leading hand’s, which then goes on',
    ],
    ['cb quarters, sn 2 4', 'RRLRRL', 'a cowbell keeps time like a cymbal'],
    [
      'hh 8ths, sn 1:x 2&:x 4:x',
      'RLRRRLRRRLR',
      'a cross-stick is played where the hand lies: left',
    ],
    [
      'hh 1 1e 1& 1a 2e 2& 2a, sn 2',
      'RLRLRLRL',
      'shared sixteenths, the right hand comes down for 2',
    ],
    ['hh 1 1& 1a 2 2& 2a, sn 2', 'RRLRLRL', 'broken sixteenths: the right hand has the eighths'],
    ['hh 1 1e 1& 2 2e 2&', 'RLRRLR', 'of sixteenths without the last the right has the eighths'],
    ['tb 8ths, sn 2 4', 'RRRLRRRRLR', 'a tambourine keeps time like a cymbal'],
    [
      'hh 8ths, sn 2 4, t1 4&',
      'RRRLRRRRLRL',
      'the tom at the end is the left hand’s under the hat',
    ],
    ['rd 8ths, sn (1e) (1a) 2', 'RLRLRLRRRRR', 'left hand fills in around a ride'],
    ['hh 8ths, sn 1 2 3 4', 'RLRRLRRLRRLR', 'a snare on every beat under the hat'],
    ['ft 8ths, t1 2 4', 'RRLRRRRLRR', 'of two toms the left one is the left hand’s'],
    [
      'hh 8ths, sn 2 4',
      'RLRLLRLRLL',
      'hand after hand on the hat, the free hand on the snare',
      'alternating',
    ],
    ['hh 16ths', 'RRRRRRRRRRRRRRRR', 'the leading hand alone', 'leading'],
    [
      'rd 16ths',
      'RLRLRLRLRLRLRLRL',
      'hand after hand on the ride, since it is asked for',
      'alternating',
    ],
  ]),
)('groove $text is $expected: $why', ({ text, expected, school }) => {
  expect(hands(text, { kind: 'groove', sticking: school })).toBe(expected);
});

test.each(
  named([
    ['sn 16ths', 'RLRLRLRLRLRLRLRL', 'single strokes'],
    [
      'sn 1 1& 2 2& 3 3& 4 4&',
      'RLRLRLRL',
      'natural: where nothing is finer, eighths are what is shared',
    ],
    ['sn 1 1& 2 2&', 'RLRL', 'hand after hand', 'alternating'],
    ['sn 1 1e 1a 2', 'RLLR', 'natural: a gap changes nothing for the others'],
    ['sn 1 1e 1a 2', 'RLRL', 'hand after hand over the gap', 'alternating'],
    [
      'sn 1 1e 1a 2',
      'RLRL',
      'the last is the other hand’s, so that the leading one is free',
      'leading',
    ],
    ['sn 1 1& 1a 2', 'RRLR', 'natural: right, right, left'],
    ['sn 1e 1a 2e 2a', 'LLLL', 'natural: all on the odd places'],
    ['sn 1e 1a 2e 2a', 'RLRL', 'hand after hand', 'alternating'],
    ['sn triplets', 'RLRLRLRLRLRL', 'triplets turn the hands at every beat'],
    ['sn 1 1+1/3 1+2/3', 'LRL', 'leading: three before the crash begin with the left', 'leading'],
    ['sn 1 1e 1& 1a 2', 'LRLRL', 'leading: five begin with the left', 'leading'],
    ['sn 1 1e, t1 1& 1a, ft 2 2e', 'RLRLRL', 'round the kit hand to hand', 'alternating'],
    ['t1 1, ft 1', 'LR', 'two toms at once: each hand on its side'],
    ['sn 1, ft 1', 'LR', 'snare and floor tom at once: each hand on its side'],
    ['cr 1, sn 1', 'RL', 'the crash over the snare'],
    [
      'cr 1, ft 1',
      'LR',
      'the floor tom keeps the right hand: the left reaches a crash on its side',
    ],
  ]),
)('fill $text is $expected: $why', ({ text, expected, school }) => {
  expect(hands(text, { kind: 'fill', sticking: school })).toBe(expected);
});

// International Drum Rudiments, Percussive Arts Society: numbers and stickings from memory.
test.each([
  [1, 'single stroke roll', 'sn 8ths', 'RLRLRLRL'],
  [2, 'single stroke four', 'sn 1 1+1/3 1+2/3 2', 'RLRL'],
  [3, 'single stroke seven', 'sn 1 1+1/6 1+1/3 1+1/2 1+2/3 1+5/6 2', 'RLRLRLR'],
  [6, 'double stroke open roll', 'sn 1:R 1e:R 1&:L 1a:L', 'RRLL'],
  [7, 'five stroke roll', 'sn 1:R 1e:R 1&:L 1a:L 2:R', 'RRLLR'],
  [16, 'single paradiddle', 'sn 1:R 1e:L 1&:R 1a:R 2:L 2e:R 2&:L 2a:L', 'RLRRLRLL'],
  [17, 'double paradiddle', 'sn 1:R 1e:L 1&:R 1a:L 2:R 2e:R', 'RLRLRR'],
  [19, 'single paradiddle-diddle', 'sn 1:R 1e:L 1&:R 1a:R 2:L 2e:L', 'RLRRLL'],
  [22, 'flam tap', 'sn 1:fR 1e:R 1&:fL 1a:L', 'RRLL'],
  [23, 'flamacue', 'sn 1:fR >1e:L 1&:R 1a:L 2:fR', 'RLRLR'],
])('rudiment %d, the %s, is %s', (_, __, text, expected) => {
  expect(hands(text, { kind: 'fill', sticking: 'alternating' })).toBe(expected);
});

test('a left-handed player has every one of them the other way round', () => {
  const turned = (text: string) =>
    hands(text, { kind: 'groove' }, { ...RIGHT_HANDED, hand: 'left' });
  expect(turned('hh 8ths, sn 2 4')).toBe('LLLRLLLLRL');
  expect(turned('ft 8ths, sn 2 4')).toBe('LLRLLLLRLL');
});
