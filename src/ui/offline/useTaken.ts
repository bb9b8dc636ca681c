'use client';

import { useCallback, useEffect, useState } from 'react';
import { askShelf, keepsThings, takeAlong } from '@/offline/client';
import type { Answer, Wanted } from '@/offline/taken';

/** How it stands with what this device keeps of a set. */
export type TakenState = Answer | { readonly kind: 'unknown' } | { readonly kind: 'cannot' };

/** What is kept is fetched anew when the set has changed and nothing has been touched for so long (ms). */
const SETTLED = 5000;

type Options = {
  /** Whether the server has everything: only then a copy is that of today. */
  readonly saved: boolean;
  /** Whether it is taken along without being asked for: on the day of its evening. */
  readonly unasked: boolean;
};

/**
 * Takes a set along, keeps the copy as it is today, and says what there is.
 *
 * @param page the path of the set
 * @param wanted works out what belongs to it; another function whenever the set has changed
 */
export const useTaken = (
  page: string,
  wanted: () => Promise<Wanted>,
  { saved, unasked }: Options,
) => {
  const [state, setState] = useState<TakenState>({ kind: 'unknown' });
  useEffect(() => {
    if (keepsThings()) void askShelf({ ask: 'check', page }).then(setState);
    else setState({ kind: 'cannot' });
  }, [page]);
  const take = useCallback(async () => {
    void navigator.storage?.persist?.();
    setState(await takeAlong({ ask: 'take', wanted: await wanted() }, setState));
  }, [wanted]);
  const remove = useCallback(() => void askShelf({ ask: 'remove', page }).then(setState), [page]);
  const keeps = state.kind === 'taken' || (unasked && state.kind === 'not-taken');
  useEffect(() => {
    if (!keeps || !saved) return;
    const timer = setTimeout(() => {
      // The copy that is there stays what it is where it cannot be fetched anew.
      void wanted()
        .then((all) => takeAlong({ ask: 'take', wanted: all }, () => undefined))
        .then((answer) => answer.kind === 'taken' && setState(answer));
    }, SETTLED);
    return () => clearTimeout(timer);
  }, [keeps, saved, wanted]);
  return { state, take, remove };
};
