'use client';

import { Button, Group, Modal, Stack, Text, Title } from '@mantine/core';
import { useState } from 'react';
import { useConfirming } from '../people/confirming';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import classes from './Account.module.css';

type Props = {
  /** Codes that were not used yet. */
  readonly left: number;
  readonly onChange: () => void;
};

/** Codes to come back with when the passphrase is forgotten. */
export const RecoveryCodes = ({ left, onChange }: Props) => {
  const { take, dialog } = useConfirming();
  const [codes, setCodes] = useState<readonly string[]>();
  const [problem, setProblem] = useState<string>();
  const renew = async () => {
    const called = await take(() =>
      call<{ codes: readonly string[] }>('POST', '/api/account/codes'),
    );
    setProblem(called.ok ? undefined : called.sentence);
    if (!called.ok) return;
    setCodes(called.value.codes);
    onChange();
  };
  return (
    <section aria-labelledby="codes">
      <Title order={2} id="codes">
        Recovery codes
      </Title>
      <Text size="sm" mb="sm">
        {left === 0
          ? 'You have none. With one of them you set a new passphrase when you have forgotten yours.'
          : `You have ${left}. Each sets a new passphrase once, when you have forgotten yours.`}
      </Text>
      <Button onClick={renew}>{left === 0 ? 'Make ten' : 'Make ten new ones'}</Button>
      <Problem>{problem}</Problem>
      {dialog}
      {codes && (
        <Modal opened onClose={() => setCodes(undefined)} title="Recovery codes" size="auto">
          <Stack>
            <Text size="sm" maw={380}>
              They are shown this once. Write them down or print them, and put them where you keep
              papers. Earlier ones are good for nothing now.
            </Text>
            <ul className={classes.codes}>
              {codes.map((code) => (
                <li key={code}>{code}</li>
              ))}
            </ul>
            <Group justify="end">
              <Button onClick={() => window.print()}>Print</Button>
              <Button variant="filled" onClick={() => setCodes(undefined)}>
                I have put them by
              </Button>
            </Group>
          </Stack>
        </Modal>
      )}
    </section>
  );
};
