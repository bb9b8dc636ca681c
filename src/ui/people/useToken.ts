'use client';

import { useEffect, useState } from 'react';

/**
 * The secret part of a link: what stands behind its #, which browsers send to nobody, so that it is in
 * no log and no page’s referrer. It leaves the address as soon as it is read.
 *
 * @returns nothing until the page runs; an empty text where there is none
 */
export const useToken = (): string | undefined => {
  const [token, setToken] = useState<string>();
  useEffect(() => {
    const read = () => {
      const said = window.location.hash.slice(1);
      if (said) window.history.replaceState(null, '', window.location.pathname);
      setToken((before) => said || (before ?? ''));
    };
    read();
    window.addEventListener('hashchange', read);
    return () => window.removeEventListener('hashchange', read);
  }, []);
  return token;
};
