'use client';

import { Button, Modal, Table, Text, VisuallyHidden } from '@mantine/core';
import { useCallback, useEffect, useState } from 'react';
import { call } from '../shared/call';
import { type Thing, useLifecycle } from './things';

type Removed = Thing & {
  readonly about: string;
  readonly state: 'archived' | 'deleted';
  /** In ISO 8601. */
  readonly since: string;
};

type Props = { readonly band: string; readonly mayEdit: boolean; readonly onClose: () => void };

const CALLED: Readonly<Record<Thing['what'], string>> = {
  song: 'Song',
  arrangement: 'Arrangement',
  set: 'Set',
  event: 'Gig or rehearsal',
};

/** So long what is deleted can be brought back. */
const DAYS = 30;
const DAY = 24 * 3600 * 1000;

/** What is archived or deleted, and can be brought back. */
const RemovedList = ({ band, mayEdit, onClose }: Props) => {
  const [removed, setRemoved] = useState<readonly Removed[]>();
  const [problem, setProblem] = useState<string>();
  const { bringBack } = useLifecycle();
  const read = useCallback(async () => {
    const called = await call<{ removed: readonly Removed[] }>('GET', `/api/bands/${band}/removed`);
    if (called.ok) setRemoved(called.value.removed);
    else setProblem(called.sentence);
  }, [band]);
  useEffect(() => void read(), [read]);
  return (
    <Modal opened onClose={onClose} title="Archived and deleted" size={720}>
      {problem && <Text role="alert">{problem}</Text>}
      {removed?.length === 0 && <Text c="dimmed">Nothing is archived or deleted.</Text>}
      {removed && removed.length > 0 && (
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>What</Table.Th>
              <Table.Th>Name</Table.Th>
              <Table.Th>Since</Table.Th>
              <Table.Th>
                <VisuallyHidden>Bring back</VisuallyHidden>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {removed.map((thing) => (
              <Table.Tr key={`${thing.what} ${thing.id}`}>
                <Table.Td>{CALLED[thing.what]}</Table.Td>
                <Table.Td className="name">
                  {[thing.title, thing.about].filter(Boolean).join(', ')}
                </Table.Td>
                <Table.Td>{sinceWords(thing)}</Table.Td>
                <Table.Td>
                  {mayEdit && (
                    <Button
                      size="compact-sm"
                      aria-label={`Bring back ${thing.title}`}
                      onClick={() => void bringBack(thing).then(read)}
                    >
                      Bring back
                    </Button>
                  )}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
    </Modal>
  );
};

export default RemovedList;

const sinceWords = ({ state, since }: Removed): string => {
  const gone = Math.floor((Date.now() - new Date(since).getTime()) / DAY);
  const when = gone <= 0 ? 'today' : gone === 1 ? 'yesterday' : `${gone} days ago`;
  if (state === 'archived') return `archived ${when}`;
  const left = Math.max(0, DAYS - gone);
  return `deleted ${when}, for good in ${left} days`;
};
