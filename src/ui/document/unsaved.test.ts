import { browserStorage, type Draft, memoryStorage } from './unsaved';

/** A browser's storage: entries that are listed like fields. */
const storageOf = (entries: Map<string, string>): Storage =>
  new Proxy({} as Storage, {
    get: (_, name) =>
      ({
        getItem: (key: string) => entries.get(key) ?? null,
        setItem: (key: string, value: string) => entries.set(key, value),
        removeItem: (key: string) => entries.delete(key),
      })[name as string],
    ownKeys: () => [...entries.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  });

const set = (bars: number) => [{ type: 'set', in: 'sections', id: 'a', fields: { bars } } as const];
const change = (id: string, bars: number) => ({ id, operations: set(bars) });
const NOBODY: ReadonlySet<string> = new Set();

const opened = (
  entries: Map<string, string>,
  member: string,
  page: string,
  alive: ReadonlySet<string> | undefined = NOBODY,
) => browserStorage(storageOf(entries), member, page, () => alive);

test('changes come back in the order they were made, whatever the clock says', () => {
  const entries = new Map<string, string>();
  const first = opened(entries, 'wren', 'one');
  jest.useFakeTimers({ now: 2_000_000_000_000 });
  first.keep('song', change('c1', 1));
  jest.setSystemTime(1_000_000_000_000);
  first.keep('song', change('c2', 2));
  first.keep('song', change('c1', 3));
  for (let count = 3; count < 15; count++) first.keep('song', change(`c${count}`, count));
  jest.useRealTimers();
  const left = opened(entries, 'wren', 'two').leftBehind('song');
  expect(left.map(({ id }) => id)).toEqual([
    'c1',
    'c2',
    ...Array.from({ length: 12 }, (_, at) => `c${at + 3}`),
  ]);
  expect(left[0]).toEqual(change('c1', 3));
});

test('what one member typed is neither seen, sent nor removed by another in the same browser', () => {
  const entries = new Map<string, string>();
  opened(entries, 'wren', 'one').keep('song', change('c1', 1));
  opened(entries, 'wren', 'one').draft('song', 'text', DRAFT);
  opened(entries, 'wren', 'one').setAside('song', { id: 'c0', reason: 'gone', words: ['x'] });
  const odile = opened(entries, 'odile', 'two');
  expect([odile.leftBehind('song'), odile.documents(), odile.aside('song')]).toEqual([[], [], []]);
  expect(odile.drafts('song').size).toBe(0);
  odile.forget('song', 'c1');
  odile.dismiss('song', 'c0');
  odile.draft('song', 'text', undefined);
  const wren = opened(entries, 'wren', 'three');
  expect(wren.leftBehind('song')).toEqual([change('c1', 1)]);
  expect(wren.documents()).toEqual(['song']);
  expect(wren.aside('song')).toHaveLength(1);
  expect(wren.drafts('song').get('text')).toEqual(DRAFT);
});

const DRAFT: Draft = { label: 'The song as text', text: 'Verse: many', message: 'Bars?' };

test('changes and drafts of a window that is open stay with it; nobody’s are taken while that is not known', () => {
  const entries = new Map<string, string>();
  const first = opened(entries, 'wren', 'one');
  first.keep('song', change('c1', 1));
  first.draft('song', 'a/bars', DRAFT);
  const beside = opened(entries, 'wren', 'two', new Set(['one']));
  expect([beside.leftBehind('song'), beside.documents()]).toEqual([[], []]);
  expect(beside.drafts('song').size).toBe(0);
  const early = browserStorage(storageOf(entries), 'wren', 'three', () => undefined);
  expect([early.leftBehind('song'), early.documents()]).toEqual([[], []]);
  const later = opened(entries, 'wren', 'four');
  expect(later.leftBehind('song')).toHaveLength(1);
  expect([...later.drafts('song')]).toEqual([['a/bars', DRAFT]]);
});

test('of two drafts of one field that pages have left, one is shown and the other kept for the next time', () => {
  const entries = new Map<string, string>();
  opened(entries, 'wren', 'one').draft('song', 'text', { ...DRAFT, text: 'one' });
  opened(entries, 'wren', 'two').draft('song', 'text', { ...DRAFT, text: 'two' });
  const third = opened(entries, 'wren', 'three');
  const shown = third.drafts('song').get('text')?.text;
  third.draft('song', 'text', undefined);
  const next = opened(entries, 'wren', 'four').drafts('song').get('text')?.text;
  expect([shown, next].sort()).toEqual(['one', 'two']);
});

// As a page before November 2026 wrote them.
test('changes that an earlier version kept are taken up, in their order and their form', () => {
  const document = '1d0e0f0a-1111-4222-8333-444455556666';
  const id = (last: number) => `3f0b5ad5-3c1f-4b7e-9a64-0c2f3d1e5a7${last}`;
  const earlier = (number: number, last: number, value: number) =>
    JSON.stringify({
      id: id(last),
      operations: [{ type: 'set', in: 'sections', id: 'a', field: 'bars', value }],
      page: 'gone',
      number,
    });
  const entries = new Map([
    [`ebrant.unsaved.${document}.${id(2)}`, earlier(1_790_000_000_002, 2, 9)],
    [`ebrant.unsaved.${document}.${id(1)}`, earlier(1_790_000_000_001, 1, 8)],
    ['ebrant.unsaved.something', 'else'],
  ]);
  const storage = opened(entries, 'wren', 'one');
  expect(storage.leftBehind(document)).toEqual([change(id(1), 8), change(id(2), 9)]);
  storage.keep(document, change('c3', 10));
  expect(storage.leftBehind(document).map((one) => one.id)).toEqual([id(1), id(2), 'c3']);
});

test('what is damaged in the storage is passed over, and a storage that is full is said', () => {
  const entries = new Map<string, string>();
  const storage = opened(entries, 'wren', 'one');
  storage.keep('song', change('c1', 1));
  for (const key of [...entries.keys()]) entries.set(key.replace('c1', 'c2'), '{"half":');
  expect(storage.leftBehind('song')).toEqual([change('c1', 1)]);
  const full = browserStorage(
    new Proxy({} as Storage, {
      get: (_, name) =>
        name === 'setItem'
          ? () => {
              throw new DOMException('full', 'QuotaExceededError');
            }
          : () => null,
      ownKeys: () => [],
    }),
    'wren',
    'one',
    () => NOBODY,
  );
  expect(full.keep('song', change('c1', 1))).toBe(false);
  expect(full.draft('song', 'text', DRAFT)).toBe(false);
});

test('memory keeps what it is given, for the next page too', () => {
  const entries = new Map<string, string>();
  memoryStorage(entries).keep('song', change('c1', 1));
  expect(memoryStorage(entries).leftBehind('song')).toEqual([change('c1', 1)]);
  expect(memoryStorage().leftBehind('song')).toEqual([]);
});
