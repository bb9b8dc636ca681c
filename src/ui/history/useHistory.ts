'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { type HistoryChange, type Sitting, type Step, sittingsOf } from '@/core/advice/history';
import { type DocumentKind, parseDocument, type RecordName, replay } from '@/core/base/document';
import { call } from '../shared/call';

/** A stretch of a document's log as the server sends it. */
type Stretch = {
  readonly start: { readonly revision: number; readonly body: unknown } | null;
  readonly changes: readonly HistoryChange[];
  readonly earlier: boolean;
  readonly versions: readonly Version[];
  readonly played: readonly Played[];
  readonly titles: Readonly<Record<string, string>>;
};

/** A moment that somebody has given a name. */
export type Version = {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly madeBy: string | null;
};

/** A gig or rehearsal that has begun. */
export type Played = {
  readonly title: string;
  /** In ISO 8601. */
  readonly startsAt: string;
  readonly revision: number;
};

export type StepsOf<D> = (
  before: D,
  after: D,
  records: readonly RecordName[],
  titleOf: (arrangement: string) => string,
) => readonly Step[];

/** A document's history as far back as it was read, newest first. */
export type History<D> = {
  readonly sittings: readonly Sitting<D>[];
  readonly versions: readonly Version[];
  readonly played: readonly Played[];
  /** Whether there is more before it. */
  readonly earlier: boolean;
  /** The document after a revision, or the oldest there is of it. */
  readonly at: (revision: number) => Moment<D> | undefined;
};

export type Moment<D> = {
  readonly document: D;
  /** When it became so, in milliseconds since 1970; nothing of the oldest there is. */
  readonly since: number | undefined;
};

/**
 * Reads a document's history, and reads it again when the document has been saved anew.
 *
 * @param revision the newest that is known of
 */
export const useHistory = <D>(
  kind: DocumentKind<D>,
  id: string,
  revision: number,
  stepsOf: StepsOf<D>,
) => {
  const [stretches, setStretches] = useState<readonly Stretch[]>();
  const [problem, setProblem] = useState<string>();
  const [again, setAgain] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: read again for what is new
  useEffect(() => {
    let gone = false;
    void read(id).then((called) => {
      if (gone) return;
      setProblem(called.ok ? undefined : called.sentence);
      if (called.ok) setStretches([called.value]);
    });
    return () => {
      gone = true;
    };
  }, [id, revision, again]);
  const history = useMemo(
    () => stretches && together(kind, stretches, stepsOf),
    [kind, stretches, stepsOf],
  );
  const oldest = stretches?.[0]?.start?.revision;
  const readEarlier = useCallback(async () => {
    if (oldest === undefined) return;
    const called = await read(id, oldest + 1);
    if (called.ok) setStretches((known) => [called.value, ...(known ?? [])]);
    else setProblem(called.sentence);
  }, [id, oldest]);
  return { history, problem, readEarlier, readAgain: () => setAgain((count) => count + 1) };
};

const read = (id: string, before?: number) =>
  call<Stretch>(
    'GET',
    `/api/documents/${id}/history${before === undefined ? '' : `?before=${before}`}`,
  );

const together = <D>(
  kind: DocumentKind<D>,
  stretches: readonly Stretch[],
  stepsOf: StepsOf<D>,
): History<D> | undefined => {
  const [first] = stretches;
  const newest = stretches.at(-1);
  if (!first || !newest) return undefined;
  const { earlier, start } = first;
  const { versions, played, titles } = newest;
  const titleOf = (arrangement: string) => titles[arrangement] ?? 'a song that is gone';
  const body = start && parseDocument(kind, start.body);
  const changes = stretches.flatMap((stretch) => stretch.changes);
  const sittings = body?.ok
    ? sittingsOf(kind, body.value, changes, (before, after, records) =>
        stepsOf(before, after, records, titleOf),
      )
    : [];
  const at = (revision: number): Moment<D> | undefined => {
    const until = changes.filter((change) => change.revision <= revision);
    const found = body?.ok ? replay(kind, body.value, until) : undefined;
    return found?.ok ? { document: found.value, since: until.at(-1)?.at } : undefined;
  };
  return { sittings: [...(sittings ?? [])].reverse(), versions, played, earlier, at };
};
