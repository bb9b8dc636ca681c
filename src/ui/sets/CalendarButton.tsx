'use client';

import { Button, Group, Modal, Stack, Text } from '@mantine/core';
import { IconCalendarShare } from '@tabler/icons-react';
import { useState } from 'react';
import { CopyField } from '../shared/CopyField';
import { call } from '../shared/call';

/** Leads to a secret address by which one's own calendar shows the band's gigs and rehearsals. */
export const CalendarButton = ({ band }: { readonly band: string }) => {
  const [open, setOpen] = useState(false);
  const [address, setAddress] = useState<string>();
  const [said, setSaid] = useState<string>();
  const renew = async () => {
    const called = await call<{ path: string }>('POST', `/api/bands/${band}/calendar`);
    setSaid(called.ok ? undefined : called.sentence);
    if (called.ok) setAddress(window.location.origin + called.value.path);
  };
  const close = async () => {
    const called = await call('DELETE', `/api/bands/${band}/calendar`);
    setAddress(undefined);
    setSaid(called.ok ? 'No address of yours shows this calendar any more.' : called.sentence);
  };
  return (
    <>
      <Button
        variant="subtle"
        size="xs"
        leftSection={<IconCalendarShare size={16} />}
        onClick={() => setOpen(true)}
      >
        In my calendar
      </Button>
      {open && (
        <Modal opened onClose={() => setOpen(false)} title="In my own calendar" size={520}>
          <Stack>
            <Text size="sm">
              A secret address, yours alone, that a calendar subscribes to: it shows the band’s gigs
              and rehearsals with place, load-in and a link to the set. A new one ends the one
              before; it ends by itself when you leave the band.
            </Text>
            {address && <CopyField label="Address to subscribe to" value={address} />}
            {said && <Text role="status">{said}</Text>}
            <Group>
              <Button variant={address ? 'default' : 'filled'} onClick={renew}>
                {address ? 'Renew it' : 'Make an address'}
              </Button>
              <Button onClick={close}>Take it away</Button>
            </Group>
          </Stack>
        </Modal>
      )}
    </>
  );
};
