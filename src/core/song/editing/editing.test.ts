import { apply, type Operation } from '../../base/document';
import { parseShorthand, printShorthand } from '../../text/shorthand';
import { type RoadMap, roadMapKind } from '../roadmap';
import { compile } from '../timeline';
import {
  addSection,
  duplicateSection,
  foldRun,
  followPart,
  grooveNamed,
  moveBy,
  moveOnto,
  partNamed,
  removeSection,
  rowsOf,
  setField,
  setGroove,
  setPart,
  unfold,
  wrapInRepeat,
  writtenAsFeel,
  writtenDoubled,
} from '.';

let count = 0;
const newId = () => `x${++count}`;

const song = (text: string): RoadMap => {
  const { map, problems } = parseShorthand(text, newId);
  expect(problems).toEqual([]);
  return map;
};
const idOf = (map: RoadMap, name: string): string =>
  Object.values(map.sections).find((section) => section.name === name)!.id;
const done = (map: RoadMap, operations: readonly Operation[]) => {
  const result = apply(roadMapKind, map, operations);
  if (!result.ok) throw new Error(result.problem.message);
  const back = apply(roadMapKind, result.value.document, result.value.inverse);
  expect(back.ok && back.value.document).toEqual(map);
  return result.value.document;
};
const lines = (map: RoadMap): string[] => printShorthand(map).split('\n').slice(1);
const played = (map: RoadMap): string =>
  compile(map)
    .passages.map(({ name, bars }) => `${name}${bars}`)
    .join(' ');

test('a new section goes behind the chosen one, or to the end of the song', () => {
  const map = song('repeat 2:\nA: 4\nend');
  expect(lines(done(map, addSection(map, 'n', undefined)))).toEqual([
    'repeat 2:',
    '  A: 4',
    'end',
    'Section 2: 8',
  ]);
  expect(lines(done(map, addSection(map, 'n', idOf(map, 'A'))))[2]).toBe('  Section 2: 8');
});

test('a section is copied and removed with all that stands in it', () => {
  const map = song('A: 4; fill last.3; cue 1.1 listen "x"\nB: 8');
  const copied = done(map, duplicateSection(map, idOf(map, 'A'), newId));
  expect(lines(copied).slice(0, 2)).toEqual(Array(2).fill('A: 4; fill last.3; cue 1.1 listen "x"'));
  const left = done(map, removeSection(map, idOf(map, 'A')));
  expect(lines(left)).toEqual(['B: 8']);
  expect([left.fills, left.cues]).toEqual([{}, {}]);
});

test('moving down goes into a repeat, through its endings and out again; up the same way back', () => {
  let map = song('A: 1\nrepeat 2:\nB: 2\nending 1:\nC: 3\nend\nD: 4');
  const id = idOf(map, 'A');
  const start = lines(map);
  const where: string[] = [];
  for (let step = 0; step < 6; step++) {
    map = done(map, moveBy(map, id, 1));
    where.push(
      rowsOf(map)
        .map((row) => (row.id === id ? 'A' : row.kind[0]))
        .join(''),
    );
  }
  // In the repeat, behind B, in its ending, behind C, behind the repeat, behind D.
  expect(where).toEqual(['rAsess', 'rsAess', 'rseAss', 'rsesAs', 'rsesAs', 'rsessA']);
  expect(rowsOf(map).at(-1)?.id).toBe(id);
  for (let step = 0; step < 12; step++) map = done(map, moveBy(map, id, -1));
  expect(lines(map)).toEqual(start);
});

test('a repeat is never dropped into itself', () => {
  const map = song('repeat 2:\nA: 1\nend\nB: 2');
  const repeat = Object.keys(map.repeats)[0]!;
  expect(moveOnto(map, repeat, idOf(map, 'A'))).toEqual([]);
  expect(played(done(map, moveOnto(map, repeat, idOf(map, 'B'))))).toBe('B2 A1 A1');
});

test('equal sections in a row fold into times, equal groups into a repeat, and unfold again', () => {
  const map = song('A: 4\nA: 4\nA: 4\nV: 8; fill last.3\nC: 7\nV: 8; fill last.3\nC: 7\nO: 2');
  const times = done(map, foldRun(map, idOf(map, 'A'), newId));
  expect(lines(times)[0]).toBe('A: 4, x 3');
  const group = done(times, foldRun(times, idOf(times, 'V'), newId));
  expect(lines(group)).toEqual([
    'A: 4, x 3',
    'repeat 2:',
    '  V: 8; fill last.3',
    '  C: 7',
    'end',
    'O: 2',
  ]);
  expect(played(group)).toBe(played(map));
  const apart = done(group, unfold(group, Object.keys(group.repeats)[0]!, newId));
  expect(lines(done(apart, unfold(apart, idOf(apart, 'A'), newId)))).toEqual(lines(map));
});

test('sections that differ in a cue are not equal', () => {
  const map = song('A: 4\nA: 4; cue 1.1 listen "x"\nB: 2');
  expect(foldRun(map, idOf(map, 'A'), newId)).toEqual([]);
});

test('a crescendo over each of two sections becomes a repeat, not one over both', () => {
  const map = song('A: 4, level 2 > 4\nA: 4, level 2 > 4');
  const folded = done(map, foldRun(map, idOf(map, 'A'), newId));
  expect(lines(folded)[0]).toBe('repeat 2:');
  expect(compile(folded).passages.map(({ level }) => level.to)).toEqual([4, 4]);
});

test('a part is made by naming it, once for all that name it', () => {
  const map = song('A: 4\nB: 8');
  const one = done(map, setPart(map, idOf(map, 'A'), 'Groove', newId));
  const two = done(one, setPart(one, idOf(one, 'B'), ' groove ', newId));
  expect(Object.keys(two.parts)).toHaveLength(1);
  expect(two.sections[idOf(two, 'B')]?.part).toBe(partNamed(two, 'GROOVE')?.id);
});

const GROOVES =
  'groove Low = bd 1\ngroove High = sn 2\nfill Roll = sn 4\npart P = 8, level 2, groove Low\n';

test('a section gets a groove by its name; no name leaves it to the part, a strange one is refused', () => {
  const map = song(`${GROOVES}A: 4, part P`);
  const grooveOf = (name: string, on = map) => {
    const set = setGroove(on, idOf(on, 'A'), name);
    if (!set.ok) return set.problem.message;
    const [passage] = compile(done(on, set.value)).passages;
    return map.patterns[passage?.groove ?? '']?.name;
  };
  expect(grooveOf(' high ')).toBe('High');
  const high = done(
    map,
    setField('sections', idOf(map, 'A'), 'groove', grooveNamed(map, 'High')!.id),
  );
  expect(grooveOf('', high)).toBe('Low');
  expect(grooveOf('Roll')).toMatch(/no groove “Roll”/);
  expect(grooveOf('Nope')).toMatch(/no groove “Nope”/);
});

test('a section that follows its part again plays all of it, the groove too', () => {
  const map = song(`${GROOVES}A: 5, part P, level 4, groove High, timekeeper ride, phrase 5`);
  const section = map.sections[idOf(map, 'A')]!;
  const after = done(map, followPart(section));
  expect(lines(after)).toContain('A: part P');
});

test('what comes again every so many bars, and what leads in, keeps its time in double time', () => {
  const map = song(
    'song 100, in 4/4, count 8\nR: 8, feel double-time; hit 1.3 every 2 bars to bar 5; fill 0.4',
  );
  const doubled = writtenDoubled(map, idOf(map, 'R'));
  if (!doubled.ok) throw new Error(doubled.problem.message);
  const after = done(map, doubled.value.operations);
  expect(lines(after)[0]).toBe(
    'R: 16, tempo 200, feel straight; fill 0.3; hit 2.1 every 4 bars to bar 10',
  );
});

test('double-time feel written at twice the tempo lasts as long, and comes back', () => {
  const map = song(
    'song 100, in 4/4, count 4\nA: 8\nR: 8, feel double-time; fill 8.3 to 8.4\nO: 4',
  );
  const doubled = writtenDoubled(map, idOf(map, 'R'));
  if (!doubled.ok) throw new Error(doubled.problem.message);
  const after = done(map, doubled.value.operations);
  expect(lines(after).slice(1)).toEqual([
    'R: 16, tempo 200, feel straight; fill 16.1 to 16.3',
    'O: 4, tempo 100',
  ]);
  expect(compile(after).seconds).toBeCloseTo(compile(map).seconds, 9);
  const halved = writtenAsFeel(after, idOf(after, 'R'));
  if (!halved.ok) throw new Error(halved.problem.message);
  const back = done(after, halved.value.operations);
  expect(lines(back)[1]).toBe('R: 8, tempo 100, feel double-time; fill 8.3 to 8.4');
});

test.each([
  ['song 300, in 4/4, count 4\nR: 8, feel double-time', 'The tempo would be 600'],
  ['R: 8', 'no double-time feel'],
  ['R: 8, feel double-time, tempo > 140', 'changes on the way'],
])('“%s” cannot be doubled: %s', (text, message) => {
  const map = song(text);
  const result = writtenDoubled(map, idOf(map, 'R'));
  expect(result.ok ? '' : result.problem.message).toContain(message);
});

test('a section put in a repeat is played twice', () => {
  const map = song('A: 4\nB: 8');
  expect(played(done(map, wrapInRepeat(map, idOf(map, 'A'), 'r')))).toBe('A4 A4 B8');
});
