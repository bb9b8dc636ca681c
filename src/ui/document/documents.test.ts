import type { DocumentKind } from '@/core/base/document';
import { type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { roadMapOf } from '@/core/testing';
import type { Connection } from './connection';
import { createDocuments, type Reading } from './documents';
import { NO_STORAGE } from './undo';
import { memoryStorage } from './unsaved';

jest.useFakeTimers();

const song = roadMapOf([{ id: 'a', name: 'Intro', bars: 4 }]);
const set = (bars: number) => [{ type: 'set', in: 'sections', id: 'a', fields: { bars } } as const];
const opened = (id: string, revision = 0) => ({ id, document: song, revision, mayEdit: true });
const READ: Reading = {
  kind: 'read',
  of: roadMapKind as unknown as DocumentKind<unknown>,
  opened: opened('other'),
};

const page = (
  entries = new Map<string, string>(),
  read: () => Promise<Reading> = async () => READ,
) => {
  const sent: string[] = [];
  const state = { up: true };
  const connection = (id: string): Connection => ({
    send: async (_, changes) => {
      if (!state.up) return { kind: 'away' };
      sent.push(id);
      const outcomes = changes.map((change) => ({ id: change.id }));
      const news = changes.map((change, index) => ({ ...change, revision: index + 1 }));
      return { kind: 'saved', outcomes, news };
    },
    newsSince: async () => ({ kind: 'news', news: [] }),
  });
  let ids = 0;
  const documents = createDocuments({
    storage: memoryStorage(entries),
    connection,
    steps: () => NO_STORAGE,
    read,
    newId: () => `change-${++ids}`,
    now: () => Date.now(),
    random: () => 0,
  });
  return { documents, sent, state };
};

test('a document is opened once, however often it is looked at', () => {
  const { documents } = page();
  const store = documents.open(roadMapKind, opened('song'));
  store.edit(set(8));
  expect(documents.open(roadMapKind, opened('song'))).toBe(store);
  expect(documents.unsaved()).toBe(1);
  documents.close();
});

test('news reaches the document that it speaks of', () => {
  const { documents } = page();
  const store = documents.open(roadMapKind, opened('song'));
  const change = { id: 'c', revision: 1, operations: set(12) };
  documents.hear({ kind: 'document', document: 'other', revision: 1, change });
  expect(store.snapshot().revision).toBe(0);
  documents.hear({ kind: 'document', document: 'song', revision: 1, change });
  expect(store.snapshot().document).toMatchObject({ sections: { a: { bars: 12 } } });
  documents.close();
});

test('what a page left unsaved of a document that nobody opens is sent all the same', async () => {
  const entries = new Map<string, string>();
  const before = page(entries);
  before.state.up = false;
  before.documents.open(roadMapKind, opened('other')).edit(set(9));
  before.documents.close();
  const after = page(entries);
  expect(after.documents.unsaved()).toBe(1);
  after.documents.resume();
  await jest.advanceTimersByTimeAsync(1000);
  expect(after.sent).toEqual(['other']);
  expect([after.documents.unsaved(), entries.size]).toEqual([0, 0]);
  after.documents.close();
});

test('of a document that is gone the unsaved edits are set aside in words; without a server they wait', async () => {
  const entries = new Map<string, string>();
  const before = page(entries);
  before.state.up = false;
  before.documents.open(roadMapKind, opened('other')).edit(set(9));
  before.documents.close();
  let reading: Reading = { kind: 'away' };
  const after = page(entries, async () => reading);
  after.documents.resume();
  await jest.advanceTimersByTimeAsync(100);
  expect(after.documents.unsaved()).toBe(1);
  reading = { kind: 'refused', reason: 'It is no longer yours.' };
  await jest.advanceTimersByTimeAsync(60_000);
  expect(after.documents.unsaved()).toBe(0);
  expect(after.documents.orphaned()).toEqual([
    {
      id: 'change-1',
      reason: 'It is no longer yours.',
      words: ['{"type":"set","in":"sections","id":"a","fields":{"bars":9}}'],
    },
  ]);
  after.documents.dismissOrphaned('change-1');
  expect([after.documents.orphaned(), entries.size]).toEqual([[], 0]);
  after.documents.close();
});

test('whoever looks at the state is told when it changes', () => {
  const { documents } = page();
  let told = 0;
  const stop = documents.subscribe(() => told++);
  documents.setLiveness('live');
  expect([documents.liveness(), told]).toEqual(['live', 1]);
  const store = documents.open<RoadMap>(roadMapKind, opened('song'));
  store.edit(set(8));
  expect(told).toBeGreaterThan(1);
  stop();
  documents.close();
});

test('a text that could not be taken over is there for the next page, and gone once it is given up', () => {
  const entries = new Map<string, string>();
  const draft = { label: 'Bars', text: 'many', message: 'Bars?' };
  page(entries).documents.drafts('song').set('a/bars', draft);
  const drafts = page(entries).documents.drafts('song');
  expect(drafts.get('a/bars')).toEqual(draft);
  let told = 0;
  drafts.subscribe(() => told++);
  drafts.set('a/bars', undefined);
  drafts.set('a/bars', undefined);
  expect([drafts.all().size, told, entries.size]).toEqual([0, 1, 0]);
});
