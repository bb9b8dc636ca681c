'use client';

import { useCallback, useEffect, useRef } from 'react';
import { type Agreement, type Anchor, anchorsOf } from '@/core/playing/show';
import { call } from '../../shared/call';
import { tell } from '../../shared/tell';
import { useView } from '../../transport';
import { useDevice } from './useDevice';
import type { HeardShow } from './useShow';

/** How often (ms) it is looked whether the plan has changed, and how often it is told all the same. */
const LOOK = 100;
const HEARTBEAT = 4000;

export type Conducting = {
  /** Whether this page has the baton: the server says so. */
  readonly conducts: boolean;
  /** The show that another page conducts. */
  readonly other: HeardShow | undefined;
  /** Nothing until this page has a name. */
  readonly take: (() => void) | undefined;
  readonly give: () => void;
};

/** Leads the others: as long as this page has the baton, every change of its plan is told at once. */
export const useConducting = (
  set: string | undefined,
  show: HeardShow | undefined,
  agreement: Agreement | undefined,
): Conducting => {
  const device = useDevice();
  const conducts = show !== undefined && show.device === device;
  const view = useView();
  const clock = useRef(agreement);
  clock.current = agreement;
  const send = useCallback(
    async (anchors: readonly Anchor[], takes: boolean) => {
      const called = await call('PUT', `/api/sets/${set}/show`, { device, anchors, takes });
      // What is told again soon needs no word where there is no network.
      if (!called.ok && (takes || called.code !== 'unavailable'))
        void tell({ words: called.sentence, wrong: true });
    },
    [set, device],
  );
  useEffect(() => {
    if (!conducts) return;
    let told = '';
    let at = 0;
    // One after the other, unless the network keeps one for long: of two under way the older might come last.
    let isTelling = false;
    const look = async () => {
      const agreed = clock.current;
      const now = performance.now();
      const seen = view();
      if (!agreed || (isTelling && now - at < HEARTBEAT)) return;
      const anchors = seen
        ? anchorsOf(
            seen.plan,
            seen.clock,
            (time) => Math.round((seen.pageTime(time) + agreed.offset) * 100) / 100,
          )
        : [];
      // What is planned counts, not clocks that agree a little better.
      const plan = JSON.stringify(anchors.map((one) => ({ ...one, at: Math.round(one.at / 50) })));
      if (plan === told && now - at < HEARTBEAT) return;
      told = plan;
      at = now;
      isTelling = true;
      await send(anchors, false);
      isTelling = false;
    };
    const timer = setInterval(() => void look(), LOOK);
    return () => clearInterval(timer);
  }, [conducts, send, view]);
  const take = useCallback(() => void send([], true), [send]);
  return {
    conducts,
    other: conducts ? undefined : show,
    take: device ? take : undefined,
    give: useCallback(
      () => void call('DELETE', `/api/sets/${set}/show?device=${device}`),
      [set, device],
    ),
  };
};
