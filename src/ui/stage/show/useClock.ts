'use client';

import { useEffect, useRef, useState } from 'react';
import * as z from 'zod';
import { type Agreement, agreementOf, type Exchange, withExchange } from '@/core/playing/show';

/** Exchanges with which a device begins, and how long (ms) lies between them; then one now and again. */
const AT_FIRST = 8;
const SOON = 150;
const NOW_AND_AGAIN = 10_000;
/** A page that was away for so long (ms) longer than it meant to has slept. */
const SLEPT = 5000;

const answer = z.object({ now: z.number() });

const ask = async (): Promise<Exchange | undefined> => {
  const sent = performance.now();
  try {
    const response = await fetch('/api/time', { signal: AbortSignal.timeout(3000) });
    const received = performance.now();
    const { now } = answer.parse(await response.json());
    return { sent, answered: now, received };
  } catch {
    return undefined;
  }
};

/**
 * What this device believes of the server's clock; nothing before the first answer.
 *
 * @param wanted whether anybody has to know
 */
export const useClock = (wanted: boolean): Agreement | undefined => {
  const [agreement, setAgreement] = useState<Agreement>();
  const exchanges = useRef<readonly Exchange[]>([]);
  useEffect(() => {
    if (!wanted) return;
    let asked = 0;
    let due = performance.now();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const next = async () => {
      const slept = performance.now() - due > SLEPT;
      if (slept) asked = 0;
      const one = await ask();
      if (over) return;
      // The first one pays for opening the connection.
      if (one && asked > 0) exchanges.current = withExchange(exchanges.current, one, slept);
      asked++;
      setAgreement(agreementOf(exchanges.current, performance.now()));
      const pause = asked <= AT_FIRST ? SOON : NOW_AND_AGAIN;
      due = performance.now() + pause;
      timer = setTimeout(next, pause);
    };
    void next();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [wanted]);
  return agreement;
};
