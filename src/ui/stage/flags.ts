'use client';

import { useLocalStorage } from '@mantine/hooks';
import { useCallback } from 'react';
import * as z from 'zod';

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

/** The flags of a set or song, kept on this device. */
export const useFlags = (of: string) => {
  const [flags, setFlags] = useLocalStorage<Flag[]>({
    key: `ebrant-flags ${of}`,
    defaultValue: NONE,
    deserialize: (text) => {
      try {
        return z.array(flagSchema).parse(JSON.parse(text ?? '[]'));
      } catch {
        return NONE;
      }
    },
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
