'use client';

import { type RefObject, useEffect } from 'react';
import type { Heard } from '@/audio/player';
import { useControls } from './TransportProvider';

/**
 * Marks the row that sounds with `data-plays`, straight in the page: nothing is rendered while a song runs.
 *
 * @param attribute by which rows are told apart, without its `data-`
 * @param idOf the row that belongs to what is heard
 */
export const useMarkPlaying = (
  within: RefObject<HTMLElement | null>,
  attribute: 'section' | 'item',
  idOf: (heard: Heard) => string | undefined,
): void => {
  const { follow } = useControls();
  useEffect(() => {
    let marked: Element | null = null;
    let last: string | undefined;
    const mark = (heard: Heard | undefined) => {
      const id = heard && idOf(heard);
      if (id === last && (marked?.isConnected || id === undefined)) return;
      last = id;
      marked?.removeAttribute('data-plays');
      const selector = id === undefined ? undefined : `[data-${attribute}="${CSS.escape(id)}"]`;
      marked = (selector && within.current?.querySelector(selector)) || null;
      marked?.setAttribute('data-plays', 'true');
    };
    const end = follow(mark);
    return () => {
      end();
      marked?.removeAttribute('data-plays');
    };
  }, [follow, within, attribute, idOf]);
};
