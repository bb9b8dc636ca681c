import { parseShorthand } from '../shorthand';
import { seconds } from '../time';
import { compile } from '../timeline';
import { loopAt, moveAt, nextBarLine, program, soloProgram, waitsOf } from '.';

let count = 0;
const timelineOf = (text: string) =>
  compile(
    parseShorthand(`song 120, in 4/4, count 4\n${text}`, (where) => `${where}${++count}`).map,
  );

// At 120 in 4/4 the count lasts 2 s and every bar as long.
const song = soloProgram('Song', timelineOf('A: 4\nTalk: 2, x 4, vamp "nod"\nB: 4'));
const at = (time: number, kind: Parameters<typeof moveAt>[2]) => moveAt(song, seconds(time), kind);

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

test('in the count, in the last section and after the end there is nowhere to go', () => {
  expect(at(1, 'again')).toBeUndefined();
  expect(at(28, 'on')).toBeUndefined();
  expect(at(99, 'again')).toBeUndefined();
});

test('in a set a move stays within its song', () => {
  const one = timelineOf('A: 2\nB: 2');
  const set = program([
    { title: 'One', timeline: one, gap: { kind: 'seconds', seconds: 5 } },
    { title: 'Two', timeline: one, gap: { kind: 'seconds', seconds: 0 } },
  ]);
  // The second song's bar 1 lies at 2 + 8 + 5 + 2 s.
  expect(moveAt(set, seconds(17.5), 'on')).toEqual({ from: 19, to: 21 });
});

test('a loop is the section with a bar before it and a bar after it, where there are any', () => {
  const loop = (time: number) => loopAt(song, seconds(time));
  expect(loop(3)).toEqual({ from: 2, to: 2 + 10, name: 'A' });
  // The vamp of four times two bars is one section to the band.
  expect(loop(2 + 8 + 9)).toEqual({ from: 8, to: 28, name: 'Talk' });
  expect(loop(30)).toEqual({ from: 24, to: 34, name: 'B' });
  expect(loop(1)).toBeUndefined();
  expect(loop(99)).toBeUndefined();
});

test('everybody waits at the next bar line', () => {
  expect(nextBarLine(song, seconds(3))).toBe(4);
  expect(nextBarLine(song, seconds(1))).toBe(2);
  expect(nextBarLine(song, seconds(33))).toBeUndefined();
});

test('live, the last time of a vamp goes round, and a hold with a cue waits; one in seconds does not', () => {
  const held = timelineOf('A: 2; hold 2.1 3 s "nod"\nTalk: 2, x 4, vamp "nod"\nB: 2; hold 1.1 2 s');
  const { vamps, holds } = waitsOf(soloProgram('Song', held));
  expect(holds).toEqual([{ at: 2 + 2, on: 2 + 5 }]);
  expect(vamps).toEqual([{ from: 2 + 7 + 12, to: 2 + 7 + 16 + 2 }]);
});
