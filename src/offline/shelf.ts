import type { Answer, Taken, Wanted } from './taken';

/** Where a device keeps what is taken along: pages by the build that they were made by, words, a list. */
export type Shelf = ReturnType<typeof createShelf>;

/** What is used of a cache. */
type Kept = Pick<Cache, 'match' | 'put' | 'delete' | 'keys'>;

type Parts = {
  readonly caches: Pick<CacheStorage, 'keys' | 'delete'> & {
    readonly open: (name: string) => Promise<Kept>;
  };
  readonly fetch: (path: string) => Promise<Response>;
  readonly now: () => Date;
  /** Names the build of the application: its pages name the scripts of that build. */
  readonly build: string;
};

const LIST = 'ebrant-taken';
const WORDS = 'ebrant-words';
const PAGES = 'ebrant-pages-';
/** Requests at the same time. */
const AT_ONCE = 4;

/** Keeps sets with all that belongs to them; what is half fetched is never taken for whole. */
export const createShelf = ({ caches, fetch, now, build }: Parts) => {
  const open = async () => ({
    list: await caches.open(LIST),
    words: await caches.open(WORDS),
    pages: await caches.open(PAGES + build),
  });

  const all = async (): Promise<Taken[]> => {
    const { list } = await open();
    const kept = await Promise.all((await list.keys()).map((key) => list.match(key)));
    return Promise.all(kept.flatMap((one) => (one ? [one.json() as Promise<Taken>] : [])));
  };

  const get = async (page: string): Promise<Taken | undefined> =>
    (await (await open()).list.match(listed(page)))?.json();

  /** Fetches what is not there, or all of it anew; answers how many bytes there are. */
  const fetchInto = async (
    cache: Kept,
    paths: readonly string[],
    anew: boolean,
    onDone: () => void,
  ): Promise<number> => {
    const left = [...paths];
    let bytes = 0;
    const fetchNext = async () => {
      for (let path = left.pop(); path !== undefined; path = left.pop()) {
        const kept = anew ? undefined : await cache.match(path);
        const answer = kept ?? (await fetch(path));
        // A page that leads elsewhere is that of somebody who is not signed in.
        if (!answer.ok || answer.redirected) throw new Error(path);
        const { size } = await answer.clone().blob();
        bytes += size;
        if (!kept) await cache.put(path, answer);
        onDone();
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, fetchNext));
    return bytes;
  };

  const take = async (
    wanted: Wanted,
    onProgress: (answer: Answer) => void = () => undefined,
  ): Promise<Answer> => {
    const { list, words, pages } = await open();
    const of = wanted.pages.length + wanted.words.length;
    let done = 0;
    const onDone = () => onProgress({ kind: 'progress', done: ++done, of });
    try {
      const bytes =
        (await fetchInto(words, wanted.words, false, onDone)) +
        (await fetchInto(pages, wanted.pages, true, onDone));
      const taken = { ...wanted, at: now().toISOString(), bytes };
      await list.put(listed(wanted.page), Response.json(taken));
      return { kind: 'taken', taken, missing: [] };
    } catch (error) {
      const full = error instanceof DOMException && error.name === 'QuotaExceededError';
      return {
        kind: 'failed',
        why: full
          ? 'This device has no room for it.'
          : 'Not all of it could be fetched: the network went, or the server did not answer.',
      };
    }
  };

  /** What of a set is not there any more: browsers drop what they keep when room is short. */
  const check = async (page: string): Promise<Answer> => {
    const taken = await get(page);
    if (!taken) return { kind: 'not-taken' };
    const { pages, words } = await open();
    const there = await Promise.all([
      ...taken.pages.map((path) => pages.match(path)),
      ...taken.words.map((path) => words.match(path)),
    ]);
    const missing = [...taken.pages, ...taken.words].filter((_, index) => !there[index]);
    return { kind: 'taken', taken, missing };
  };

  const remove = async (page: string): Promise<Answer> => {
    const { list, pages, words } = await open();
    await list.delete(listed(page));
    const others = await all();
    const stays = new Set(others.flatMap((one) => [...one.pages, ...one.words]).map(asKept));
    for (const cache of [pages, words])
      for (const request of await cache.keys())
        if (!stays.has(asKept(request.url))) await cache.delete(request);
    return { kind: 'not-taken' };
  };

  const only = async (member: string): Promise<Answer> => {
    for (const taken of await all()) if (taken.member !== member) await remove(taken.page);
    return { kind: 'not-taken' };
  };

  return {
    all,
    take,
    check,
    remove,
    only,
    /** A kept page, whatever its query says. */
    page: async (path: string) => (await open()).pages.match(path),
    /** Spoken words that are kept; their query says which. */
    words: async (path: string) => (await open()).words.match(path),
    /** Fetches every page that is kept anew: a new build's pages name its own scripts. */
    renew: async () => {
      const { pages } = await open();
      const paths = new Set((await all()).flatMap((taken) => taken.pages));
      await fetchInto(pages, [...paths], true, () => undefined);
    },
    /** Pages of other builds, once no page of theirs is open. */
    dropOldBuilds: async () => {
      for (const name of await caches.keys())
        if (name.startsWith(PAGES) && name !== PAGES + build) await caches.delete(name);
    },
  };
};

/** Where a set stands in the list. */
const listed = (page: string): string => `/taken${page}`;

/** A path as a cache writes it. */
const asKept = (path: string): string => {
  const { pathname, search } = new URL(path, 'http://localhost');
  return pathname + search;
};
