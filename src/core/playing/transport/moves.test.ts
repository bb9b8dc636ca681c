import { seconds } from '../../music/time';
import { program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { loopAt, type MoveKind, moveAt, nextBarLine, pausesOf } from '.';

let count = 0;
const timelineOf = (text: string) =>
  compile(
    parseShorthand(`song 120, in 4/4, count 4\n${text}`, (where) => `${where}${++count}`).map,
  );

// At 120 in 4/4 the count lasts 2 s and every bar as long.
const song = soloProgram('Song', timelineOf('A: 4\nTalk: 2, x 4, vamp "nod"\nB: 4'));
const at = (time: number, kind: MoveKind) => moveAt(song, seconds(time), kind);

test('again goes back to the top of the section at the next bar line', () => {
  expect(at(2 + 3, 'again')).toEqual({ from: 4 + 2, to: 2 });
  // In the third time of the vamp: to its first.
  expect(at(2 + 8 + 9, 'again')).toEqual({ from: 20, to: 10 });
});

test('on goes to the next section at the next bar line, over all times that are left', () => {
  expect(at(2.5, 'on')).toEqual({ from: 4, to: 10 });
  expect(at(2 + 8 + 1, 'on')).toEqual({ from: 12, to: 26 });
});

test('leaving a vamp waits for the end of this time through it', () => {
  expect(at(2 + 8 + 1, 'leave')).toEqual({ from: 14, to: 26 });
  // In its last time there is nothing to leap over.
  expect(at(2 + 8 + 13, 'leave')).toBeUndefined();
});

test('in the last bar the bar line is the end of the song', () => {
  expect(at(33, 'again')).toEqual({ from: 34, to: 26 });
});

test('in the count one can only count again; after the last section there is nowhere to go', () => {
  expect(at(1, 'again')).toEqual({ from: 1, to: 0 });
  expect(at(1, 'on')).toBeUndefined();
  expect(at(28, 'on')).toBeUndefined();
  expect(at(28, 'next-song')).toBeUndefined();
  expect(at(99, 'again')).toBeUndefined();
});

// Two songs of 2 + 8 s with 5 s between them: the second counts in at 15 and has bar 1 at 17.
const one = timelineOf('A: 2\nB: 2');
const set = program([
  { title: 'One', timeline: one, gap: { kind: 'seconds', seconds: 5 } },
  { title: 'Two', timeline: one, gap: { kind: 'seconds', seconds: 0 } },
]);
const inSet = (time: number, kind: MoveKind) => moveAt(set, seconds(time), kind);

test('in a set a move stays within its song, but for the last section: on is the next song', () => {
  expect(inSet(17.5, 'on')).toEqual({ from: 19, to: 21 });
  expect(inSet(7, 'on')).toEqual({ from: 8, to: 15 });
  expect(inSet(9, 'on')).toEqual({ from: 10, to: 15 });
});

test('between two songs the next begins now, or the last once more', () => {
  expect(inSet(12, 'on')).toEqual({ from: 12, to: 15 });
  expect(inSet(12, 'next-song')).toEqual({ from: 12, to: 15 });
  expect(inSet(12, 'again')).toEqual({ from: 12, to: 0 });
  expect(inSet(12, 'leave')).toBeUndefined();
});

test('the next song from the bar line; the previous one is this one until it has begun', () => {
  expect(inSet(3, 'next-song')).toEqual({ from: 4, to: 15 });
  expect(inSet(1, 'next-song')).toEqual({ from: 1, to: 15 });
  expect(inSet(18, 'next-song')).toBeUndefined();
  expect(inSet(18, 'previous-song')).toEqual({ from: 19, to: 15 });
  expect(inSet(16, 'previous-song')).toEqual({ from: 16, to: 0 });
  expect(inSet(1, 'previous-song')).toEqual({ from: 1, to: 0 });
});

test('a loop is the section with a bar before it and a bar after it, where there are any', () => {
  const loop = (time: number) => loopAt(song, seconds(time));
  expect(loop(3)).toMatchObject({ from: 2, to: 2 + 10, name: 'A' });
  // The vamp of four times two bars is one section to the band.
  expect(loop(2 + 8 + 9)).toMatchObject({ from: 8, to: 28, name: 'Talk' });
  expect(loop(30)).toMatchObject({ from: 24, to: 34, name: 'B' });
  // In the count it is the section that is counted in.
  expect(loop(1)).toEqual(loop(3));
  expect(loop(99)).toBeUndefined();
});

test('everybody waits at the next bar line', () => {
  expect(nextBarLine(song, seconds(3))).toBe(4);
  expect(nextBarLine(song, seconds(1))).toBe(2);
  expect(nextBarLine(song, seconds(33))).toBeUndefined();
});

test('the last time of a vamp goes round, and a fermata with a cue waits; one in seconds does not', () => {
  const live = soloProgram(
    'Live',
    timelineOf('Talk: 2, x 3, vamp "nod"\nB: 4; fermata 2.1 3 s "look up"; fermata 3.1 1 s'),
  );
  const [vamp, fermata, ...none] = pausesOf(live);
  // The count is 2 s; the three times of the vamp 4 s each; bar 2 of B begins 2 s after that.
  expect(vamp).toMatchObject({ of: 'vamp', cue: 'nod', from: 10, to: 14 });
  expect(fermata).toMatchObject({ of: 'fermata', cue: 'look up', from: 16, to: 19 });
  expect(none).toEqual([]);
});
