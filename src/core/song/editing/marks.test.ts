import { apply } from '../../base/document';
import { parseShorthand } from '../../text/shorthand';
import { formOf, type RoadMap, roadMapKind, writtenOrder } from '../roadmap';
import { compile } from '../timeline';
import {
  checkHere,
  markedSections,
  markSection,
  moveMark,
  settleCheck,
  takeHeard,
  toCheck,
} from '.';

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

const heard = (map: RoadMap, bars: readonly number[], end: number) =>
  markedSections(map, compile(map), end).map((one, index) => ({ ...one, bars: bars[index]! }));

test('one tempo is taken where it brings every section to its mark, in the roundest number', () => {
  // 127.3: a bar lasts 1.88531 s; marks 10 ms beside.
  const bar = 240 / 127.3;
  const map = song(
    `song 100, in 4/4, count 4, recording 0:02\nA: 8, recorded 0:02\nB: 8, recorded 0:${(2 + 8 * bar + 0.01).toFixed(3)}\nC: 8, recorded 0:${(2 + 15 * bar - 0.01).toFixed(3)}`,
  );
  const taken = done(map, takeHeard(map, heard(map, [8, 7, 4], 2 + 19 * bar), newId));
  expect(taken.start.tempo).toEqual({ perMinute: 127.3, unit: 'quarter' });
  const { bars, seconds } = compile(taken);
  expect(bars).toHaveLength(19);
  expect(seconds).toBeCloseTo(19 * bar, 6);
  expect(Object.values(taken.sections).map(({ tempo }) => tempo)).toEqual([null, null, null]);
});

test('a song that speeds up gets a tempo for each section, so that each begins near its mark', () => {
  const map = song(
    'song 100, in 6/8, count 6, recording 0:10\nA: 8, recorded 0:10\nB: 8, recorded 0:30\nC: 8, recorded 0:48',
  );
  const taken = done(map, takeHeard(map, heard(map, [8, 8, 8], 64), newId));
  // Eight bars of 6/8 in 20 s: 16 dotted quarters, 48 a minute.
  expect(taken.start.tempo).toEqual({ perMinute: 48, unit: 'dotted-quarter' });
  expect(compile(taken).passages.map(({ startSeconds }) => startSeconds)).toEqual([
    0,
    expect.closeTo(20, 3),
    // In the roundest number that comes within 30 ms.
    expect.closeTo(38, 1),
  ]);
  expect(takeHeard(map, [], newId)).toEqual([]);
});

/** Bar lines of a section whose quarters last as told, from a time on. */
const barsOf = (bars: number, from: number, quarter: (bar: number) => number): number[] => {
  const times = [from];
  for (let bar = 0; bar < bars; bar++) times.push(times[bar]! + 4 * quarter(bar));
  return times;
};

test('within a section that drifts every bar line is kept within 30 ms, by ramps or few steps', () => {
  // From 100 to 112 over 16 bars, then held, then a step within the section.
  const first = barsOf(16, 1, (bar) => 60 / (100.375 + bar * 0.75));
  const second = barsOf(8, first.at(-1)!, (bar) => 60 / (bar < 4 ? 112 : 90));
  const map = song(
    `song 80, in 4/4, count 4, recording 0:01\nA: 8, recorded 0:01; bar 3 tempo 200; bar 4 in 3/4 tempo 90\nB: 8, recorded 0:20`,
  );
  const [a, b] = writtenOrder(formOf(map)).map(({ id }) => id);
  const meter = { numerator: 4, denominator: 4 } as const;
  const told = (id: string, times: readonly number[]) => ({
    id,
    meter,
    bars: times.length - 1,
    from: times[0]!,
    to: times.at(-1)!,
    barTimes: times.slice(1, -1),
  });
  const taken = done(map, takeHeard(map, [told(a!, first), told(b!, second)], newId));
  // The meter that stood in a bar stays: it is taken out to compare.
  const plain = { ...taken, timeChanges: withoutMeters(taken.timeChanges) };
  const { bars } = compile(plain);
  const wanted = [...first.slice(0, -1), ...second.slice(0, -1)];
  const off = bars.map(({ startSeconds }, bar) => Math.abs(startSeconds + 1 - wanted[bar]!));
  expect(bars).toHaveLength(24);
  expect(Math.max(...off)).toBeLessThan(0.0301);
  expect(Object.values(taken.timeChanges).filter(({ tempo }) => tempo).length).toBeLessThan(8);
  expect(Object.values(taken.timeChanges).filter(({ meter: own }) => own)).toMatchObject([
    { bar: 4, tempo: null },
  ]);
});

const withoutMeters = (changes: RoadMap['timeChanges']): RoadMap['timeChanges'] =>
  Object.fromEntries(Object.entries(changes).filter(([, { tempo }]) => tempo !== null));
