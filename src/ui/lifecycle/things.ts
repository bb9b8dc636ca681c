'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { call } from '../shared/call';
import { tell } from '../shared/tell';

/** Something that can be renamed, copied, archived, deleted and brought back. */
export type Thing = {
  readonly what: 'song' | 'arrangement' | 'set' | 'event';
  readonly id: string;
  readonly title: string;
};

const addressOf = ({ what, id }: Thing): string => `/api/${what}s/${id}`;

/** What a thing is called in a sentence. */
export const named = ({ title }: Thing): string => `“${title}”`;

/** What can be done with a thing as a whole; each says what it did, and how to take it back. */
export const useLifecycle = () => {
  const router = useRouter();
  const change = useCallback(
    async (thing: Thing, fields: object): Promise<boolean> => {
      const called = await call('PATCH', addressOf(thing), fields);
      if (!called.ok) void tell({ words: called.sentence, wrong: true });
      else router.refresh();
      return called.ok;
    },
    [router],
  );
  return useMemo(() => {
    const bringBack = async (thing: Thing) => {
      if (await change(thing, { deleted: false, ...(archives(thing) && { archived: false }) }))
        void tell({ words: `${named(thing)} is back.` });
    };
    return {
      bringBack,
      rename: (thing: Thing, fields: object) => change(thing, fields),
      remove: async (thing: Thing) => {
        if (!(await change(thing, { deleted: true }))) return false;
        void tell({
          words: `${named(thing)} is deleted. It can be brought back for 30 days.`,
          undo: () => void bringBack(thing),
        });
        return true;
      },
      archive: async (thing: Thing) => {
        if (!(await change(thing, { archived: true }))) return false;
        void tell({ words: `${named(thing)} is archived.`, undo: () => void bringBack(thing) });
        return true;
      },
      copy: async (thing: Thing, body?: object): Promise<string | undefined> => {
        const called = await call<{ id: string }>('POST', `${addressOf(thing)}/copy`, body);
        if (!called.ok) void tell({ words: called.sentence, wrong: true });
        else router.refresh();
        return called.ok ? called.value.id : undefined;
      },
    };
  }, [change, router]);
};

/** Songs and gigs can be archived as well. */
export const archives = ({ what }: Thing): boolean => what === 'song' || what === 'event';
