'use client';

import { useEffect, useMemo } from 'react';
import type { Program } from '@/core/set';
import type { Seconds } from '@/core/time';
import { type MakeBeside, type MakeDrums, useControls } from './TransportProvider';

/** Puts a program under the transport while the page is shown, with what is spoken and played to it. */
export const useProgram = (
  program: Program,
  from: Seconds | undefined,
  drums?: MakeDrums,
): void => {
  const { load } = useControls();
  const beside = useMemo((): MakeBeside | undefined => {
    const voice = speaks(program);
    if (!drums && !voice) return undefined;
    return async () => ({
      drums: await drums?.(),
      voice: voice ? await (await import('./voice')).voiceOf(program) : undefined,
    });
  }, [program, drums]);
  useEffect(
    () => load({ program, from, beside, drums: drums !== undefined }),
    [load, program, from, beside, drums],
  );
  useEffect(() => () => load(undefined), [load]);
};

const speaks = ({ songs }: Program): boolean =>
  songs.some(({ timeline }) =>
    timeline.passages.some(
      ({ design }) => design.sayNames || design.sayCount || design.sayLast || design.sayCues,
    ),
  );
