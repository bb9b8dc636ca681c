'use client';

import { Button, UnstyledButton } from '@mantine/core';
import { IconArrowsSort } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import type { SetRemark } from '@/core/advice/setlist';
import { plural } from '@/core/base/words';
import type { Layout } from '@/core/music/kit';
import type { SongInSet, SongSet } from '@/core/song/set';
import type { LiveDocument } from '../../document';
import { useCommands } from '../../shared/commands';
import { orNothing } from '../../shared/orNothing';
import classes from './Judgement.module.css';
import { useJudgement } from './useJudgement';

const OrderPanel = dynamic(() => orNothing(import('./OrderPanel')), { ssr: false });

type Props = {
  readonly live: LiveDocument<SongSet>;
  /** The songs as the set plays them. */
  readonly joined: readonly SongInSet[];
  /** The set's time in seconds. */
  readonly seconds: number;
  readonly layout: Layout;
  /** Goes to a song of the set. */
  readonly onGo: (item: string) => void;
  /** What stands beside it. */
  readonly children: ReactNode;
  readonly className?: string;
};

/** What there is to look at in the set, and the way to an order that works better. */
export const Judged = ({ live, joined, seconds, layout, onGo, children, className }: Props) => {
  const { document: set, edit, mayEdit } = live;
  const { songs, remarks } = useJudgement(set, joined, seconds, layout);
  const [listed, setListed] = useState(false);
  const [ordering, setOrdering] = useState(false);
  const list = () => setListed((now) => !now);
  useCommands([
    { id: 'set-remarks', label: 'What to look at in this set', keys: 'J', run: list },
    ...(mayEdit
      ? [
          {
            id: 'order',
            label: 'Look for a better order',
            keys: 'Shift+O',
            run: () => setOrdering(true),
          },
        ]
      : []),
  ]);
  const dismiss = ({ id }: SetRemark) =>
    edit([{ type: 'insert', in: 'dismissed', id, value: { id } }]);
  return (
    <>
      <div className={className}>
        {children}
        <div className={classes.bar}>
          {remarks.length > 0 && (
            <Button variant="subtle" size="xs" title="J" aria-expanded={listed} onClick={list}>
              {plural(remarks.length, 'thing')} to look at
            </Button>
          )}
          {mayEdit && songs.length > 1 && (
            <Button
              size="xs"
              title="Shift O"
              leftSection={<IconArrowsSort size={16} />}
              onClick={() => setOrdering(true)}
            >
              Better order
            </Button>
          )}
        </div>
      </div>
      {listed && remarks.length > 0 && (
        <ul className={classes.remarks} aria-label="To look at">
          {remarks.map((remark) => (
            <li key={remark.id}>
              <UnstyledButton
                className={classes.sentence}
                disabled={!remark.item}
                onClick={() => remark.item && onGo(remark.item)}
              >
                {remark.sentence}
              </UnstyledButton>
              {mayEdit && (
                <span>
                  {remark.fix && (
                    <Button
                      variant="subtle"
                      size="compact-sm"
                      onClick={() => edit(remark.fix?.operations ?? [])}
                    >
                      {remark.fix.label}
                    </Button>
                  )}
                  <Button variant="subtle" size="compact-sm" onClick={() => dismiss(remark)}>
                    Dismiss
                  </Button>
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {ordering && <OrderPanel songs={songs} live={live} onClose={() => setOrdering(false)} />}
    </>
  );
};
