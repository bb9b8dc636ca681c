'use client';

import { useEffect } from 'react';
import type { Program } from '@/core/set';
import type { Seconds } from '@/core/time';
import { type MakeDrums, useControls } from './TransportProvider';

/** Puts a program under the transport while the page is shown. */
export const useProgram = (
  program: Program,
  from: Seconds | undefined,
  drums?: MakeDrums,
): void => {
  const { load } = useControls();
  useEffect(() => load({ program, from, drums }), [load, program, from, drums]);
  useEffect(() => () => load(undefined), [load]);
};
