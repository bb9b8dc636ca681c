'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import type { DocumentKind } from '@/core/document';
import { newId } from '../shared/newId';
import { httpConnection, listenForNews } from './connection';
import { type Keeper, otherPages, storageKeeper } from './keeper';
import { createDocumentStore, type DocumentStore, type Snapshot } from './store';

/** A document as a page gets it from the server. */
export type Opened<D> = {
  readonly id: string;
  readonly document: D;
  readonly revision: number;
  readonly mayEdit: boolean;
};

/** Carries operations out; answers the problem where they are refused. */
export type Edit = DocumentStore<unknown>['edit'];

/** A document that is being worked on, live. */
export type LiveDocument<D> = Snapshot<D> & {
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly dismiss: () => void;
};

const NOTHING_KEPT: Keeper = {
  leftBehind: () => [],
  keep: () => undefined,
  forget: () => undefined,
};

const open = <D>(kind: DocumentKind<D>, opened: Opened<D>, keeper: Keeper): DocumentStore<D> =>
  createDocumentStore({
    kind,
    document: opened.document,
    revision: opened.revision,
    connection: httpConnection(opened.id),
    keeper,
    newId: newId,
    now: () => performance.now(),
  });

/**
 * Opens a document for a page: shows it at once, then takes up what an earlier page left unsaved and
 * follows what others save.
 */
export const useDocument = <D>(kind: DocumentKind<D>, opened: Opened<D>): LiveDocument<D> => {
  const [store, setStore] = useState(() => open(kind, opened, NOTHING_KEPT));
  // biome-ignore lint/correctness/useExhaustiveDependencies: a page opens one document, once
  useEffect(() => {
    let stop = (): void => undefined;
    let gone = false;
    const page = newId();
    void otherPages(page).then((alive) => {
      if (gone) return;
      const live = open(kind, opened, storageKeeper(localStorage, opened.id, page, alive));
      const quiet = listenForNews(opened.id, live.look);
      const online = () => live.look();
      window.addEventListener('online', online);
      setStore(live);
      stop = () => {
        quiet();
        window.removeEventListener('online', online);
        live.close();
      };
    });
    return () => {
      gone = true;
      stop();
    };
  }, [opened.id]);
  const snapshot = useSyncExternalStore(store.subscribe, store.snapshot, store.snapshot);
  return {
    ...snapshot,
    mayEdit: opened.mayEdit,
    edit: store.edit,
    undo: store.undo,
    redo: store.redo,
    dismiss: store.dismiss,
  };
};
