'use client';

import { useCallback } from 'react';
import { setSteps } from '@/core/advice/history';
import { operationsBetween, touched } from '@/core/base/document';
import { itemsOf, type SongSet, setKind } from '@/core/song/set';
import type { LiveDocument } from '../document';
import { HistoryDrawer } from './HistoryDrawer';

type Props = {
  readonly live: LiveDocument<SongSet>;
  readonly title: string;
  readonly seen: number | undefined;
  /** What an arrangement is called. */
  readonly titleOf: (arrangement: string) => string;
  readonly onClose: () => void;
};

const SetHistory = ({ titleOf, ...props }: Props) => {
  const draw = useCallback(
    (set: SongSet) => (
      <ol style={{ margin: 0, paddingInlineStart: 24 }}>
        {itemsOf(set).map(({ id, arrangement }) => (
          <li key={id} className="name">
            {titleOf(arrangement)}
          </li>
        ))}
      </ol>
    ),
    [titleOf],
  );
  const differences = useCallback(
    (from: SongSet, to: SongSet) => {
      const operations = operationsBetween(setKind, from, to);
      return setSteps(from, to, touched([{ operations }]), titleOf).map(
        ({ words }) => `Somebody ${words}`,
      );
    },
    [titleOf],
  );
  return (
    <HistoryDrawer
      {...props}
      kind={setKind}
      stepsOf={setSteps}
      draw={draw}
      differences={differences}
      sections={none}
    />
  );
};

const none = () => [];

export default SetHistory;
