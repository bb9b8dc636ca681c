import { newPattern, type Pattern, parseTyped } from '../../music/kit';
import { compile } from '../../song/timeline';
import { audition, countAloud, perform } from '.';

const FOUR = { numerator: 4, denominator: 4 } as const;
const tempo = { perMinute: 60, unit: 'quarter' } as const;

const typed = (kind: Pattern['kind'], text: string, beats = 4, grid = [4]): Pattern => {
  const shape = newPattern('p', FOUR, { kind, beats, grid, name: kind });
  const read = parseTyped(text, shape);
  if (!read.ok) throw new Error(read.problem.message);
  return { ...shape, ...read.value.rows, order: 'a0' };
};

const heard = (map: ReturnType<typeof audition>) => {
  const timeline = compile(map);
  return perform(map, timeline).map(({ voice, seconds }) => [
    voice,
    Math.round(seconds * 1e6) / 1e6,
  ]);
};

// At 60 a beat lasts a second and a bar of 4/4 four.
test('a fill alone comes round without a pause and leads to no crash', () => {
  const fill = typed('fill', 'sn 3 4', 2);
  const alone = heard(audition({ pattern: fill, tempo, alone: true }));
  expect(alone.slice(0, 4)).toEqual([
    ['snare', 2],
    ['snare', 3],
    ['snare', 6],
    ['snare', 7],
  ]);
  expect(alone.some(([voice]) => voice === 'crash')).toBe(false);
});

test('with the bars around it the groove is played up to the fill, and it lands', () => {
  const around = { ...typed('groove', 'hh quarters'), id: 'g' };
  const fill = typed('fill', 'sn 3 4', 2);
  const notes = heard(audition({ pattern: fill, tempo, around }));
  expect(notes.filter(([voice, at]) => voice === 'hihat' && Number(at) < 8)).toEqual(
    [0, 1, 2, 3, 4, 5].map((at) => ['hihat', at]),
  );
  expect(notes).toContainEqual(['snare', 6]);
  expect(notes).toContainEqual(['crash', 8]);
});

test('a groove is counted by its own grid, with a click on each part', () => {
  const groove = typed('groove', 'hh 8ths', 4, [2, 3]);
  const map = audition({ pattern: groove, tempo, divided: true });
  const timeline = compile(map);
  const words = countAloud(groove, timeline);
  expect(
    words.slice(0, 6).map(({ word, seconds }) => [word, Math.round(seconds * 1e3) / 1e3]),
  ).toEqual([
    ['1', 0],
    ['&', 0.5],
    ['2', 1],
    ['trip', 1.333],
    ['let', 1.667],
    ['3', 2],
  ]);
  // The click divides every pulse as the finest of them is.
  expect(timeline.clicks.filter(({ seconds }) => seconds >= 0 && seconds < 4)).toHaveLength(12);
  const plain = compile(audition({ pattern: groove, tempo }));
  expect(plain.clicks.filter(({ seconds }) => seconds >= 0 && seconds < 4)).toHaveLength(4);
});

test('the words of a fill are said where it stands, not in the bars around it', () => {
  const fill = typed('fill', 'sn 3 4', 2, [2]);
  const words = countAloud(fill, compile(audition({ pattern: fill, tempo })));
  expect(words.slice(0, 5).map(({ word, seconds }) => [word, seconds])).toEqual([
    ['3', 6],
    ['&', 6.5],
    ['4', 7],
    ['&', 7.5],
    ['3', 18],
  ]);
});
