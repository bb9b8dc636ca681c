'use client';

import { useDebouncedCallback } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { type PlanSettings, type Readiness, USUAL_PLAN } from '@/core/practice/plan';
import { call } from '../shared/call';

/** So long (ms) after the last change it is kept. */
const PAUSE = 600;

type Kept = 'kept' | 'keeping' | 'not kept';

/**
 * What is said of the days before each gig; kept as it is changed, and again where it could not be.
 *
 * @param readinessOf how far each song is, as leaders are told where they may know
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
  const send = async (body: {
    readonly event: string;
    readonly settings: PlanSettings;
    readonly readiness: Readonly<Record<string, Readiness>>;
  }) => {
    const called = await call('PUT', `/api/bands/${band}/practice/plan`, body);
    setKept(called.ok ? 'kept' : 'not kept');
    setProblem(called.ok ? '' : called.sentence);
  };
  const keep = useDebouncedCallback(send, { delay: PAUSE, flushOnUnmount: true });
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
    keep({ event, settings: plan, readiness });
  };
  return { settings, change, kept, problem };
};
