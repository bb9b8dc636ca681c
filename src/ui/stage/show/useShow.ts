'use client';

import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';
import { type Show, showSchema } from '@/core/playing/show';
import { useBandNews } from '../../document';

/** A show with when (ms, this device's clock) its conductor was heard last. */
export type HeardShow = Show & { readonly heard: number };

const answer = z.object({ show: showSchema.nullable() });

/** The running show of a set, as soon as it is told; nothing where none runs. */
export const useShow = (set: string | undefined): HeardShow | undefined => {
  const [show, setShow] = useState<HeardShow>();
  const take = useCallback((one: Show | null) => {
    setShow(one ? { ...one, heard: performance.now() - one.silent } : undefined);
  }, []);
  const read = useCallback(async () => {
    if (!set) return;
    try {
      const response = await fetch(`/api/sets/${set}/show`);
      if (response.ok) take(answer.parse(await response.json()).show);
    } catch {
      // Without a network what was told last still holds.
    }
  }, [set, take]);
  useEffect(() => void read(), [read]);
  useBandNews(
    useCallback(
      (news) => {
        if (news.kind === 'live') void read();
        if (news.kind !== 'show' || news.set !== set) return;
        const told = showSchema.nullable().safeParse(news.show);
        if (told.success) take(told.data);
      },
      [set, take, read],
    ),
  );
  return show;
};
