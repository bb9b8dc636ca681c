import { edited } from '../../testing';
import { roadMapFrom } from '../../text/shorthand';
import { formOf, type RoadMap, writtenOrder } from '../roadmap';
import { compile } from '../timeline';
import {
  checkHere,
  fillHere,
  forgetTaps,
  isTakenDown,
  keepTaps,
  MOST_TAPS,
  markedSections,
  markSection,
  moveMark,
  settleCheck,
  takeProposed,
  tapsOf,
  toCheck,
} from '.';

let made = 0;
const newId = () => `n${++made}`;
const song = roadMapFrom;
const marksOf = (map: RoadMap) =>
  writtenOrder(formOf(map)).map(({ name, inRecording }) => [name, inRecording]);
const mark = (map: RoadMap, time: number, name?: string) =>
  edited(map, markSection(map, time, name, newId).operations);

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
  const later = edited(map, moveMark(map, b!, 10.00049));
  expect([marksOf(later)[1], later.start.recording]).toEqual([['B', 10], 1]);
  const earlier = edited(map, moveMark(map, a!, 0.5));
  expect([marksOf(earlier)[0], earlier.start.recording]).toEqual([['A', 0.5], 0.5]);
});

test('a place to be checked stands at its beat, is listed with its time, and is settled', () => {
  const map = song(
    'song 120, in 4/4, count 4, recording 0:10\nIntro: 4\nVerse: 4, x 2; cue 2.1 listen "guitar" check',
  );
  // 10 s, then 8 s of intro, then a bar, two beats and a bit.
  const noted = edited(map, checkHere(map, compile(map), 10 + 8 + 2 + 1.2, newId));
  const list = toCheck(noted, compile(noted));
  expect(list).toMatchObject([
    { section: 'Verse', words: 'guitar', bar: 6, time: 20 },
    { section: 'Verse', words: 'Check by ear', bar: 6, time: 21 },
  ]);
  const left = list.reduce((now, { cue }) => edited(now, settleCheck(now, cue)), noted);
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

test('a fill is noted at the beat that it begins at, up to the bar line; not where the map has no bar', () => {
  const map = mark(song('song 120, in 4/4\nIntro: 4\nVerse: 8'), 1);
  const timeline = compile(map);
  // Bar 6, the second of the verse, begins at 11 s; its beat 3 at 12 s.
  const after = edited(map, fillHere(map, timeline, 12.1, newId));
  const [fill] = Object.values(after.fills);
  expect(after.sections[fill!.section]!.name).toBe('Verse');
  expect(fill).toMatchObject({ from: { bar: 2, ticks: 40_320 }, to: null });
  expect(fillHere(map, timeline, 0.5, newId)).toEqual([]);
  expect(fillHere(map, timeline, 60, newId)).toEqual([]);
});

describe('what is heard as sections', () => {
  const proposed = [
    { name: 'Chorus', time: 17 },
    { name: 'Verse', time: 1 },
    { name: 'Verse', time: 33 },
  ];

  test('is marked in the order of the recording, and numbered', () => {
    const map = edited(song(''), takeProposed(song(''), proposed, newId));
    expect(marksOf(map)).toEqual([
      ['Verse', 1],
      ['Chorus', 17],
      ['Verse 2', 33],
    ]);
    expect(map.start.recording).toBe(1);
  });

  test('never changes what was marked by hand', () => {
    const map = mark(mark(song(''), 1.2, 'Intro'), 34, 'Solo');
    expect(marksOf(edited(map, takeProposed(map, proposed, newId)))).toEqual([
      ['Intro', 1.2],
      ['Chorus', 17],
      ['Solo', 34],
    ]);
    expect(takeProposed(map, [], newId)).toEqual([]);
  });

  test('is offered while no section of the map waits for its mark', () => {
    expect(isTakenDown(song(''))).toBe(true);
    expect(isTakenDown(mark(song(''), 1, 'Intro'))).toBe(true);
    expect(isTakenDown(mark(song('Intro: 4\nVerse: 8'), 1))).toBe(false);
  });
});

describe('taps', () => {
  const tapped = (map: RoadMap, times: readonly number[], areFirst = false) =>
    edited(map, keepTaps(map, times, areFirst, newId));
  const timesOf = (map: RoadMap) => tapsOf(map).map(({ time }) => time);

  test('stay in the order of the recording, and a run gives way to one that is tapped there anew', () => {
    const map = tapped(tapped(song(''), [30.1, 30.6]), [10, 10.5004, 11]);
    expect(timesOf(map)).toEqual([10, 10.5, 11, 30.1, 30.6]);
    expect(timesOf(tapped(map, [9.95, 10.45, 10.98, 11.5]))).toEqual([
      9.95, 10.45, 10.98, 11.5, 30.1, 30.6,
    ]);
    expect(keepTaps(map, [], false, newId)).toEqual([]);
    expect(timesOf(edited(map, forgetTaps(map)))).toEqual([]);
  });

  test('that say a first beat stay so when the beats are tapped again', () => {
    const map = tapped(tapped(song(''), [10], true), [9.5, 10.05, 10.5]);
    expect(tapsOf(map).map(({ isFirst }) => isFirst)).toEqual([false, true, false]);
  });

  test('are kept up to a number', () => {
    const run = (from: number) => Array.from({ length: 200 }, (_, index) => from + index * 0.5);
    const map = tapped(tapped(song(''), run(0)), run(500));
    expect(timesOf(map)).toHaveLength(MOST_TAPS);
    expect(timesOf(map).at(-1)).toBe(599.5);
    expect(timesOf(map)[0]).toBe(72);
  });
});
