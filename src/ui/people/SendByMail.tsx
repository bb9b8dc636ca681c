'use client';

import { Anchor, Button, Group, Stack, Text, TextInput } from '@mantine/core';
import { type FormEvent, useEffect, useState } from 'react';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import type { LinkProps } from './LinkToHandOver';

type Sends = 'yes' | 'to the mailbox' | 'no';

/** Sends a link to somebody by mail; not there where this server sends none. */
export const SendByMail = (link: LinkProps) => {
  const [sends, setSends] = useState<Sends>('no');
  const [to, setTo] = useState('');
  const [sent, setSent] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    void call<{ sends: Sends }>('GET', '/api/mail').then(
      (called) => called.ok && setSends(called.value.sends),
    );
  }, []);
  if (sends === 'no') return null;
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setBusy(true);
    const called = await call('POST', '/api/mail', { ...link, to });
    setBusy(false);
    setProblem(called.ok ? '' : called.sentence);
    if (!called.ok) return;
    setSent(to);
    setTo('');
  };
  return (
    <form onSubmit={send} aria-label="Send it by mail" style={{ width: '100%' }}>
      <Stack gap="xs">
        <Group align="end" gap="sm" wrap="nowrap">
          <TextInput
            size="sm"
            type="email"
            label="Or by mail to"
            placeholder="name@example.org"
            autoComplete="off"
            flex={1}
            value={to}
            onChange={(event) => setTo(event.currentTarget.value)}
          />
          <Button type="submit" loading={busy} disabled={to === ''}>
            Send
          </Button>
        </Group>
        {sent !== '' && (
          <Text size="sm" role="status">
            {sends === 'yes' ? (
              `Sent to ${sent}.`
            ) : (
              <>
                Nothing is sent from here: what would have gone to {sent} lies in the{' '}
                <Anchor href="/account/mailbox" target="_blank" underline="always">
                  mailbox
                </Anchor>
                .
              </>
            )}
          </Text>
        )}
        <Problem>{problem}</Problem>
      </Stack>
    </form>
  );
};
