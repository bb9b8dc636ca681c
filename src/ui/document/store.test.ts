import { apply, type Change, type LoggedChange } from '@/core/document';
import { insertSection, newSection, type RoadMap, roadMapKind, sectionsOf } from '@/core/roadmap';
import { roadMapOf } from '@/core/testing';
import type { Keeper } from './keeper';
import { type Answer, type Connection, createDocumentStore } from './store';

jest.useFakeTimers();

const song = roadMapOf([
  { id: 'a', name: 'Intro', bars: 4 },
  { id: 'b', name: 'Verse', bars: 16 },
]);
const set = (id: string, field: string, value: unknown) => [
  { type: 'set', in: 'sections', id, field, value } as const,
];

/** A server of one document, that can be switched off. */
const server = () => {
  const state = { document: song, log: [] as LoggedChange[], up: true, loseReplies: false };
  const save = (change: Change) => {
    const earlier = state.log.find(({ id }) => id === change.id);
    if (earlier) return { id: change.id };
    const result = apply(roadMapKind, state.document, change.operations);
    if (!result.ok) return { id: change.id, problem: result.problem };
    state.document = result.value.document;
    state.log.push({ ...change, revision: state.log.length + 1 });
    return { id: change.id };
  };
  const connection: Connection = {
    send: async (base, changes): Promise<Answer> => {
      if (!state.up) return { kind: 'unreachable' };
      const outcomes = changes.map(save);
      if (state.loseReplies) return { kind: 'unreachable' };
      return { kind: 'saved', outcomes, news: state.log.filter(({ revision }) => revision > base) };
    },
    newsSince: async (base) =>
      state.up ? state.log.filter(({ revision }) => revision > base) : undefined,
  };
  return { state, connection };
};

const memory = () => {
  const kept = new Map<string, Change>();
  const keeper: Keeper = {
    leftBehind: () => [...kept.values()],
    keep: (change) => kept.set(change.id, change),
    forget: (id) => kept.delete(id),
  };
  return { kept, keeper };
};

let ids = 0;
const page = (connection: Connection, keeper = memory().keeper) =>
  createDocumentStore<RoadMap>({
    kind: roadMapKind,
    document: song,
    revision: 0,
    connection,
    keeper,
    newId: () => `change-${++ids}`,
    now: () => Date.now(),
  });

const quiet = (ms = 400) => jest.advanceTimersByTimeAsync(ms);
const bars = (map: RoadMap, id: string) => map.sections[id]?.bars;

test('an edit shows at once, saves by itself and says so', async () => {
  const { state, connection } = server();
  const store = page(connection);
  store.edit(set('a', 'bars', 8));
  expect(bars(store.snapshot().document, 'a')).toBe(8);
  expect(store.snapshot().saving).toBe('saving');
  await quiet();
  expect(store.snapshot().saving).toBe('saved');
  expect(bars(state.document, 'a')).toBe(8);
});

test('typing is one change and one step of undo', async () => {
  const { state, connection } = server();
  const store = page(connection);
  for (const name of ['V', 'Ve', 'Ver']) store.edit(set('b', 'name', name));
  store.undo();
  expect(store.snapshot().document).toEqual(song);
  store.redo();
  expect(store.snapshot().document.sections.b?.name).toBe('Ver');
  await quiet();
  expect(state.document.sections.b?.name).toBe('Ver');
  expect(state.log.length).toBeLessThanOrEqual(3);
});

test('undo and redo go all the way back and forth', () => {
  const store = page(server().connection);
  store.edit(set('a', 'bars', 5));
  store.edit([{ type: 'remove', in: 'sections', id: 'b' }]);
  store.edit(insertSection(store.snapshot().document, newSection('c', { name: 'Bridge' }), 1));
  const end = store.snapshot().document;
  for (let step = 0; step < 5; step++) store.undo();
  expect(store.snapshot()).toMatchObject({ document: song, canUndo: false, canRedo: true });
  for (let step = 0; step < 5; step++) store.redo();
  expect(store.snapshot()).toMatchObject({ document: end, canRedo: false });
});

test('two pages on one song both keep their edits', async () => {
  const { state, connection } = server();
  const [mine, yours] = [page(connection), page(connection)];
  mine.edit(set('a', 'bars', 6));
  yours.edit(set('a', 'name', 'Opening'));
  yours.edit(insertSection(yours.snapshot().document, newSection('y'), 2));
  await quiet();
  mine.look();
  yours.look();
  await quiet();
  expect(mine.snapshot().document).toEqual(state.document);
  expect(yours.snapshot().document).toEqual(state.document);
  expect(sectionsOf(state.document).map(({ name, bars: count }) => [name, count])).toEqual([
    ['Opening', 6],
    ['Verse', 16],
    ['Section', 8],
  ]);
});

test('an edit to what somebody else removed is refused in a sentence and the rest is saved', async () => {
  const { state, connection } = server();
  const [mine, yours] = [page(connection), page(connection)];
  yours.edit([{ type: 'remove', in: 'sections', id: 'b' }]);
  await quiet();
  mine.edit(set('b', 'bars', 12));
  mine.edit(set('a', 'bars', 7));
  await quiet();
  expect(mine.snapshot().notice).toContain('no longer there');
  expect(mine.snapshot().document).toEqual(state.document);
  expect(bars(state.document, 'a')).toBe(7);
});

test('with the server away everything is kept, and saved when it is back', async () => {
  const { state, connection } = server();
  const store = page(connection);
  state.up = false;
  store.edit(set('a', 'bars', 9));
  await quiet();
  store.edit(set('b', 'bars', 10));
  await quiet(5000);
  expect(store.snapshot().saving).toBe('waiting');
  state.up = true;
  await quiet(10_000);
  expect(store.snapshot().saving).toBe('saved');
  expect([bars(state.document, 'a'), bars(state.document, 'b')]).toEqual([9, 10]);
});

test('a lost reply does not make an edit happen twice', async () => {
  const { state, connection } = server();
  const store = page(connection);
  state.loseReplies = true;
  store.edit(insertSection(song, newSection('c'), 0));
  await quiet();
  expect(state.log).toHaveLength(1);
  state.loseReplies = false;
  await quiet(10_000);
  expect(store.snapshot()).toMatchObject({ saving: 'saved', notice: undefined });
  expect(state.log).toHaveLength(1);
});

test('what a closed page left unsaved is taken up by the next', async () => {
  const { state, connection } = server();
  const { kept, keeper } = memory();
  state.up = false;
  const first = page(connection, keeper);
  first.edit(set('a', 'name', 'Opening'));
  await quiet();
  first.close();
  state.up = true;
  const second = page(connection, keeper);
  expect(second.snapshot().document.sections.a?.name).toBe('Opening');
  await quiet(3000);
  expect(state.document.sections.a?.name).toBe('Opening');
  expect(kept.size).toBe(0);
});

test('a batch that is refused as a whole is sent one by one, and only the culprit is lost', async () => {
  const { state, connection } = server();
  const strict: Connection = {
    ...connection,
    send: async (base, changes) =>
      changes.some(({ operations }) => operations.some((one) => 'value' in one && one.value === 13))
        ? {
            kind: 'refused',
            problem: { code: 'invalid', place: '', message: 'Thirteen is not allowed.' },
          }
        : connection.send(base, changes),
  };
  const store = page(strict);
  store.edit(set('a', 'bars', 6));
  store.edit(set('b', 'bars', 13));
  store.edit(set('b', 'name', 'Second'));
  await quiet(3000);
  expect(store.snapshot()).toMatchObject({ saving: 'saved', document: state.document });
  expect(state.document.sections).toMatchObject({
    a: { bars: 6 },
    b: { bars: 16, name: 'Second' },
  });
});

test('a refused edit changes nothing and gives its sentence', () => {
  const store = page(server().connection);
  expect(store.edit(set('a', 'bars', 0))?.message).toContain('whole number');
  expect(store.snapshot()).toMatchObject({ document: song, saving: 'saved', canUndo: false });
});
