'use client';

import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { type BandNews, useBandNews, useMember } from '../document';
import { newId } from '../shared/newId';
import { createPresence, type Here, type Said } from './presence';

type Live = ReturnType<typeof createPresence>;

/**
 * Who else looks at a song or set, and says that this page does, as long as it is in sight.
 *
 * @param place the section that is chosen here
 */
export const usePresence = (document: string, place?: string): readonly Here[] => {
  const member = useMember();
  const [people, setPeople] = useState<readonly Here[]>(NOBODY);
  const live = useRef<Live>(undefined);
  const anew = useRef((): void => undefined);
  const at = useRef<string | null>(null);
  at.current = place ?? null;
  useEffect(() => {
    const begin = () => {
      const page = newId();
      const presence = createPresence({
        page,
        member,
        document,
        say: (said) => say(document, said),
        now: () => performance.now(),
        onChange: () => setPeople(presence.people()),
      });
      presence.goTo(at.current);
      live.current = presence;
    };
    const end = () => {
      live.current?.close();
      live.current = undefined;
      setPeople(NOBODY);
    };
    const shown = () => {
      if (window.document.visibilityState !== 'visible') end();
      else if (!live.current) begin();
    };
    const types = () => live.current?.types();
    // Under a new name all others answer: what they said while the stream was away was not heard.
    anew.current = () => {
      if (!live.current) return;
      live.current.close();
      begin();
    };
    shown();
    window.document.addEventListener('visibilitychange', shown);
    window.addEventListener('pagehide', end);
    window.addEventListener('input', types);
    return () => {
      window.document.removeEventListener('visibilitychange', shown);
      window.removeEventListener('pagehide', end);
      window.removeEventListener('input', types);
      end();
    };
  }, [document, member]);
  useEffect(() => live.current?.goTo(place ?? null), [place]);
  const hear = useCallback((news: BandNews) => {
    if (news.kind === 'presence') live.current?.hear(news);
    else if (news.kind === 'live') anew.current();
  }, []);
  useBandNews(hear);
  return people;
};

const NOBODY: readonly Here[] = [];

/** Nothing is lost where it does not arrive: it is said again soon. */
const say = (document: string, said: Said) =>
  void fetch(`/api/documents/${document}/presence`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(said),
    keepalive: true,
  }).catch(() => undefined);

/** Who is where, for what is drawn far below; nobody where none is told. */
export const HereContext = createContext<readonly Here[]>(NOBODY);

/** Who is at one section. */
export const useHereIn = (section: string): readonly Here[] => {
  const people = useContext(HereContext);
  return useMemo(() => people.filter(({ place }) => place === section), [people, section]);
};
