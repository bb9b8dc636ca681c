'use client';

import { useEffect, useState } from 'react';
import { PLAYED, playedWithoutPause, type Span } from '@/core/practice/care';

/** How often (ms) it is looked. */
const LOOK = 5000;
/** When somebody played since the page was opened, whatever song it was. */
const spans: Span[] = [];

/** Whether it is time to put the sticks down: after 25 minutes without a pause of five. */
export const usePause = (runs: boolean): boolean => {
  const [due, setDue] = useState(false);
  useEffect(() => {
    const now = () => performance.now() / 1000;
    const from = now();
    const look = () =>
      setDue(playedWithoutPause(runs ? [...spans, { from, to: now() }] : spans, now()) >= PLAYED);
    look();
    const timer = setInterval(look, LOOK);
    return () => {
      clearInterval(timer);
      if (runs) spans.push({ from, to: now() });
    };
  }, [runs]);
  return due;
};
