'use client';

import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useMemo,
  useSyncExternalStore,
} from 'react';
import { useDocuments } from './DocumentsProvider';
import { type Drafts, NO_DRAFT } from './draftStore';
import type { Draft } from './unsaved';

const NO_DRAFTS: Drafts = {
  get: () => undefined,
  set: () => undefined,
  subscribe: () => () => undefined,
  all: () => NO_DRAFT,
  reload: () => undefined,
};

const Context = createContext<Drafts>(NO_DRAFTS);
const PathContext = createContext('');

/** Keeps the drafts of all fields within it, as those of one document. */
export const DraftsProvider = ({
  document,
  children,
}: {
  readonly document: string;
  readonly children: ReactNode;
}) => {
  const documents = useDocuments();
  const drafts = useMemo(() => documents?.drafts(document) ?? NO_DRAFTS, [documents, document]);
  return <Context value={drafts}>{children}</Context>;
};

/** The fields within belong to one record: those of another record may be called the same. */
export const FieldsOf = ({
  record,
  children,
}: {
  readonly record: string;
  readonly children: ReactNode;
}) => {
  const path = useContext(PathContext);
  return <PathContext value={path ? `${path}/${record}` : record}>{children}</PathContext>;
};

/** The draft of a field, and how it is kept or given up. */
export const useDraft = (
  field: string,
): readonly [Draft | undefined, (draft: Draft | undefined) => void] => {
  const drafts = useContext(Context);
  const path = useContext(PathContext);
  const name = path ? `${path}/${field}` : field;
  const read = useCallback(() => drafts.get(name), [drafts, name]);
  const draft = useSyncExternalStore(drafts.subscribe, read, () => undefined);
  const keep = useCallback((next: Draft | undefined) => drafts.set(name, next), [drafts, name]);
  return [draft, keep];
};

/** All drafts of the document, by field. */
export const useDrafts = (): ReadonlyMap<string, Draft> => {
  const drafts = useContext(Context);
  return useSyncExternalStore(drafts.subscribe, drafts.all, () => NO_DRAFT);
};

/** Gives a draft up by the name under which `useDrafts` has it. */
export const useGiveUp = (): ((field: string) => void) => {
  const drafts = useContext(Context);
  return useCallback((field: string) => drafts.set(field, undefined), [drafts]);
};
