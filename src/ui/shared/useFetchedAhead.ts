'use client';

import { useEffect } from 'react';

/**
 * Fetches parts of the page that open later, once somebody does something on it: a first look stays
 * small, and a network that is lost in the middle of work takes none of them away.
 *
 * @param parts one and the same list at every call
 */
export const useFetchedAhead = (parts: readonly (() => Promise<unknown>)[]): void => {
  useEffect(() => {
    const fetchAll = () => {
      stop();
      // Without a network they are asked for again when they are opened.
      for (const part of parts) part().catch(() => undefined);
    };
    const stop = () => {
      for (const kind of DOING) window.removeEventListener(kind, fetchAll);
    };
    for (const kind of DOING) window.addEventListener(kind, fetchAll);
    return stop;
  }, [parts]);
};

const DOING = ['pointerdown', 'keydown', 'input'] as const;
