'use client';

import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useLayoutEffect,
  useState,
} from 'react';
import * as z from 'zod';
import { newId } from '../shared/newId';
import { httpConnection } from './connection';
import { createDocuments, type Documents } from './documents';
import { type BandNews, followNews, revisionsSchema } from './news';
import { windowSteps } from './undo';
import { browserStorage, thisPage } from './unsaved';

const Context = createContext<Documents | undefined>(undefined);
const MemberContext = createContext('');
const NewsContext = createContext<(listener: (news: BandNews) => void) => () => void>(
  () => () => undefined,
);

type Props = { readonly band: string; readonly member: string; readonly children: ReactNode };

/**
 * The documents of a band that this page works on, and the one stream that tells of them. What pages
 * that are gone have left unsaved is sent from here, whatever is looked at.
 */
export const DocumentsProvider = ({ band, member, children }: Props) => {
  const [documents, setDocuments] = useState<Documents>();
  const [listeners] = useState(() => new Set<(news: BandNews) => void>());
  const [listen] = useState(() => (listener: (news: BandNews) => void) => {
    listeners.add(listener);
    return () => {
      listeners.delete(listener);
    };
  });
  // Before the first key can be pressed: what is typed must find its store.
  useLayoutEffect(() => {
    const page = thisPage(newId);
    let alive: ReadonlySet<string> | undefined;
    const opened = openDocuments(member, page.name, () => alive);
    setDocuments(opened);
    const hear = (news: BandNews) => {
      opened.hear(news);
      for (const listener of listeners) listener(news);
    };
    const stream = followNews({
      open: (after) =>
        new EventSource(
          `/api/bands/${band}/news${after ? `?after=${encodeURIComponent(after)}` : ''}`,
        ),
      onNews: hear,
      onLiveness: opened.setLiveness,
      onSilence: () => void askRevisions(band, hear),
      random: Math.random,
    });
    void page.others.then((others) => {
      alive = others;
      opened.resume();
    });
    const online = () => {
      stream.retry();
      opened.refresh();
      opened.resume();
    };
    const shown = () => {
      if (document.visibilityState === 'visible') stream.retry();
    };
    window.addEventListener('online', online);
    document.addEventListener('visibilitychange', shown);
    return () => {
      stream.stop();
      window.removeEventListener('online', online);
      document.removeEventListener('visibilitychange', shown);
      opened.close();
    };
  }, [band, member, listeners]);
  return (
    <MemberContext value={member}>
      <Context value={documents}>
        <NewsContext value={listen}>{children}</NewsContext>
      </Context>
    </MemberContext>
  );
};

/** Asks once where the documents of the band stand, in place of a stream that is cut. */
const askRevisions = async (band: string, hear: (news: BandNews) => void) => {
  try {
    const response = await fetch(`/api/bands/${band}/revisions`, {
      signal: AbortSignal.timeout(10_000),
    });
    if (response.status === 401 || response.status === 404) hear({ kind: 'over' });
    const { revisions } = revisionsBody.parse(await response.json());
    for (const [document, revision] of Object.entries(revisions))
      hear({ kind: 'document', document, revision });
  } catch {
    // It is asked again soon.
  }
};

const revisionsBody = z.object({ revisions: revisionsSchema });

const openDocuments = (
  member: string,
  page: string,
  alive: () => ReadonlySet<string> | undefined,
): Documents =>
  createDocuments({
    storage: browserStorage(localStorage, member, page, alive),
    connection: (document) => httpConnection(document, member),
    steps: (document) => windowSteps(sessionStorage, member, document),
    read: async (document) => (await import('./readFromServer')).readFromServer(member)(document),
    newId,
    now: () => performance.now(),
    random: Math.random,
  });

/** The documents of this page; nothing until the browser has taken over from the server. */
export const useDocuments = (): Documents | undefined => useContext(Context);

/** Who is signed in, by id. */
export const useMember = (): string => useContext(MemberContext);

/** Calls back with what is told of the band. */
export const useBandNews = (onNews: (news: BandNews) => void): void => {
  const listen = useContext(NewsContext);
  useEffect(() => listen(onNews), [listen, onNews]);
};
