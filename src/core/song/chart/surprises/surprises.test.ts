import { roadMapFrom } from '../../../text/shorthand';
import { compile } from '../../timeline';
import { MOST_SURPRISES, surprisesOf } from '.';

const surprises = (lines: string, start = 'song 100, in 4/4, count 4') => {
  const map = roadMapFrom(`${start}\n${lines}`);
  return surprisesOf(map, compile(map));
};
const sentences = (lines: string, start?: string) =>
  surprises(lines, start).map(({ sentence }) => sentence);

test.each([
  ['A: 7', ['A has 7 bars (4+3).']],
  ['A: 7\nB: 8\nC: 7', ['A and C have 7 bars (4+3).']],
  ['A: 7\nA: 7', ['A has 7 bars (4+3).']],
  ['A: 8, x 2; pass 2: 7', ['A, the second time: 7 bars.']],
  ['A: 8, x 2; pass last: level 5', ['A, the last time: level 5 (ff).']],
  ['A: 4, tacet\nB: 8', ['The drums come in with B, after 4 bars.']],
  ['A: 4, tacet\nB: 1, tacet\nC: 8', ['The drums come in with C, after 5 bars.']],
  ['A: 8\nB: 4, tacet\nC: 8', ['No drums in B (4 bars); in again with C.']],
  ['A: 8\nB: 1, tacet', ['It ends without drums, in B (1 bar).']],
  ['A: 4, vamp "Odile nods"\nB: 8', ['A goes on until Odile nods.']],
  ['A: 8\nB: 8, in 3/4', ['B is in 3/4.']],
  ['A: 8; bar 3 in 3/4', ['A: 3/4 from its bar 3 on.']],
  ['A: 8\nB: 8, tempo 120', ['B: the tempo is 120 from here on.']],
  ['A: 8\nB: 8, tempo 101', ['B: the tempo is 101 from here on.']],
  ['A: 8\nB: 8, tempo 100.6\nC: 8, tempo 101.2', ['C: the tempo is 101.2 from here on.']],
  ['A: 8; bar 5 tempo 102', ['A, bar 5: the tempo is 102 from here on.']],
  ['A: 8, tempo 100\nB: 8, tempo 140, x 2', ['B: the tempo is 140 from here on.']],
  ['A: 8\nB: 8, tempo > 80', ['B: the tempo goes to 80.']],
  ['A: 8; stop 3.3\nB: 8', ['Stop in A, bar 3, beat 3, for 2 beats.']],
  ['A: 8\nB: 8; stop 7.1 to 8.1\nC: 4', ['Stop in B, bar 7, for 1 bar; it is not over, C comes.']],
  ['A: 8; stop last.3', ['It ends with a stop on 3 of the last bar.']],
  ['A: 8\nB: 8; no-crash 1.1', ['No crash at the beginning of B.']],
  ['A: 8; no-crash 3.1', ['No crash in A, bar 3.']],
  ['A: 8; fill last.3 lands nothing\nB: 8', ['No crash after the fill in A, last bar, beat 3.']],
  ['A: 8\nB: 8, feel half-time', ['B is half-time.']],
  ['A: 8; push 4.4&\nB: 8', ['Push in A, bar 4, beat 4&.']],
  ['A: 8; cue 5.1 listen "hits" check', ['Nobody is sure yet: hits (A, bar 5).']],
  ['A: 8\nB: 4, no click', ['No click in B.']],
  ['A: 4\nB: 4; fermata end 2 s\nC: 2', ['It is not over after the fermata in B: C comes.']],
  ['A: 8; fermata end 2 s', ['It ends on a fermata of 2 s.']],
  ['A: 8; cue 5.1 fade "over four"', ['It fades in A.']],
])('%s', (lines, expected) => {
  expect(sentences(lines)).toEqual(expected);
});

test.each([
  ['plain', 'A: 8\nB: 16\nC: 2'],
  ['half a phrase', 'A: 2\nB: 8'],
  ['a song that is half-time throughout', 'A: 8, feel half-time\nB: 8, feel half-time'],
  ['its own meter said again', 'A: 8, in 4/4'],
  ['a fill that lands on a crash', 'A: 8; fill last.3\nB: 8'],
  ['a tempo that drifts by less than a hundredth', 'A: 8\nB: 8, tempo 100.9; bar 3 tempo 99.1'],
  ['a song without any click', 'A: 8, no click'],
])('nothing is surprising about %s', (_, lines) => {
  expect(sentences(lines)).toEqual([]);
});

test('a fill that leads in before bar 1 is said with the count, and three bars are only that', () => {
  expect(sentences('A: 8; fill 0.3 "toms"')).toEqual(['The count-in is 4 beats; a fill leads in.']);
  expect(sentences('Lift: 3')).toEqual(['Lift has 3 bars.']);
});

test.each([
  ['song 100, in 4/4, count 8', []],
  [
    'song 100, in 4/4, count 6, pickup 2',
    ['The count-in is 6 beats, then 2 beats are played before bar 1.'],
  ],
  [
    'song 100, in 4/4, count 3, pickup 1',
    ['The count-in is 3 beats, then 1 beat is played before bar 1.'],
  ],
  ['song 100, in 4/4, count 7', ['The count-in is 7 beats.']],
  ['song 100, in 4/4, count 12', ['The count-in is 12 beats.']],
  ['song 100, in 4/4, count 0', ['There is no count-in.']],
  ['song 100, in 7/8, count 7', []],
])('%s', (start, expected) => {
  expect(sentences('A: 8', start)).toEqual(expected);
});

test('six at most, what shifts everything first, two of a kind only where there is room', () => {
  const lines = `A: 7
B: 9
C: 10
D: 8, x 2; pass 2: 6
E: 4, tacet
F: 8, feel half-time
G: 8, in 3/4
H: 8, tempo 140`;
  const found = surprises(lines);
  expect(found).toHaveLength(MOST_SURPRISES);
  expect(found.map(({ kind }) => kind)).toEqual([
    'pass-length',
    'odd-length',
    'no-drums',
    'meter',
    'tempo',
    'odd-length',
  ]);
  expect(found[1]).toMatchObject({ bar: 1 });
  expect(found[2]).toMatchObject({ bar: 7 + 9 + 10 + 14 + 1 });
});

test('a stop that comes by several times is said once', () => {
  expect(sentences('A: 4, x 3; stop 2.3\nB: 8')).toEqual([
    'Stop in A, bar 2, beat 3, for 2 beats.',
  ]);
});

test('its number is the one of the page, where a repeat stands once', () => {
  // As played, Rest comes with bar 27; on the page the chorus before it takes its longest, 24 bars.
  const sail = surprises(
    'repeat 3:\nVerse: 12\nLift: 3\nChorus: 8; pass 2: 24\nending 1 2:\nToms: 1\nRest: 5, tacet\nending last:\nEnd: 4; stop 4.1\nend',
  );
  const numbers = Object.fromEntries(
    sail.map(({ kind, bar, written }) => [kind, [bar, written] as const]),
  );
  expect(numbers).toMatchObject({
    'no-drums': [25, 41],
    'pass-length': [16, 16],
    end: [98 + 3, 46 + 3],
  });
});

test('a fade is said of the bar with which it begins', () => {
  expect(surprises('A: 8\nB: 12; cue 3.1 fade "away"').map(({ bar }) => bar)).toEqual([11]);
});
