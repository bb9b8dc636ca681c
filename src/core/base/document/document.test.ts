import fc from 'fast-check';
import {
  blankRoadMap,
  insertSection,
  newSection,
  type RoadMap,
  roadMapKind,
  sectionsOf,
} from '../../song/roadmap';
import { roadMapOf } from '../../testing';
import { sentence } from '../result';
import {
  apply,
  changeSchema,
  inOrder,
  merge,
  type Operation,
  operationSchema,
  operationWords,
  parseDocument,
  placeAt,
  setFields,
  squash,
} from '.';

const song = roadMapOf([
  { id: 'a', name: 'Intro', bars: 4 },
  { id: 'b', name: 'Verse', bars: 16 },
]);

const set = (id: string, field: string, value: unknown): Operation =>
  setFields('sections', id, { [field]: value });

const done = (map: RoadMap, operations: readonly Operation[]) => {
  const result = apply(roadMapKind, map, operations);
  if (!result.ok) throw new Error(sentence(result.problem));
  return result.value;
};

const refusal = (operations: readonly Operation[], map = song) => {
  const result = apply(roadMapKind, map, operations);
  return result.ok ? 'not refused' : `${result.problem.code}: ${sentence(result.problem)}`;
};

test('setting, inserting and removing each have an inverse', () => {
  const operations: Operation[] = [
    set('a', 'bars', 8),
    { type: 'remove', in: 'sections', id: 'b' },
    ...insertSection(song, newSection('c', { name: 'Bridge' }), 1),
    { type: 'set', in: 'start', fields: { countIn: 6 } },
  ];
  const { document, inverse } = done(song, operations);
  expect(sectionsOf(document).map(({ name, bars }) => [name, bars])).toEqual([
    ['Intro', 8],
    ['Bridge', 8],
  ]);
  expect(document.start.countIn).toBe(6);
  expect(done(document, inverse).document).toEqual(song);
});

const ids = fc.constantFrom('a', 'b', 'c', 'd');
const someOperation: fc.Arbitrary<Operation> = fc.oneof(
  fc.tuple(ids, fc.integer({ min: 1, max: 99 })).map(([id, bars]) => set(id, 'bars', bars)),
  fc
    .tuple(ids, fc.constantFrom('Intro', 'Verse', 'Out'))
    .map(([id, name]) => set(id, 'name', name)),
  ids.map((id): Operation => ({ type: 'remove', in: 'sections', id })),
  fc
    .tuple(ids, fc.integer({ min: 0, max: 2 }))
    .chain(([id, at]) => fc.constant(insertSection(song, newSection(id), at)[0]!)),
  fc
    .integer({ min: 0, max: 12 })
    .map((value): Operation => ({ type: 'set', in: 'start', fields: { countIn: value } })),
);

test('any operations that are allowed are undone by their inverse', () => {
  let carriedOut = 0;
  fc.assert(
    fc.property(fc.array(someOperation, { minLength: 1, maxLength: 6 }), (operations) => {
      const result = apply(roadMapKind, song, operations);
      if (!result.ok) return;
      carriedOut++;
      expect(done(result.value.document, result.value.inverse).document).toEqual(song);
    }),
    { numRuns: 400, seed: 7 },
  );
  expect(carriedOut).toBeGreaterThan(50);
});

const either = (map: RoadMap, operations: readonly Operation[]): RoadMap => {
  const merged = merge(roadMapKind, map, operations);
  if (!merged.ok) throw new Error(sentence(merged.problem));
  return merged.value.document;
};

const target = (operation: Operation) =>
  operation.type === 'set'
    ? `${operation.id}.${Object.keys(operation.fields)}`
    : `${operation.type} ${operation.id}`;

test('two edits made at once give the same document in either order', () => {
  let compared = 0;
  fc.assert(
    fc.property(someOperation, someOperation, (mine, yours) => {
      if (target(mine) === target(yours)) return;
      // Only what was possible on the common document can have been done at once.
      if (!apply(roadMapKind, song, [mine]).ok || !apply(roadMapKind, song, [yours]).ok) return;
      compared++;
      expect(either(song, [mine, yours])).toEqual(either(song, [yours, mine]));
    }),
    { numRuns: 600, seed: 11 },
  );
  expect(compared).toBeGreaterThan(100);
});

test('two people who insert at one place both keep their section, and a third fits between', () => {
  const mine = insertSection(song, newSection('m'), 1);
  const yours = insertSection(song, newSection('y'), 1);
  const both = done(song, [...mine, ...yours]).document;
  expect(sectionsOf(both).map(({ id }) => id)).toEqual(['a', 'm', 'y', 'b']);
  const between = done(both, insertSection(both, newSection('z'), 2)).document;
  expect(sectionsOf(between).map(({ id }) => id)).toEqual(['a', 'm', 'z', 'y', 'b']);
});

test('a place is found at every index of any list', () => {
  let records: Record<string, { id: string; order: string }> = {};
  for (let index = 0; index < 200; index++) {
    const list = inOrder(records);
    const at = (index * 7) % (list.length + 1);
    const { order } = placeAt('sections', list, at);
    records = { ...records, [`r${index}`]: { id: `r${index}`, order } };
    expect(inOrder(records)[at]?.id).toBe(`r${index}`);
  }
});

test('applying changes nothing in what it was given, and shares what it did not touch', () => {
  const before = structuredClone(song);
  const { document } = done(song, [set('a', 'bars', 9)]);
  expect(song).toEqual(before);
  expect(document.sections.b).toBe(song.sections.b);
});

test.each<[string, Operation[], string]>([
  [
    'bars of 0',
    [set('a', 'bars', 0)],
    'invalid: Section “Intro”, bars: Bars are a whole number from 1 to 2000.',
  ],
  ['negative bars', [set('a', 'bars', -4)], 'Bars are a whole number'],
  ['half a bar', [set('a', 'bars', 2.5)], 'Bars are a whole number'],
  ['a million bars', [set('a', 'bars', 1e6)], 'Bars are a whole number'],
  [
    'a tempo of 10',
    [set('a', 'tempo', { kind: 'held', perMinute: 10, unit: 'quarter' })],
    'from 20 to 400',
  ],
  [
    'a ramp to nothing',
    [set('a', 'tempo', { kind: 'ramp', shape: 'even-per-beat', from: 90, unit: 'quarter' })],
    'from 20 to 400',
  ],
  [
    'a ramp to 0',
    [set('a', 'tempo', { kind: 'ramp', shape: 'even-per-beat', from: 90, to: 0, unit: 'quarter' })],
    'from 20 to 400',
  ],
  ['a meter of 4/3', [set('a', 'meter', { numerator: 4, denominator: 3 })], 'lower number'],
  [
    'groups that do not add up',
    [set('a', 'meter', { numerator: 7, denominator: 8, grouping: [3, 3] })],
    'add up',
  ],
  ['an empty name', [set('a', 'name', '  ')], 'needs a name'],
  ['a name of 10,000 letters', [set('a', 'name', 'x'.repeat(10_000))], 'at most 120'],
  ['a section that is gone', [set('zz', 'bars', 4)], 'gone: Section: It is no longer there'],
  [
    'removing twice',
    [
      { type: 'remove', in: 'sections', id: 'a' },
      { type: 'remove', in: 'sections', id: 'a' },
    ],
    'gone',
  ],
  ['an id in use', insertSection(song, newSection('a'), 0), 'taken'],
  ['an unknown field', [set('a', 'colour', 'red')], 'no such field'],
  ['changing an id', [set('a', 'id', 'b')], 'no such field'],
  ['an unknown collection', [{ type: 'remove', in: 'constructor', id: 'a' }], 'nothing called'],
  [
    '20,001 played bars',
    [set('a', 'bars', 2000), set('a', 'times', 10), set('b', 'bars', 1)],
    '20001 played bars; 20000 is the most',
  ],
])('%s is refused in a sentence and nothing is half done', (_, operations, words) => {
  expect(refusal(operations)).toContain(words);
});

test('a change that is refused at its end leaves nothing of its beginning', () => {
  const before = structuredClone(song);
  expect(refusal([set('a', 'bars', 12), set('zz', 'bars', 4)])).toContain('gone');
  expect(song).toEqual(before);
});

test('markup, emoji and right-to-left names are names', () => {
  for (const name of ['<b>Verse</b>', '🥁🥁', 'فاصل', 'A & B']) {
    expect(done(song, [set('a', 'name', name)]).document.sections.a?.name).toBe(name);
  }
});

test('what a newer version has added survives a round trip', () => {
  const newer = { ...song, mood: 'blue', sections: { a: { ...song.sections.a!, colour: 'blue' } } };
  const parsed = parseDocument(roadMapKind, JSON.parse(JSON.stringify(newer)));
  expect(parsed).toEqual({ ok: true, value: newer });
  expect(done(newer, [set('a', 'bars', 5)]).document.sections.a).toMatchObject({
    colour: 'blue',
    bars: 5,
  });
});

test('typing a name is one operation, and an insert keeps its place among the sets', () => {
  const typed = ['V', 'Ve', 'Ver'].map((name) => set('a', 'name', name));
  expect(squash(typed)).toEqual([set('a', 'name', 'Ver')]);
  const insert = insertSection(song, newSection('c'), 0);
  const mixed = [set('a', 'bars', 1), ...insert, set('a', 'bars', 2)];
  expect(done(song, squash(mixed)).document).toEqual(done(song, mixed).document);
});

// What pages and logs wrote before a set could carry several fields.
test('an operation of one field, as it was written before, is read as a set of that field', () => {
  const before = { type: 'set', in: 'sections', id: 'a', field: 'bars', value: 12 };
  const read = operationSchema.parse(before);
  expect(read).toEqual(set('a', 'bars', 12));
  expect(done(song, [read]).document.sections.a?.bars).toBe(12);
  const emptied = operationSchema.parse({ type: 'set', in: 'sections', id: 'a', field: 'tempo' });
  expect(emptied).toEqual(set('a', 'tempo', null));
  expect(operationSchema.safeParse({ type: 'set', in: 'start', fields: {} }).success).toBe(false);
});

test('a set of several fields is checked as a whole and undone as a whole', () => {
  const both = setFields('sections', 'a', { bars: 5, name: 'Opening' });
  const { document, inverse } = done(song, [both]);
  expect(document.sections.a).toMatchObject({ bars: 5, name: 'Opening' });
  expect(inverse).toEqual([setFields('sections', 'a', { bars: 4, name: 'Intro' })]);
  expect(refusal([setFields('sections', 'a', { bars: 5, name: '' })])).toContain('needs a name');
  expect(refusal([setFields('sections', 'a', { bars: 5, id: 'z' })])).toContain('no such field');
});

test('of a change that names something gone the rest is carried out, and what is left out is said', () => {
  const merged = merge(roadMapKind, song, [
    set('a', 'bars', 9),
    set('zz', 'bars', 4),
    { type: 'remove', in: 'sections', id: 'zz' },
    set('b', 'name', 'Second'),
  ]);
  if (!merged.ok) throw new Error(merged.problem.message);
  const { document, done: carriedOut, left } = merged.value;
  expect(carriedOut).toEqual([set('a', 'bars', 9), set('b', 'name', 'Second')]);
  expect(left.map(({ problem }) => problem.code)).toEqual(['gone', 'gone']);
  expect(document.sections).toMatchObject({ a: { bars: 9 }, b: { name: 'Second' } });
});

const nested = (depth: number): unknown => {
  let value: unknown = 1;
  for (let count = 0; count < depth; count++) value = [value];
  return value;
};

test.each<[string, unknown]>([
  ['a NUL', 'Verse\u0000'],
  ['half of an emoji', 'Verse \ud83e'],
  ['a line break', 'two\nlines'],
])('a name with %s is refused in a sentence', (_, name) => {
  expect(refusal([set('a', 'name', name)])).toContain('cannot be kept');
  const value = { ...song.sections.a, name };
  expect(refusal([{ type: 'insert', in: 'sections', id: 'n', value }])).toContain('cannot be kept');
});

test('what no schema knows is bounded in depth and in weight', () => {
  const insert = (more: object): Operation[] => [
    { type: 'insert', in: 'sections', id: 'n', value: { ...song.sections.a, ...more } },
  ];
  expect(refusal(insert({ mood: nested(14) }))).toBe('not refused');
  expect(refusal(insert({ mood: nested(5000) }))).toContain('at most 16 deep');
  expect(refusal(insert({ mood: 'x'.repeat(3900) }))).toBe('not refused');
  expect(refusal(insert({ mood: 'x'.repeat(900_000) }))).toContain('at most 4000 characters');
  expect(refusal(insert({ 'mo\u0000od': 1 }))).toContain('cannot be kept');
  const whole = (more: object) => {
    const read = parseDocument(roadMapKind, { ...song, ...more });
    return read.ok ? '' : read.problem.message;
  };
  expect(whole({ mood: 'blue' })).toBe('');
  expect(whole({ mood: 'x'.repeat(5000) })).toContain('at most 4000 characters');
  expect(whole({ mood: nested(5000) })).toContain('deep');
  const section = { ...song.sections.a!, mood: 'x'.repeat(5000) };
  expect(whole({ sections: { a: section } })).toContain('at most 4000 characters');
});

test('an operation is said in words that can be typed again', () => {
  const words = (operation: Operation) => operationWords(roadMapKind, song, operation);
  expect(words(setFields('sections', 'b', { bars: 12, tacet: true }))).toBe(
    'Section “Verse”, bars: 12; tacet: yes',
  );
  expect(words(set('zz', 'tempo', { kind: 'held', perMinute: 90, unit: 'quarter' }))).toBe(
    'Section, tempo: kind held, perMinute 90, unit quarter',
  );
  expect(words({ type: 'remove', in: 'sections', id: 'a' })).toBe('Section “Intro”: taken out');
  const value = { id: 'c', section: 'a', kind: 'listen', words: 'horns', by: '' };
  expect(words({ type: 'insert', in: 'cues', id: 'c', value })).toBe(
    'Cue “horns”, new: words horns',
  );
  expect(words({ type: 'set', in: 'start', fields: { countIn: null } })).toBe(
    'Start of the song, countIn: nothing',
  );
});

test('a change without a UUID, without operations or with a strange id is refused', () => {
  const id = '3f0b5ad5-3c1f-4b7e-9a64-0c2f3d1e5a77';
  expect(changeSchema.safeParse({ id, operations: [set('a', 'bars', 4)] }).success).toBe(true);
  expect(changeSchema.safeParse({ id: '1', operations: [set('a', 'bars', 4)] }).success).toBe(
    false,
  );
  expect(changeSchema.safeParse({ id, operations: [] }).success).toBe(false);
  for (const strange of ['__proto__', 'constructor', 'a b', '']) {
    expect(changeSchema.safeParse({ id, operations: [set(strange, 'bars', 4)] }).success).toBe(
      false,
    );
  }
});

test('a blank song is a valid document', () => {
  expect(parseDocument(roadMapKind, blankRoadMap()).ok).toBe(true);
});

test('what was stored under older names is read as it was meant', () => {
  const read = operationSchema.parse({
    type: 'insert',
    in: 'shades',
    id: 'x',
    value: { hats: 'ride', tempo: { kind: 'hold' }, name: 'hold', words: 'turns' },
  });
  expect(read).toEqual({
    type: 'insert',
    in: 'dynamics',
    id: 'x',
    value: { timekeeper: 'ride', tempo: { kind: 'held' }, name: 'hold', words: 'turns' },
  });
  expect(
    operationSchema.parse({ type: 'set', in: 'sections', id: 'x', field: 'hats', value: 'ride' }),
  ).toEqual({ type: 'set', in: 'sections', id: 'x', fields: { timekeeper: 'ride' } });
});
