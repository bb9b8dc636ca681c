import type { Change } from '@/core/document';

/** Keeps changes that are not saved yet through a reload, a crash or an evening without network. */
export type Keeper = {
  /** Changes of this document that pages which are gone have left behind, oldest first. */
  readonly leftBehind: () => Change[];
  readonly keep: (change: Change) => void;
  readonly forget: (id: string) => void;
};

type Kept = Change & { readonly page: string; readonly number: number };

/**
 * A keeper in the browser's local storage, one entry a change.
 *
 * @param page names this page; entries of pages in `alive` belong to another window and stay there
 */
export const storageKeeper = (
  storage: Storage,
  document: string,
  page: string,
  alive: ReadonlySet<string>,
): Keeper => {
  const prefix = `ebrant.unsaved.${document}.`;
  let number = 0;
  const entries = (): Kept[] =>
    Object.keys(storage)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key) => parse(storage.getItem(key)));
  return {
    leftBehind: () =>
      entries()
        .filter((entry) => !alive.has(entry.page))
        .sort((a, b) => a.number - b.number)
        .map(({ id, operations }) => ({ id, operations })),
    keep: ({ id, operations }) => {
      number = Math.max(number + 1, Date.now());
      try {
        storage.setItem(prefix + id, JSON.stringify({ id, operations, page, number }));
      } catch {
        // The storage is full or closed: the change is still in memory and on its way.
      }
    },
    forget: (id) => storage.removeItem(prefix + id),
  };
};

const parse = (text: string | null): Kept[] => {
  try {
    const value = JSON.parse(text ?? '') as Kept;
    return typeof value.id === 'string' && Array.isArray(value.operations) ? [value] : [];
  } catch {
    return [];
  }
};

/** Pages that are open now in this browser, this one excepted: each holds a lock by its name. */
export const otherPages = async (own: string): Promise<Set<string>> => {
  if (!navigator.locks) return new Set();
  void navigator.locks.request(LOCK + own, () => new Promise(() => undefined));
  const { held = [] } = await navigator.locks.query();
  const names = held.map(({ name = '' }) => name).filter((name) => name.startsWith(LOCK));
  return new Set(names.map((name) => name.slice(LOCK.length)).filter((name) => name !== own));
};

const LOCK = 'ebrant.page.';
