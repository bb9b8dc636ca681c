'use client';

import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';
import { type LoggedRun, type Run, runSchema } from '@/core/practice/log';
import { call } from '../../shared/call';
import { tell } from '../../shared/tell';

/** A run as it stands in the list; not kept where the server could not be reached. */
export type ListedRun = LoggedRun & { readonly isKept: boolean };

const answer = z.object({ runs: z.array(runSchema.extend({ at: z.string() })) });

/** What the member has practised of a song; a run that could not be kept can be kept again. */
export const usePracticeLog = (document: string) => {
  const [runs, setRuns] = useState<readonly ListedRun[]>([]);
  const address = `/api/documents/${document}/practice`;
  useEffect(() => {
    let isHere = true;
    void call('GET', address).then((called) => {
      const read = called.ok ? answer.safeParse(called.value) : undefined;
      if (!isHere || !read?.success) return;
      const kept = read.data.runs.map((run) => ({ ...run, isKept: true }));
      // What was played while it was being fetched stays in front.
      setRuns((now) => [...now.filter(({ id }) => !kept.some((one) => one.id === id)), ...kept]);
    });
    return () => {
      isHere = false;
    };
  }, [address]);
  const keep = useCallback(
    async (run: Run) => {
      const put = (isKept: boolean) =>
        setRuns((now) => {
          const at = now.find(({ id }) => id === run.id)?.at ?? new Date().toISOString();
          return [{ ...run, at, isKept }, ...now.filter(({ id }) => id !== run.id)];
        });
      put(true);
      const called = await call('POST', address, run);
      if (!called.ok) put(false);
    },
    [address],
  );
  const remove = async ({ id, isKept }: ListedRun) => {
    const called = isKept ? await call('DELETE', `${address}?run=${id}`) : { ok: true as const };
    if (called.ok) setRuns((now) => now.filter((run) => run.id !== id));
    else void tell({ words: called.sentence, wrong: true });
  };
  return { runs, keep, remove };
};
