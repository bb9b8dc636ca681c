'use client';

import { ActionIcon, Indicator } from '@mantine/core';
import { IconHistory } from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import type { LiveDocument } from '../document';
import { call } from '../shared/call';
import { useCommands } from '../shared/commands';

/** What others have changed since the member looked last. */
export type SinceSeen = {
  readonly count: number;
  /** The revision that they had seen. */
  readonly seen: number;
  readonly by: readonly string[];
};

/** After so long on a page it counts as looked at (ms). */
const A_LOOK = 2000;

/**
 * Opens the history of a song or set, and notes that it was looked at.
 *
 * @returns the button, and whether the history is open
 */
export const useHistoryButton = (
  { id, revision, saving }: Pick<LiveDocument<unknown>, 'id' | 'revision' | 'saving'>,
  since: SinceSeen | undefined,
) => {
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState(false);
  const show = useCallback(() => {
    setOpen(true);
    setRead(true);
  }, []);
  const settled = saving.kind === 'saved';
  useEffect(() => {
    if (!settled) return;
    const timer = setTimeout(
      () => void call('PUT', `/api/documents/${id}/seen`, { revision }),
      A_LOOK,
    );
    return () => clearTimeout(timer);
  }, [id, revision, settled]);
  useCommands([{ id: 'history', label: 'Show the history: who changed what', run: show }]);
  const news = since && !read ? newsWords(since) : undefined;
  const button = (
    <Indicator disabled={!news} label={since?.count} size={16} color="ember">
      <ActionIcon
        size={32}
        aria-label={news ? `History: ${news}` : 'History'}
        title={news ?? 'Who changed what, and when'}
        onClick={show}
      >
        <IconHistory size={18} />
      </ActionIcon>
    </Indicator>
  );
  return { button, open, close: useCallback(() => setOpen(false), []) };
};

/** `2 changes by Odile since you looked last` */
export const newsWords = ({ count, by }: SinceSeen): string =>
  `${count} ${count === 1 ? 'change' : 'changes'}${by.length > 0 ? ` by ${by.join(' and ')}` : ''} since you looked last`;
