import { awayPage } from './awayPage';
import { createShelf } from './shelf';
import type { Answer, Wanted } from './taken';

const ORIGIN = 'http://localhost';
const keyOf = (of: RequestInfo | URL): string =>
  new URL(of instanceof Request ? of.url : String(of), ORIGIN).href;

/** Caches as a browser has them (W3C Service Workers, section 5.4), as far as the shelf uses them. */
const simulatedCaches = () => {
  const named = new Map<string, Map<string, Response>>();
  const cacheOf = (kept: Map<string, Response>) => ({
    match: async (of: RequestInfo | URL) => kept.get(keyOf(of))?.clone(),
    put: async (of: RequestInfo | URL, response: Response) => void kept.set(keyOf(of), response),
    delete: async (of: RequestInfo | URL) => kept.delete(keyOf(of)),
    keys: async () => [...kept.keys()].map((url) => new Request(url)),
  });
  const caches = {
    open: async (name: string) => {
      const kept = named.get(name) ?? new Map<string, Response>();
      named.set(name, kept);
      return cacheOf(kept);
    },
    keys: async () => [...named.keys()],
    delete: async (name: string) => named.delete(name),
  };
  return { caches, named };
};

const wanted = (page: string, member = 'wren', songs = ['ferry']): Wanted => ({
  page,
  title: 'First set',
  evening: 'A night for the tidal mill',
  member,
  pages: [page, `${page}/stage`, ...songs.map((song) => `/nine/songs/${song}`)],
  words: [
    "/api/speech/british?take=plain&text=it's%20Verse",
    '/api/speech/british?take=plain&text=Out',
  ],
});

const onDevice = (build = 'one') => {
  const made = simulatedCaches();
  const asked: string[] = [];
  const network = { up: true, says: (path: string) => new Response(`${build} ${path}`) };
  const shelfOf = (name: string) =>
    createShelf({
      caches: made.caches,
      build: name,
      now: () => new Date('2026-12-05T14:02:00Z'),
      fetch: async (path) => {
        asked.push(path);
        if (!network.up) throw new TypeError('Failed to fetch');
        return network.says(path);
      },
    });
  return { ...made, asked, network, shelfOf, shelf: shelfOf(build) };
};

const SET = '/nine/sets/first';

test('all that belongs to a set is fetched once, said, and there without a network', async () => {
  const { shelf, asked, network } = onDevice();
  const progress: Answer[] = [];
  const answer = await shelf.take(wanted(SET), (said) => progress.push(said));
  expect(answer).toMatchObject({
    kind: 'taken',
    missing: [],
    taken: { page: SET, at: '2026-12-05T14:02:00.000Z' },
  });
  expect(progress.map((said) => said.kind === 'progress' && [said.done, said.of])).toEqual([
    [1, 5],
    [2, 5],
    [3, 5],
    [4, 5],
    [5, 5],
  ]);
  expect(asked.toSorted()).toEqual([...wanted(SET).pages, ...wanted(SET).words].toSorted());
  network.up = false;
  expect(await (await shelf.page('/nine/songs/ferry'))?.text()).toBe('one /nine/songs/ferry');
  expect(await (await shelf.words(wanted(SET).words[0] ?? ''))?.text()).toContain('Verse');
  expect(await shelf.page('/nine/songs/other')).toBeUndefined();
  expect(await shelf.words('/api/speech/british?take=plain&text=Other')).toBeUndefined();
  expect(await shelf.check(SET)).toMatchObject({ kind: 'taken', missing: [] });
  const texts = [...wanted(SET).pages, ...wanted(SET).words].map((path) => `one ${path}`);
  expect(answer.kind === 'taken' && answer.taken.bytes).toBe(texts.join('').length);
});

test('taken again, pages are fetched anew and words are not', async () => {
  const { shelf, asked, network } = onDevice();
  await shelf.take(wanted(SET));
  asked.length = 0;
  network.says = () => new Response('newer');
  await shelf.take(wanted(SET));
  expect(asked.toSorted()).toEqual([...wanted(SET).pages].toSorted());
  expect(await (await shelf.page(SET))?.text()).toBe('newer');
});

test.each<[string, (path: string) => Response | Promise<Response>]>([
  ['the network goes', () => Promise.reject(new TypeError('Failed to fetch'))],
  ['a page is refused', () => new Response('', { status: 404 })],
  [
    'somebody is signed out and led to the first page',
    () => Object.defineProperty(new Response('sign in'), 'redirected', { value: true }),
  ],
])('%s in the middle: it is not taken, and a copy that was there stays', async (_, says) => {
  const { shelf, network } = onDevice();
  const usual = network.says;
  const atStage = (path: string) => path.endsWith('/stage');
  network.says = (path) => (atStage(path) ? (says(path) as Response) : usual(path));
  expect(await shelf.take(wanted(SET))).toMatchObject({ kind: 'failed' });
  expect(await shelf.check(SET)).toEqual({ kind: 'not-taken' });
  network.says = usual;
  await shelf.take(wanted(SET));
  network.says = (path) => (atStage(path) ? (says(path) as Response) : usual(path));
  expect(await shelf.take(wanted(SET))).toMatchObject({ kind: 'failed' });
  expect(await shelf.check(SET)).toMatchObject({ kind: 'taken', missing: [] });
  expect(await (await shelf.page(`${SET}/stage`))?.text()).toBe(`one ${SET}/stage`);
});

test('a device without room says so', async () => {
  const { shelf, network } = onDevice();
  network.says = () => {
    throw new DOMException('Full', 'QuotaExceededError');
  };
  expect(await shelf.take(wanted(SET))).toEqual({
    kind: 'failed',
    why: 'This device has no room for it.',
  });
});

test('what the browser has dropped is named', async () => {
  const { shelf, named } = onDevice();
  await shelf.take(wanted(SET));
  named.get('ebrant-pages-one')?.delete(`${ORIGIN}${SET}/stage`);
  named.get('ebrant-words')?.clear();
  const answer = await shelf.check(SET);
  expect(answer.kind === 'taken' && answer.missing.toSorted()).toEqual(
    [`${SET}/stage`, ...wanted(SET).words].toSorted(),
  );
});

test('a set that is removed takes along what no other set needs', async () => {
  const { shelf, named } = onDevice();
  await shelf.take(wanted(SET));
  const other = {
    ...wanted('/nine/sets/second', 'wren', ['ferry', 'bells']),
    words: [wanted(SET).words[0] ?? ''],
  };
  await shelf.take(other);
  await shelf.remove(SET);
  expect(await shelf.check(SET)).toEqual({ kind: 'not-taken' });
  expect(await shelf.check('/nine/sets/second')).toMatchObject({ kind: 'taken', missing: [] });
  expect(await shelf.page(SET)).toBeUndefined();
  expect(named.get('ebrant-words')?.size).toBe(1);
  await shelf.remove('/nine/sets/second');
  expect(named.get('ebrant-words')?.size).toBe(0);
  expect(named.get('ebrant-pages-one')?.size).toBe(0);
  expect(await shelf.all()).toEqual([]);
});

test('only the copies of who is signed in stay', async () => {
  const { shelf } = onDevice();
  await shelf.take(wanted(SET, 'odile'));
  await shelf.take(wanted('/nine/sets/second', 'wren'));
  await shelf.only('wren');
  expect((await shelf.all()).map(({ page }) => page)).toEqual(['/nine/sets/second']);
  await shelf.only('');
  expect(await shelf.all()).toEqual([]);
  expect(await shelf.page('/nine/sets/second')).toBeUndefined();
});

test('another build fetches its own pages before it takes over, and then drops the old ones', async () => {
  const { shelf, shelfOf, named, network } = onDevice();
  await shelf.take(wanted(SET));
  const next = shelfOf('two');
  network.up = false;
  await expect(next.renew()).rejects.toThrow();
  expect(await (await shelf.page(SET))?.text()).toBe(`one ${SET}`);
  network.up = true;
  network.says = (path) => new Response(`two ${path}`);
  await next.renew();
  expect(await (await shelf.page(SET))?.text()).toBe(`one ${SET}`);
  await next.dropOldBuilds();
  expect(await (await next.page(SET))?.text()).toBe(`two ${SET}`);
  expect([...named.keys()].filter((name) => name.startsWith('ebrant-pages'))).toEqual([
    'ebrant-pages-two',
  ]);
  expect(await next.check(SET)).toMatchObject({ kind: 'taken', missing: [] });
});

test('the page that stands in names the sets that are there, as text', async () => {
  const { shelf } = onDevice();
  const empty = await awayPage([]).text();
  expect(empty).toContain('Nothing is taken along on this device.');
  await shelf.take({ ...wanted(SET), title: '<b>First & "last"' });
  const page = await awayPage(await shelf.all()).text();
  expect(page).toContain(
    '<h2>&#60;b&#62;First &#38; &#34;last&#34;</h2><p>A night for the tidal mill; as of 2026-12-05</p>',
  );
  expect(page).toContain(
    `<a class="first" href="${SET}/stage">Stage</a><a href="${SET}">The set</a>`,
  );
  expect(page).not.toContain('<b>');
});
