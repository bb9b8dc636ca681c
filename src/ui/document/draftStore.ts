import type { Draft, UnsavedStorage } from './unsaved';

/**
 * Texts of one document that could not be taken over, kept like any unsaved edit: they are there again
 * after another view, another page or a reload, until they make sense or are given up on purpose.
 */
export type Drafts = {
  readonly get: (field: string) => Draft | undefined;
  readonly set: (field: string, draft: Draft | undefined) => void;
  readonly subscribe: (listener: () => void) => () => void;
  /** By field; the same map until something changes. */
  readonly all: () => ReadonlyMap<string, Draft>;
  /** Takes up what pages that are gone have left. */
  readonly reload: () => void;
};

export const NO_DRAFT: ReadonlyMap<string, Draft> = new Map();

export const createDrafts = (storage: UnsavedStorage, document: string): Drafts => {
  let drafts = storage.drafts(document);
  const listeners = new Set<() => void>();
  const tell = () => {
    for (const listener of listeners) listener();
  };
  return {
    get: (field) => drafts.get(field),
    set: (field, draft) => {
      if (!draft && !drafts.has(field)) return;
      const next = new Map(drafts);
      if (draft) next.set(field, draft);
      else next.delete(field);
      drafts = next;
      storage.draft(document, field, draft);
      tell();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    all: () => drafts,
    reload: () => {
      drafts = storage.drafts(document);
      tell();
    },
  };
};
