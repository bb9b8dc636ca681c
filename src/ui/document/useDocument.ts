'use client';

import { useCallback, useMemo, useState, useSyncExternalStore } from 'react';
import type { DocumentKind } from '@/core/base/document';
import { unpacked } from '@/core/base/packed';
import { useDocuments } from './DocumentsProvider';
import type { Documents, Opened, Sent } from './documents';
import type { Liveness } from './news';
import { createDocumentStore, type DocumentStore, type Snapshot } from './store';
import { NO_STORAGE } from './undo';
import { memoryStorage } from './unsaved';

/** Carries operations out; answers the problem where they are refused. */
export type Edit = DocumentStore<unknown>['edit'];

/** A document that is being worked on, live. */
export type LiveDocument<D> = Snapshot<D> & {
  readonly id: string;
  readonly mayEdit: boolean;
  readonly live: Liveness;
  readonly edit: Edit;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly dismiss: () => void;
  readonly dismissAside: (id: string) => void;
};

/** What the server has rendered, until the browser has taken over. */
const asRendered = <D>(kind: DocumentKind<D>, opened: Opened<D>): DocumentStore<D> =>
  createDocumentStore({
    ...opened,
    kind,
    connection: {
      send: async () => ({ kind: 'away' }),
      newsSince: async () => ({ kind: 'away' }),
    },
    unsaved: memoryStorage(),
    steps: NO_STORAGE,
    newId: () => '',
    now: () => 0,
    random: () => 0,
  });

/**
 * Opens a document for a page: shows it at once, then takes up what an earlier page left unsaved and
 * follows what others save.
 */
export const useDocument = <D>(kind: DocumentKind<D>, sent: Sent<D>): LiveDocument<D> => {
  const documents = useDocuments();
  const opened = useMemo(() => ({ ...sent, document: unpacked(sent.document) }), [sent]);
  const [rendered] = useState(() => asRendered(kind, opened));
  // biome-ignore lint/correctness/useExhaustiveDependencies: a page opens one document, once
  const store = useMemo(
    () => documents?.open(kind, opened) ?? rendered,
    [documents, opened.id, opened.revision],
  );
  const snapshot = useSyncExternalStore(store.subscribe, store.snapshot, rendered.snapshot);
  const live = useLiveness(documents);
  const { edit, undo, redo, dismiss, dismissAside } = store;
  return {
    ...snapshot,
    id: opened.id,
    mayEdit: opened.mayEdit,
    live,
    edit,
    undo,
    redo,
    dismiss,
    dismissAside,
  };
};

const NEVER = () => () => undefined;

const useLiveness = (documents: Documents | undefined): Liveness =>
  useSyncExternalStore(
    documents?.subscribe ?? NEVER,
    () => documents?.liveness() ?? 'opening',
    () => 'opening',
  );

/** How many documents of this browser have edits of the member that are not saved. */
export const useUnsavedCount = (): number => {
  const documents = useDocuments();
  return useSyncExternalStore(
    documents?.subscribe ?? NEVER,
    () => documents?.unsaved() ?? 0,
    () => 0,
  );
};

/** Many documents of one kind as they stand now, by id: those that a set plays. */
export const useManyDocuments = <D>(
  kind: DocumentKind<D>,
  all: readonly Opened<D>[],
): ReadonlyMap<string, D> => {
  const documents = useDocuments();
  const { subscribe, read } = useMemo(() => together(documents, kind, all), [documents, kind, all]);
  const first = useCallback(() => rendering(all), [all]);
  return useSyncExternalStore(
    subscribe,
    read,
    useMemo(() => once(first), [first]),
  );
};

const rendering = <D>(all: readonly Opened<D>[]): ReadonlyMap<string, D> =>
  new Map(all.map(({ id, document }) => [id, document]));

const once = <T>(make: () => T): (() => T) => {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
};

/** Several stores as one; the value is another one only where some document is another. */
const together = <D>(
  documents: Documents | undefined,
  kind: DocumentKind<D>,
  all: readonly Opened<D>[],
) => {
  const stores = documents ? all.map((opened) => documents.open(kind, opened)) : [];
  const fixed = once(() => rendering(all));
  let last: ReadonlyMap<string, D> | undefined;
  const read = (): ReadonlyMap<string, D> => {
    if (!documents) return fixed();
    const now = stores.map((store) => store.snapshot().document);
    const same = last && all.every(({ id }, index) => last?.get(id) === now[index]);
    if (!last || !same) last = new Map(all.map(({ id }, index) => [id, now[index] as D]));
    return last;
  };
  const subscribe = (listener: () => void) => {
    const stops = stores.map((store) => store.subscribe(listener));
    return () => {
      for (const stop of stops) stop();
    };
  };
  return { read, subscribe };
};
