import { type Change, type LoggedChange, merge } from '@/core/base/document';
import { mulberry } from '@/core/base/random';
import {
  insertSection,
  newSection,
  type RoadMap,
  roadMapKind,
  sectionsOf,
} from '@/core/song/roadmap';
import { roadMapOf } from '@/core/testing';
import type { Answer, Connection } from './connection';
import { createDocumentStore, type DocumentStore } from './store';
import { NO_STORAGE, type StepStorage } from './undo';
import { memoryStorage, type UnsavedStorage } from './unsaved';

jest.useFakeTimers();

const song = roadMapOf([
  { id: 'a', name: 'Intro', bars: 4 },
  { id: 'b', name: 'Verse', bars: 16 },
]);
const set = (id: string, field: string, value: unknown) => [
  { type: 'set', in: 'sections', id, fields: { [field]: value } } as const,
];
const remove = (id: string) => [{ type: 'remove', in: 'sections', id } as const];

/** A server of one document, that can be switched off, lose its replies or break down over a value. */
const server = () => {
  const state = {
    document: song,
    log: [] as LoggedChange[],
    up: true,
    loseReplies: false,
    breaksOver: undefined as unknown,
  };
  const save = (change: Change) => {
    if (state.log.some(({ id }) => id === change.id)) return { id: change.id };
    const merged = merge(roadMapKind, state.document, change.operations);
    if (!merged.ok) return { id: change.id, problem: merged.problem };
    const { document, done, left } = merged.value;
    if (done.length === 0 && left[0]) return { id: change.id, problem: left[0].problem };
    state.document = document;
    state.log.push({ id: change.id, operations: done, revision: state.log.length + 1 });
    return { id: change.id, ...(left.length > 0 && { left }) };
  };
  const since = (base: number) => state.log.filter(({ revision }) => revision > base);
  const connection: Connection = {
    send: async (base, changes): Promise<Answer> => {
      if (!state.up) return { kind: 'away' };
      if (
        state.breaksOver !== undefined &&
        JSON.stringify(changes).includes(JSON.stringify(state.breaksOver))
      )
        return { kind: 'failed' };
      const outcomes = changes.map(save);
      if (state.loseReplies) return { kind: 'away' };
      return { kind: 'saved', outcomes, news: since(base) };
    },
    newsSince: async (base) =>
      state.up ? { kind: 'news', news: since(base) } : { kind: 'away', why: 'It is closed.' },
  };
  return { state, connection };
};

let ids = 0;
const page = (
  connection: Connection,
  unsaved: UnsavedStorage = memoryStorage(),
  steps: StepStorage = NO_STORAGE,
  opened = { document: song, revision: 0 },
) =>
  createDocumentStore<RoadMap>({
    ...opened,
    id: 'song',
    kind: roadMapKind,
    connection,
    unsaved,
    steps,
    newId: () => `change-${++ids}`,
    now: () => Date.now(),
    random: () => 0.5,
  });

const quiet = (ms = 400) => jest.advanceTimersByTimeAsync(ms);
const bars = (map: RoadMap, id: string) => map.sections[id]?.bars;
const saving = (store: DocumentStore<RoadMap>) => store.snapshot().saving.kind;

test('an edit shows at once, saves by itself and says so', async () => {
  const { state, connection } = server();
  const store = page(connection);
  store.edit(set('a', 'bars', 8));
  expect(bars(store.snapshot().document, 'a')).toBe(8);
  expect(saving(store)).toBe('sending');
  await quiet();
  expect(saving(store)).toBe('saved');
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

test('a pause in typing begins another step, and text that comes back to its beginning undoes all', async () => {
  const store = page(server().connection);
  store.edit(set('a', 'bars', 5));
  store.edit(set('b', 'name', 'V'));
  await quiet(2000);
  store.edit(set('b', 'name', 'Ve'));
  store.edit(set('b', 'name', 'Verse'));
  expect(store.snapshot().document).toMatchObject({ sections: { a: { bars: 5 } } });
  store.undo();
  expect(store.snapshot().document).toEqual(song);
  const names = [1, 2, 3].map(() => {
    store.redo();
    return store.snapshot().document.sections.b?.name;
  });
  expect(names).toEqual(['Verse', 'V', 'Ve']);
  expect(store.snapshot()).toMatchObject({
    canRedo: false,
    document: { sections: { a: { bars: 5 } } },
  });
});

test('undo says what it took back, and of what is gone that there is nothing left', async () => {
  const { state, connection } = server();
  const [mine, yours] = [page(connection), page(connection)];
  mine.edit(set('b', 'bars', 12));
  await quiet();
  mine.undo();
  expect(mine.snapshot().notice).toBe('Undone: Section “Verse”, bars: 16.');
  mine.redo();
  await quiet();
  yours.refresh();
  await quiet();
  yours.edit(remove('b'));
  await quiet();
  mine.refresh();
  await quiet();
  mine.undo();
  expect(mine.snapshot().notice).toContain('no longer there');
  expect(mine.snapshot().document).toEqual(state.document);
});

test('undo and redo go all the way back and forth', () => {
  const store = page(server().connection);
  store.edit(set('a', 'bars', 5));
  store.edit(remove('b'));
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
  mine.refresh();
  yours.refresh();
  await quiet();
  expect(mine.snapshot().document).toEqual(state.document);
  expect(yours.snapshot().document).toEqual(state.document);
  expect(sectionsOf(state.document).map(({ name, bars: count }) => [name, count])).toEqual([
    ['Opening', 6],
    ['Verse', 16],
    ['Section', 8],
  ]);
});

test('edits to what somebody else removed are named one by one, and the rest is saved', async () => {
  const { state, connection } = server();
  const [mine, yours] = [page(connection), page(connection)];
  yours.edit(remove('b'));
  await quiet();
  mine.edit(set('b', 'bars', 12));
  mine.edit(set('b', 'name', 'Second verse'));
  mine.edit([...set('a', 'bars', 7), ...set('b', 'tacet', true)]);
  await quiet();
  const { aside, document } = mine.snapshot();
  expect(aside.map(({ words }) => words)).toEqual([
    ['Section “Verse”, bars: 12'],
    ['Section “Verse”, name: Second verse'],
    ['Section “Verse”, tacet: yes'],
  ]);
  expect(aside[0]?.reason).toContain('somebody has removed it');
  expect(document).toEqual(state.document);
  expect(bars(state.document, 'a')).toBe(7);
  for (const { id } of aside) mine.dismissAside(id);
  expect(mine.snapshot().aside).toEqual([]);
});

test('with the server away everything is kept, and saved when it is back', async () => {
  const { state, connection } = server();
  const store = page(connection);
  state.up = false;
  store.edit(set('a', 'bars', 9));
  await quiet();
  store.edit(set('b', 'bars', 10));
  await quiet(5000);
  expect(saving(store)).toBe('waiting');
  state.up = true;
  await quiet(40_000);
  expect(saving(store)).toBe('saved');
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
  expect(store.snapshot()).toMatchObject({ saving: { kind: 'saved' }, aside: [] });
  expect(state.log).toHaveLength(1);
});

test('what a closed page left unsaved is taken up by the next', async () => {
  const { state, connection } = server();
  const entries = new Map<string, string>();
  state.up = false;
  const first = page(connection, memoryStorage(entries));
  first.edit(set('a', 'name', 'Opening'));
  await quiet();
  first.close();
  state.up = true;
  const second = page(connection, memoryStorage(entries));
  expect(second.snapshot().document.sections.a?.name).toBe('Opening');
  await quiet(3000);
  expect(state.document.sections.a?.name).toBe('Opening');
  expect([...entries]).toEqual([]);
});

test('one change that the server breaks down over is set aside with its words, and the rest is saved', async () => {
  const { state, connection } = server();
  const unsaved = memoryStorage();
  const store = page(connection, unsaved);
  state.breaksOver = 'Thirteen';
  store.edit(set('a', 'bars', 6));
  store.edit(set('b', 'name', 'Thirteen'));
  store.edit(set('b', 'bars', 12));
  await quiet(20_000);
  expect(store.snapshot()).toMatchObject({ saving: { kind: 'saved' }, document: state.document });
  expect(state.document.sections).toMatchObject({
    a: { bars: 6 },
    b: { bars: 12, name: 'Verse' },
  });
  expect(store.snapshot().aside.map(({ words }) => words)).toEqual([
    ['Section “Verse”, name: Thirteen'],
  ]);
  // It is there after a reload too.
  expect(page(connection, unsaved).snapshot().aside).toHaveLength(1);
});

test('a server that breaks down over everything costs nothing: all of it waits', async () => {
  const { state, connection } = server();
  const broken: Connection = {
    send: async () => ({ kind: 'failed' }),
    newsSince: async () => ({ kind: 'away' }),
  };
  let up = false;
  const store = page({
    send: (...all) => (up ? connection : broken).send(...all),
    newsSince: (...all) => (up ? connection : broken).newsSince(...all),
  });
  store.edit(set('a', 'bars', 6));
  store.edit(set('b', 'bars', 12));
  await quiet(60_000);
  expect(store.snapshot()).toMatchObject({ saving: { kind: 'waiting' }, aside: [] });
  up = true;
  await quiet(60_000);
  expect(saving(store)).toBe('saved');
  expect([bars(state.document, 'a'), bars(state.document, 'b')]).toEqual([6, 12]);
});

test('a batch that is refused as a whole is sent one by one, and only the culprit is set aside', async () => {
  const { state, connection } = server();
  const strict: Connection = {
    ...connection,
    send: async (base, changes) =>
      JSON.stringify(changes).includes('13')
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
  expect(store.snapshot()).toMatchObject({ saving: { kind: 'saved' }, document: state.document });
  expect(state.document.sections).toMatchObject({
    a: { bars: 6 },
    b: { bars: 16, name: 'Second' },
  });
  expect(store.snapshot().aside[0]).toMatchObject({ reason: 'Thirteen is not allowed.' });
});

test('a connection that throws leaves the store free', async () => {
  const { state, connection } = server();
  let angry = true;
  const store = page({
    ...connection,
    send: (base, changes) => {
      if (angry) throw new Error('an answer that nobody foresaw');
      return connection.send(base, changes);
    },
  });
  const said = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  store.edit(set('a', 'bars', 6));
  await quiet();
  expect(saving(store)).toBe('waiting');
  angry = false;
  await quiet(5000);
  expect(saving(store)).toBe('saved');
  expect(bars(state.document, 'a')).toBe(6);
  said.mockRestore();
});

test('a refused edit changes nothing and gives its sentence', () => {
  const store = page(server().connection);
  expect(store.edit(set('a', 'bars', 0))?.message).toContain('whole number');
  expect(store.snapshot()).toMatchObject({
    document: song,
    saving: { kind: 'saved' },
    canUndo: false,
  });
});

test('a change that is heard of shows at once; one after a gap is asked for', async () => {
  const { state, connection } = server();
  const [mine, yours] = [page(connection), page(connection)];
  yours.edit(set('a', 'bars', 6));
  await quiet();
  const [first] = state.log;
  if (!first) throw new Error('Nothing was saved.');
  mine.hear(first);
  expect(mine.snapshot()).toMatchObject({ revision: 1, document: state.document });
  yours.edit(set('a', 'bars', 7));
  await quiet();
  yours.edit(set('a', 'bars', 8));
  await quiet();
  const last = state.log.at(-1);
  if (!last) throw new Error('Nothing was saved.');
  mine.hear(last);
  expect(bars(mine.snapshot().document, 'a')).toBe(6);
  await quiet();
  expect(mine.snapshot()).toMatchObject({ revision: 3, document: state.document });
});

test('a storage that is full is said, and no longer once all is saved', async () => {
  const { state, connection } = server();
  const store = page(connection, { ...memoryStorage(), keep: () => false });
  state.up = false;
  store.edit(set('a', 'bars', 6));
  expect(store.snapshot().kept).toBe(false);
  state.up = true;
  await quiet(5000);
  expect(store.snapshot()).toMatchObject({ kept: true, saving: { kind: 'saved' } });
});

test('undo survives a reload', async () => {
  const { state, connection } = server();
  let written = NO_STORAGE.read();
  const steps: StepStorage = {
    read: () => written,
    write: (next) => {
      written = JSON.parse(JSON.stringify(next));
    },
  };
  const first = page(connection, memoryStorage(), steps);
  first.edit(set('a', 'bars', 6));
  await quiet();
  first.edit(remove('b'));
  await quiet();
  first.close();
  const second = page(connection, memoryStorage(), steps);
  second.refresh();
  await quiet();
  second.undo();
  second.undo();
  await quiet();
  expect(state.document).toEqual(song);
  second.redo();
  await quiet();
  expect(bars(state.document, 'a')).toBe(6);
});

/**
 * Three pages on a network that a seed controls: requests and replies are lost, doubled or late, pages
 * crash and are opened again. Whatever happens, what a page shows is what is saved with what is pending
 * on top, and at the end nothing typed is missing and all show the same.
 */
const SEEDS = 50;
const STEPS = 100;
let edited = 0;
test.each(Array.from({ length: SEEDS }, (_, seed) => seed))(
  'on a network that fails (seed %i) nothing typed is lost',
  async (seed) => {
    const random = mulberry(seed);
    const chance = (part: number) => random() < part;
    const { state, connection } = server();
    let failing = true;
    const shaky = (): Connection => ({
      send: async (base, changes) => {
        if (failing && chance(0.2)) return { kind: 'away' };
        if (failing && chance(0.1)) await connection.send(base, changes);
        const answer = await connection.send(base, changes);
        return failing && chance(0.2) ? { kind: 'away' } : answer;
      },
      newsSince: async (base) =>
        failing && chance(0.2) ? { kind: 'away' } : connection.newsSince(base),
    });
    const storages = Array.from({ length: 3 }, () => new Map<string, string>());
    const pages = storages.map((entries) => page(shaky(), memoryStorage(entries)));
    const typed = new Map<string, number>();
    for (let step = 0; step < STEPS; step++) {
      const index = Math.floor(random() * 3);
      const own = pages[index];
      const entries = storages[index];
      if (!own || !entries) continue;
      if (chance(0.6)) {
        // Each page types in sections of its own, so that nobody else overwrites it.
        const id = `p${index}-${Math.floor(random() * 3)}`;
        const value = 1 + Math.floor(random() * 200);
        const known = own.snapshot().document.sections[id];
        const operations = known
          ? set(id, 'bars', value)
          : insertSection(own.snapshot().document, newSection(id, { bars: value }), 0);
        if (own.edit(operations) === undefined) typed.set(id, value);
        edited++;
      } else if (chance(0.15)) {
        own.close();
        const { document, log } = state;
        const opened = { document, revision: log.length };
        pages[index] = page(shaky(), memoryStorage(entries), NO_STORAGE, opened);
      } else await quiet(Math.floor(random() * 3000));
    }
    failing = false;
    await quiet(60_000);
    for (const one of pages) one.refresh();
    await quiet(5000);
    for (const one of pages) {
      expect(one.snapshot()).toMatchObject({ saving: { kind: 'saved' }, aside: [] });
      expect(one.snapshot().document).toEqual(state.document);
    }
    for (const [id, value] of typed) expect([id, bars(state.document, id)]).toEqual([id, value]);
    for (const one of pages) one.close();
  },
);

test('enough was typed on those networks for them to mean something', () => {
  expect(edited).toBeGreaterThan(SEEDS * 40);
});
