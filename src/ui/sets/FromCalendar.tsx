'use client';

import { Button, FileButton, Modal, Stack, Table, Text } from '@mantine/core';
import { IconCalendarDown } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../shared/call';
import { EventTime } from './EventTime';

type Found = {
  readonly kind: 'gig' | 'rehearsal';
  readonly title: string;
  readonly place: string;
  /** In ISO 8601. */
  readonly startsAt: string;
  readonly timeZone: string;
};

/** Puts gigs and rehearsals in from somebody else's calendar file. */
export const FromCalendar = ({ band }: { readonly band: string }) => {
  const router = useRouter();
  const [found, setFound] = useState<readonly Found[]>();
  const [put, setPut] = useState<ReadonlySet<Found>>(new Set());
  const [problem, setProblem] = useState<string>();
  const read = async (file: File | null) => {
    if (!file) return;
    setPut(new Set());
    const called = await call<{ events: readonly Found[] }>(
      'POST',
      `/api/bands/${band}/events/file`,
      { text: await file.text() },
    );
    setProblem(called.ok ? undefined : called.sentence);
    setFound(called.ok ? called.value.events : []);
  };
  const putIn = async (event: Found) => {
    const called = await call('POST', `/api/bands/${band}/events`, { ...event, loadInAt: null });
    setProblem(called.ok ? undefined : called.sentence);
    if (!called.ok) return;
    setPut((before) => new Set([...before, event]));
    router.refresh();
  };
  return (
    <>
      <FileButton onChange={(file) => void read(file)} accept=".ics,text/calendar">
        {(props) => (
          <Button
            {...props}
            variant="subtle"
            size="xs"
            leftSection={<IconCalendarDown size={16} />}
          >
            From a calendar file
          </Button>
        )}
      </FileButton>
      {found && (
        <Modal
          opened
          onClose={() => setFound(undefined)}
          title="Gigs and rehearsals in this file"
          size={640}
        >
          <Stack>
            {problem && <Text role="alert">{problem}</Text>}
            {found.length > 0 && (
              <Table>
                <Table.Tbody>
                  {found.map((event) => (
                    <Table.Tr key={`${event.title} ${event.startsAt}`}>
                      <Table.Th scope="row" className="name">
                        {event.title}
                      </Table.Th>
                      <Table.Td>
                        <EventTime startsAt={event.startsAt} timeZone={event.timeZone} />
                        {event.place && `, ${event.place}`}
                      </Table.Td>
                      <Table.Td ta="end">
                        <Button
                          size="xs"
                          disabled={put.has(event)}
                          aria-label={`Put ${event.title} in`}
                          onClick={() => void putIn(event)}
                        >
                          {put.has(event) ? 'It is in' : `Put in as a ${event.kind}`}
                        </Button>
                      </Table.Td>
                    </Table.Tr>
                  ))}
                </Table.Tbody>
              </Table>
            )}
          </Stack>
        </Modal>
      )}
    </>
  );
};
