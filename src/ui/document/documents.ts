import type { DocumentKind } from '@/core/base/document';
import type { Packed } from '@/core/base/packed';
import type { Connection } from './connection';
import { createDrafts, type Drafts } from './draftStore';
import type { BandNews, Liveness } from './news';
import { createDocumentStore, type DocumentStore } from './store';
import type { StepStorage } from './undo';
import type { SetAside, UnsavedStorage } from './unsaved';
import { pauseAfter } from './waiting';

/** A document as a page gets it from the server. */
export type Opened<D> = {
  readonly id: string;
  readonly document: D;
  readonly revision: number;
  readonly mayEdit: boolean;
};

/** A document on its way from the server to a page. */
export type Sent<D> = Omit<Opened<D>, 'document'> & { readonly document: Packed<D> };

/** All documents that a page works on, whichever of them is in sight. */
export type Documents = {
  /** The store of a document: the one that is there, or a new one. */
  readonly open: <D>(kind: DocumentKind<D>, opened: Opened<D>) => DocumentStore<D>;
  readonly hear: (news: BandNews) => void;
  /** Asks for all documents whether there is anything new. */
  readonly refresh: () => void;
  /** Takes up what pages that are gone left unsaved, of any document. */
  readonly resume: () => void;
  /** How many documents have something unsaved. */
  readonly unsaved: () => number;
  readonly liveness: () => Liveness;
  readonly setLiveness: (liveness: Liveness) => void;
  /** Calls back when that number or the liveness changes. */
  readonly subscribe: (listener: () => void) => () => void;
  /** Edits of documents that are no longer the member's, in words to be copied. */
  readonly orphaned: () => readonly SetAside[];
  readonly dismissOrphaned: (id: string) => void;
  /** The texts of a document that could not be taken over. */
  readonly drafts: (document: string) => Drafts;
  readonly close: () => void;
};

export type DocumentsOptions = {
  readonly storage: UnsavedStorage;
  readonly connection: (document: string) => Connection;
  readonly steps: (document: string) => StepStorage;
  /** Reads a document that no page has brought along. */
  readonly read: (document: string) => Promise<Reading>;
  readonly newId: () => string;
  readonly now: () => number;
  readonly random: () => number;
};

/** What came of reading a document. */
export type Reading =
  | { readonly kind: 'read'; readonly of: DocumentKind<unknown>; readonly opened: Opened<unknown> }
  /** It is not there, or not for this member. */
  | { readonly kind: 'refused'; readonly reason: string }
  | { readonly kind: 'away' };

/** Where edits of documents that cannot be opened any more are set aside. */
const ORPHANED = 'orphaned';

export const createDocuments = (options: DocumentsOptions): Documents => {
  const { storage, random } = options;
  const stores = new Map<string, DocumentStore<unknown>>();
  const drafted = new Map<string, Drafts>();
  const listeners = new Set<() => void>();
  let liveness: Liveness = 'opening';
  let closed = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  let tries = 0;
  let orphaned = storage.aside(ORPHANED);
  /** Documents of which pages that are gone have left something, as it was when last asked. */
  let left = storage.documents();

  const tell = () => {
    for (const listener of listeners) listener();
  };

  const open = <D>(kind: DocumentKind<D>, opened: Opened<D>): DocumentStore<D> => {
    const there = stores.get(opened.id) as DocumentStore<D> | undefined;
    if (there) {
      if (opened.revision > there.snapshot().revision) there.refresh(opened.revision);
      return there;
    }
    const { id, document, revision } = opened;
    const store = createDocumentStore({
      id,
      kind,
      document,
      revision,
      connection: options.connection(id),
      unsaved: storage,
      steps: options.steps(id),
      newId: options.newId,
      now: options.now,
      random,
    });
    stores.set(id, store as unknown as DocumentStore<unknown>);
    store.subscribe(tell);
    return store;
  };

  const resume = async () => {
    for (const store of stores.values()) store.takeUp();
    for (const drafts of drafted.values()) drafts.reload();
    left = storage.documents();
    const unopened = left.filter((id) => !stores.has(id));
    const readings = await Promise.all(
      unopened.map(async (id) => [id, await options.read(id)] as const),
    );
    if (closed) return;
    for (const [id, reading] of readings) {
      if (reading.kind === 'read') open(reading.of, reading.opened);
      if (reading.kind === 'refused') giveUp(id, reading.reason);
    }
    left = storage.documents();
    tell();
    if (!readings.some(([, { kind }]) => kind === 'away')) return;
    tries++;
    clearTimeout(again);
    again = setTimeout(resume, pauseAfter(tries, random()));
  };

  /** Changes of a document that cannot be read any more: their words stay. */
  const giveUp = (id: string, reason: string) => {
    for (const change of storage.leftBehind(id)) {
      const words = change.operations.map((one) => JSON.stringify(one));
      if (storage.setAside(ORPHANED, { id: change.id, reason, words }))
        storage.forget(id, change.id);
    }
    orphaned = storage.aside(ORPHANED);
  };

  return {
    open,
    hear: (news) => {
      if (news.kind !== 'document') return;
      const store = stores.get(news.document);
      if (news.change) store?.hear(news.change);
      else if (store && news.revision > store.snapshot().revision) store.refresh(news.revision);
    },
    refresh: () => {
      for (const store of stores.values()) store.refresh();
    },
    resume: () => void resume(),
    unsaved: () => {
      const open = [...stores.values()].filter(
        (store) => store.snapshot().saving.kind !== 'saved',
      ).length;
      return open + left.filter((id) => !stores.has(id)).length;
    },
    liveness: () => liveness,
    setLiveness: (next) => {
      liveness = next;
      tell();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    orphaned: () => orphaned,
    dismissOrphaned: (id) => {
      storage.dismiss(ORPHANED, id);
      orphaned = storage.aside(ORPHANED);
      tell();
    },
    drafts: (document) => {
      const drafts = drafted.get(document) ?? createDrafts(storage, document);
      drafted.set(document, drafts);
      return drafts;
    },
    close: () => {
      closed = true;
      clearTimeout(again);
      for (const store of stores.values()) store.close();
    },
  };
};
