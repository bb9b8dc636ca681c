'use client';

import { useCallback, useState } from 'react';
import type { ByHand, Entry } from '@/core/practice/log';
import { call } from '../shared/call';
import { tell } from '../shared/tell';

/** What the member has practised in a band. What cannot be kept is answered in a sentence, to be said where it was typed. */
export const useLog = (band: string, sent: readonly Entry[]) => {
  const [entries, setEntries] = useState(sent);
  const address = `/api/bands/${band}/practice`;
  const add = useCallback(
    async (said: ByHand): Promise<string | undefined> => {
      const called = await call('POST', address, said);
      if (!called.ok) return called.sentence;
      const entry = { at: new Date(said.at).toISOString(), song: said.song, what: said };
      setEntries((now) => [entry, ...now].toSorted((a, b) => (a.at < b.at ? 1 : -1)));
      return undefined;
    },
    [address],
  );
  const remove = useCallback(
    async ({ what }: Entry) => {
      const called = await call('DELETE', `${address}?entry=${what.id}`);
      if (!called.ok) return void tell({ words: called.sentence, wrong: true });
      setEntries((now) => now.filter((one) => one.what.id !== what.id));
    },
    [address],
  );
  return { entries, add, remove };
};
