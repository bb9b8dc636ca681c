'use client';

import dynamic from 'next/dynamic';
import { useSyncExternalStore } from 'react';
import { orNothing } from '../shared/orNothing';
import { useDocuments } from './DocumentsProvider';
import type { SetAside } from './unsaved';

const SetAsideList = dynamic(() => orNothing(import('./SetAsideList')), { ssr: false });

const NONE: readonly SetAside[] = [];

/** Unsaved edits of songs and sets that are no longer the member's: nothing else can show them. */
export const OrphanedEdits = () => {
  const documents = useDocuments();
  const orphaned = useSyncExternalStore(
    documents?.subscribe ?? (() => () => undefined),
    documents?.orphaned ?? (() => NONE),
    () => NONE,
  );
  if (!documents || orphaned.length === 0) return null;
  return <SetAsideList aside={orphaned} onDismiss={documents.dismissOrphaned} />;
};
