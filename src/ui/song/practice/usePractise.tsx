'use client';

import { createContext, useCallback, useContext, useEffect, useRef } from 'react';
import type { Timeline } from '@/core/song/timeline';
import { type AskedPractice, practiceAsked } from './asked';
import type { PracticeSettings } from './settings';

type Practise = (asked: AskedPractice) => void;

const Context = createContext<Practise>(() => undefined);

/** Opens bars of the song where they are practised, from anywhere on its page. */
export const usePractise = (): Practise => useContext(Context);

export const PractiseProvider = Context.Provider;

/**
 * Opens what is to be practised: at once what the address of the page asks for, later what is pointed at.
 *
 * @param onOpen is told the section that its bars lie in, and what becomes of the settings
 */
export const useAskedPractice = (
  timeline: Timeline,
  onOpen: (section: string, next: (settings: PracticeSettings) => PracticeSettings) => void,
): Practise => {
  const now = useRef({ timeline, onOpen });
  now.current = { timeline, onOpen };
  const practise = useCallback(({ bars, from, to, goal = '' }: AskedPractice) => {
    const { timeline, onOpen } = now.current;
    const bar = timeline.bars.find(({ played }) => played === bars.first);
    const section = bar && timeline.passages[bar.passage]?.section;
    if (!section) return;
    const ladder = { ...(from !== undefined && { from }), ...(to !== undefined && { to }) };
    onOpen(section, (settings) => ({ ...settings, bars: { ...bars, of: section, goal }, ladder }));
  }, []);
  useEffect(() => {
    const asked = practiceAsked(window.location.hash);
    if (asked) practise(asked);
  }, [practise]);
  return practise;
};
