'use client';

import { useCallback, useEffect, useState } from 'react';
import { type BandNews, useBandNews } from '../document';
import { call } from '../shared/call';

/** A note as one of its readers sees it. */
export type Note = {
  readonly id: string;
  readonly record: string | null;
  readonly bar: number | null;
  readonly ticks: number | null;
  readonly words: string;
  readonly private: boolean;
  readonly roles: readonly string[] | null;
  readonly asked: string | null;
  readonly askedOfMe: boolean;
  readonly answers: string | null;
  readonly author: string | null;
  readonly mine: boolean;
  /** In ISO 8601. */
  readonly at: string;
  readonly settled: boolean;
  readonly maySettle: boolean;
  readonly mayDelete: boolean;
};

/** The notes at a song or set, read again whenever somebody writes one; nothing until they are read. */
export const useNotes = (document: string) => {
  const [notes, setNotes] = useState<readonly Note[]>();
  const read = useCallback(async () => {
    const called = await call<{ notes: readonly Note[] }>(
      'GET',
      `/api/documents/${document}/notes`,
    );
    if (called.ok) setNotes(called.value.notes);
  }, [document]);
  useEffect(() => void read(), [read]);
  const hear = useCallback(
    (news: BandNews) => {
      const isNew = news.kind === 'notes' && news.document === document;
      // What was told while the stream was away has no revision.
      if (isNew || news.kind === 'live') void read();
    },
    [document, read],
  );
  useBandNews(hear);
  return { notes, read };
};
