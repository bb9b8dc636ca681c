'use client';

import { useDebouncedCallback } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import { type PlanSettings, type Readiness, USUAL_PLAN } from '@/core/practice/plan';
import { call } from '../shared/call';

/** So long (ms) after the last change it is kept. */
const PAUSE = 600;

type Kept = 'kept' | 'keeping' | 'not kept';

/** What the server keeps of a gig's days. */
type Told = {
  readonly event: string;
  readonly settings: PlanSettings;
  readonly readiness: Readonly<Record<string, Readiness>>;
};

/**
 * What is said of the days before each gig; kept as it is changed, one after the other, and again with the
 * next change where it could not be.
 *
 * @param sent the settings of each gig, as the server has them
 * @param event the id of the gig that is chosen
 */
export const usePlanSettings = (
  band: string,
  sent: Readonly<Record<string, PlanSettings>>,
  event: string,
) => {
  const [plans, setPlans] = useState(sent);
  const [kept, setKept] = useState<Kept>('kept');
  const [problem, setProblem] = useState('');
  const settings = plans[event] ?? USUAL_PLAN;
  /** The last of each gig that the server does not have yet. */
  const waiting = useRef(new Map<string, Told>());
  const sending = useRef(false);
  const send = useDebouncedCallback(
    async () => {
      if (sending.current) return;
      sending.current = true;
      let failed = '';
      for (const [id, told] of waiting.current) {
        waiting.current.delete(id);
        const called = await call('PUT', `/api/bands/${band}/practice/plan`, told);
        if (called.ok) continue;
        failed = called.sentence;
        if (!waiting.current.has(id)) waiting.current.set(id, told);
        break;
      }
      sending.current = false;
      setKept(failed === '' ? 'kept' : 'not kept');
      setProblem(failed);
    },
    { delay: PAUSE, flushOnUnmount: true },
  );
  useEffect(() => {
    if (kept === 'kept') return;
    const warn = (leaving: BeforeUnloadEvent) => leaving.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [kept]);
  const change = (
    next: Partial<PlanSettings>,
    readiness: Readonly<Record<string, Readiness>>,
  ): void => {
    const plan = { ...settings, ...next };
    setPlans((now) => ({ ...now, [event]: plan }));
    setKept('keeping');
    waiting.current.set(event, { event, settings: plan, readiness });
    send();
  };
  return { settings, change, kept, problem };
};
