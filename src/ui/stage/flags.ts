'use client';

import { useLocalStorage } from '@mantine/hooks';
import { useCallback } from 'react';
import * as z from 'zod';
import { keptAs } from '../shared/keptAs';

const flagSchema = z.object({
  id: z.string(),
  /** When it was flagged, in ISO 8601. */
  at: z.string(),
  title: z.string(),
  /** The page of the song. */
  song: z.string(),
  section: z.string(),
  /** Repeats counted each time. */
  bar: z.number(),
  words: z.string(),
});

/** A place that was flagged while it was played: something went wrong there, or is to be remembered. */
export type Flag = z.infer<typeof flagSchema>;

const NONE: Flag[] = [];

const keyOf = (of: string): string => `ebrant-flags ${of}`;

const read = keptAs(z.array(flagSchema), NONE);

/** The flags of several sets or songs, as they are now. */
export const flagsOf = (places: readonly string[]): Flag[] =>
  places.flatMap((of) => read(localStorage.getItem(keyOf(of))));

/** The flags of a set or song, kept on this device. */
export const useFlags = (of: string) => {
  const [flags, setFlags] = useLocalStorage<Flag[]>({
    key: keyOf(of),
    defaultValue: NONE,
    deserialize: read,
  });
  const put = useCallback((flag: Flag) => setFlags((now) => [...now, flag]), [setFlags]);
  const say = useCallback(
    (id: string, words: string) =>
      setFlags((now) => now.map((one) => (one.id === id ? { ...one, words } : one))),
    [setFlags],
  );
  const remove = useCallback(
    (id: string) => setFlags((now) => now.filter((one) => one.id !== id)),
    [setFlags],
  );
  return { flags, put, say, remove };
};
