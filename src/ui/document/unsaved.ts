import * as z from 'zod';
import { type Change, operationSchema } from '@/core/base/document';

/**
 * What a member has typed in this browser and the server has not taken: changes on their way, changes
 * that were refused, and texts that make no sense yet. It outlives a reload, a crash and an evening
 * without network, and it is the member's who typed it: nobody else who signs in here sees it.
 */

/** A change that the server would not take, with its words to copy. */
export type SetAside = {
  readonly id: string;
  /** Why, in a sentence. */
  readonly reason: string;
  /** What the change does, a line for each of its operations. */
  readonly words: readonly string[];
};

/** A text as typed in some field, where it could not be taken over. */
export type Draft = {
  /** What the field is called. */
  readonly label: string;
  readonly text: string;
  /** What is wrong with it, in a sentence. */
  readonly message: string;
  /** What else the field needs to go on from here. */
  readonly more?: unknown;
};

/** The unsaved work of one member. Whatever is written answers whether it could be kept. */
export type UnsavedStorage = {
  /** Changes of a document that pages which are gone have left behind, in the order they were made. */
  readonly leftBehind: (document: string) => Change[];
  /** The documents of which there is such a change. */
  readonly documents: () => string[];
  readonly keep: (document: string, change: Change) => boolean;
  readonly forget: (document: string, change: string) => void;
  readonly aside: (document: string) => SetAside[];
  readonly setAside: (document: string, aside: SetAside) => boolean;
  readonly dismiss: (document: string, id: string) => void;
  /** The drafts of a document, this page's and those of pages that are gone, by field. */
  readonly drafts: (document: string) => ReadonlyMap<string, Draft>;
  readonly draft: (document: string, field: string, draft: Draft | undefined) => boolean;
};

const keptSchema = z.object({
  page: z.string(),
  change: z.object({ id: z.string(), operations: z.array(operationSchema) }),
});
const asideSchema = z.object({ id: z.string(), reason: z.string(), words: z.array(z.string()) });
const draftSchema = z.object({
  label: z.string(),
  text: z.string(),
  message: z.string(),
  more: z.unknown().optional(),
}) as z.ZodType<Draft>;
/** Before November 2026 changes were kept under their document alone. */
const earlierSchema = z.object({
  id: z.string(),
  operations: z.array(operationSchema),
  number: z.number(),
});

const ROOT = 'ebrant.';
const UUID = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/.source;
const EARLIER = new RegExp(`^ebrant\\.unsaved\\.(${UUID})\\.(${UUID})$`);
/** Wide enough for the numbers of an earlier version, which were milliseconds since 1970. */
const DIGITS = 15;

/**
 * Unsaved work in the browser's local storage, one entry a change, a refusal, a draft. The order of
 * changes is in their keys: each takes the number after the highest that is there, whatever the clock
 * says.
 *
 * @param page names this page; what it wrote under another band's frame it may take up again
 * @param alive the other pages that are open, whose changes stay theirs; nothing while that is not
 *   known, and nobody's changes are taken up until it is
 */
export const browserStorage = (
  storage: Storage,
  member: string,
  page: string,
  alive: () => ReadonlySet<string> | undefined,
): UnsavedStorage => {
  const under = (kind: string, document = '') => `${ROOT}${kind}.${member}.${document}`;
  const keys = (prefix: string) =>
    Object.keys(storage)
      .filter((key) => key.startsWith(prefix))
      .sort();
  const read = <T>(schema: z.ZodType<T>, key: string): T[] => {
    const parsed = schema.safeParse(parseJson(storage.getItem(key)));
    return parsed.success ? [parsed.data] : [];
  };
  const write = (key: string, value: unknown): boolean => {
    try {
      storage.setItem(key, JSON.stringify(value));
      return true;
    } catch {
      return false;
    }
  };
  adoptEarlier(storage, (document, number, change) =>
    write(`${under('change', document)}.${digits(number)}.${change.id}`, { page: '', change }),
  );
  const isLeft = (kept: { readonly page: string }): boolean => {
    const others = alive();
    return others !== undefined && !others.has(kept.page);
  };
  const changeKeys = (document: string) => keys(`${under('change', document)}.`);
  const keyOf = (document: string, id: string) =>
    changeKeys(document).find((key) => key.endsWith(`.${id}`));
  const nextNumber = (document: string) => {
    const last = changeKeys(document).at(-1);
    return last === undefined ? 1 : Number(last.split('.').at(-2)) + 1;
  };
  return {
    leftBehind: (document) =>
      changeKeys(document)
        .flatMap((key) => read(keptSchema, key))
        .filter(isLeft)
        .map(({ change }) => change),
    documents: () => {
      const prefix = under('change');
      const left = keys(prefix).filter((key) => read(keptSchema, key).some(isLeft));
      return [...new Set(left.map((key) => key.slice(prefix.length).split('.')[0] ?? ''))];
    },
    keep: (document, change) => {
      const key =
        keyOf(document, change.id) ??
        `${under('change', document)}.${digits(nextNumber(document))}.${change.id}`;
      return write(key, { page, change });
    },
    forget: (document, change) => {
      const key = keyOf(document, change);
      if (key) storage.removeItem(key);
    },
    aside: (document) =>
      keys(`${under('aside', document)}.`).flatMap((key) => read(asideSchema, key)),
    setAside: (document, aside) => write(`${under('aside', document)}.${aside.id}`, aside),
    dismiss: (document, id) => storage.removeItem(`${under('aside', document)}.${id}`),
    drafts: (document) => {
      const prefix = `${under('draft', document)}.`;
      const found = new Map<string, Draft>();
      for (const key of keys(prefix)) {
        const [from = '', ...field] = key.slice(prefix.length).split('.');
        const name = field.join('.');
        const [draft] = from === page || isLeft({ page: from }) ? read(draftSchema, key) : [];
        // Of two pages that are gone, the second's is found the next time.
        if (!draft || found.has(name)) continue;
        found.set(name, draft);
        if (from !== page && write(`${prefix}${page}.${name}`, draft)) storage.removeItem(key);
      }
      return found;
    },
    draft: (document, field, draft) => {
      const key = `${under('draft', document)}.${page}.${field}`;
      if (draft) return write(key, draft);
      storage.removeItem(key);
      return true;
    },
  };
};

let memories = 0;

/**
 * Unsaved work in memory only: for a page that the server renders, and for tests.
 *
 * @param entries what an earlier page has left there
 */
export const memoryStorage = (entries = new Map<string, string>()): UnsavedStorage => {
  const storage: Storage = {
    get length() {
      return entries.size;
    },
    clear: () => entries.clear(),
    key: (index) => [...entries.keys()][index] ?? null,
    getItem: (key) => entries.get(key) ?? null,
    setItem: (key, value) => void entries.set(key, value),
    removeItem: (key) => void entries.delete(key),
  };
  const listed = new Proxy(storage, {
    ownKeys: () => [...entries.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  });
  return browserStorage(listed, 'nobody', `page ${memories++}`, () => NO_PAGES);
};

const NO_PAGES: ReadonlySet<string> = new Set();

const digits = (number: number): string => String(number).padStart(DIGITS, '0');

/** Entries of an earlier version go to whoever uses this browser first: it did not say whose they are. */
const adoptEarlier = (
  storage: Storage,
  adopt: (document: string, number: number, change: Change) => boolean,
) => {
  for (const key of Object.keys(storage)) {
    const [, document] = EARLIER.exec(key) ?? [];
    if (document === undefined) continue;
    const parsed = earlierSchema.safeParse(parseJson(storage.getItem(key)));
    if (!parsed.success) continue;
    const { id, operations, number } = parsed.data;
    if (adopt(document, number, { id, operations })) storage.removeItem(key);
  }
};

const parseJson = (text: string | null): unknown => {
  try {
    return JSON.parse(text ?? '');
  } catch {
    return undefined;
  }
};

type ThisPage = { readonly name: string; readonly others: Promise<ReadonlySet<string>> };

let own: ThisPage | undefined;

/** This page of the browser, whichever bands are looked at in it, and the others that are open. */
export const thisPage = (newId: () => string): ThisPage => {
  if (!own) {
    const name = newId();
    own = { name, others: otherPages(name) };
  }
  return own;
};

/** Pages that are open now in this browser, this one excepted: each holds a lock by its name. */
const otherPages = async (own: string): Promise<Set<string>> => {
  if (!navigator.locks) return new Set();
  void navigator.locks.request(LOCK + own, () => new Promise(() => undefined));
  const { held = [] } = await navigator.locks.query();
  const names = held.map(({ name = '' }) => name).filter((name) => name.startsWith(LOCK));
  return new Set(names.map((name) => name.slice(LOCK.length)).filter((name) => name !== own));
};

const LOCK = 'ebrant.page.';
