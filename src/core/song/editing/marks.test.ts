import { apply } from '../../base/document';
import { parseShorthand } from '../../text/shorthand';
import { formOf, type RoadMap, roadMapKind, writtenOrder } from '../roadmap';
import { compile } from '../timeline';
import { checkHere, markedSections, markSection, moveMark, settleCheck, toCheck } from '.';

let made = 0;
const newId = () => `n${++made}`;
const song = (text: string): RoadMap => {
  const { map, problems } = parseShorthand(text, newId);
  expect(problems).toEqual([]);
  return map;
};
const done = (map: RoadMap, operations: Parameters<typeof apply>[2]): RoadMap => {
  const applied = apply(roadMapKind, map, operations);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.value.document;
};
const marksOf = (map: RoadMap) =>
  writtenOrder(formOf(map)).map(({ name, inRecording }) => [name, inRecording]);
const mark = (map: RoadMap, time: number, name?: string) =>
  done(map, markSection(map, time, name, newId).operations);

test('sections that are marked one after the other are named and numbered, and the first says where bar 1 is', () => {
  let map = song('');
  for (const [time, name] of [
    [2.3544, 'Intro'],
    [9.4, 'Verse'],
    [24.5, 'Chorus'],
    [37.7, 'Verse'],
  ] as const)
    map = mark(map, time, name);
  expect(marksOf(map)).toEqual([
    ['Intro', 2.354],
    ['Verse', 9.4],
    ['Chorus', 24.5],
    ['Verse 2', 37.7],
  ]);
  expect(map.start.recording).toBe(2.354);
  // Between two that are there.
  expect(marksOf(mark(map, 15, 'Solo'))[2]).toEqual(['Solo', 15]);
});

test('the sections of a map are marked in their order; a mark close by is put right', () => {
  let map = song('Intro: 4\nVerse: 8\nOut: 2');
  map = mark(mark(map, 1), 9);
  expect(marksOf(map)).toEqual([
    ['Intro', 1],
    ['Verse', 9],
    ['Out', null],
  ]);
  expect(map.start.recording).toBe(1);
  expect(marksOf(mark(map, 9.6))[1]).toEqual(['Verse', 9.6]);
  map = mark(mark(map, 20), 30);
  expect(marksOf(map)).toEqual([
    ['Intro', 1],
    ['Verse', 9],
    ['Out', 20],
    ['Section 4', 30],
  ]);
});

test('a mark is moved, and that of the first section takes bar 1 along', () => {
  const map = song(
    'song 120, in 4/4, count 4, recording 0:01\nA: 4, recorded 0:01\nB: 4, recorded 0:09',
  );
  const [a, b] = writtenOrder(formOf(map)).map(({ id }) => id);
  const later = done(map, moveMark(map, b!, 10.00049));
  expect([marksOf(later)[1], later.start.recording]).toEqual([['B', 10], 1]);
  const earlier = done(map, moveMark(map, a!, 0.5));
  expect([marksOf(earlier)[0], earlier.start.recording]).toEqual([['A', 0.5], 0.5]);
});

test('a place to be checked stands at its beat, is listed with its time, and is settled', () => {
  const map = song(
    'song 120, in 4/4, count 4, recording 0:10\nIntro: 4\nVerse: 4, x 2; cue 2.1 listen "guitar" check',
  );
  // 10 s, then 8 s of intro, then a bar, two beats and a bit.
  const noted = done(map, checkHere(map, compile(map), 10 + 8 + 2 + 1.2, newId));
  const list = toCheck(noted, compile(noted));
  expect(list).toMatchObject([
    { section: 'Verse', words: 'guitar', bar: 6, time: 20 },
    { section: 'Verse', words: 'Check by ear', bar: 6, time: 21 },
  ]);
  const left = list.reduce((now, { cue }) => done(now, settleCheck(now, cue)), noted);
  expect(Object.values(left.cues)).toMatchObject([{ words: 'guitar', byEar: false }]);
  expect(toCheck(left, compile(left))).toEqual([]);
  expect(checkHere(map, compile(map), 5, newId)).toEqual([]);
  expect(checkHere(map, compile(map), 99, newId)).toEqual([]);
});

test('what lies between marks: one section alone, or several, up to the end of the recording', () => {
  const map = song(
    'song 120, in 4/4, count 4, recording 0:01 to 0:41\nIntro: 4, recorded 0:01\nVerse: 4, x 2, recorded 0:09\nLift: 2\nOut: 4, in 3/4, recorded 0:31',
  );
  expect(markedSections(map, compile(map), 99)).toMatchObject([
    { name: 'Intro', from: 1, to: 9, bars: 4, isAlone: true, meter: { numerator: 4 } },
    { name: 'Verse', from: 9, to: 31, bars: 10, isAlone: false },
    { name: 'Out', from: 31, to: 41, bars: 4, isAlone: true, meter: { numerator: 3 } },
  ]);
});
