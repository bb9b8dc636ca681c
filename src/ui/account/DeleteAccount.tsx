'use client';

import { Button, Group, Modal, Stack, Text, Title } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { askShelf } from '@/offline/client';
import { useConfirming } from '../people/confirming';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';

/** Giving the account up. */
export const DeleteAccount = () => {
  const router = useRouter();
  const { take, dialog } = useConfirming();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const end = async () => {
    setAsking(false);
    const called = await take(() => call('DELETE', '/api/account'));
    if (!called.ok) return setProblem(called.sentence);
    await askShelf({ ask: 'only', member: '' });
    router.push('/');
    router.refresh();
  };
  return (
    <section aria-labelledby="delete-account">
      <Title order={2} id="delete-account">
        Delete the account
      </Title>
      <Text size="sm" mb="sm">
        Your bands keep their songs and sets; in their history you are “former member”. What is
        yours alone is gone at once.
      </Text>
      <Button onClick={() => setAsking(true)}>Delete my account</Button>
      <Problem>{problem}</Problem>
      {dialog}
      {asking && (
        <Modal opened onClose={() => setAsking(false)} title="Delete your account?" size={420}>
          <Stack>
            <Text size="sm">
              Your kit, your practice log and plans, your passkeys and codes are gone at once, for
              good. Take what is kept of you along first, if you may want it.
            </Text>
            <Group justify="end">
              <Button onClick={() => setAsking(false)}>Keep it</Button>
              <Button variant="filled" onClick={end}>
                Delete it for good
              </Button>
            </Group>
          </Stack>
        </Modal>
      )}
    </section>
  );
};
