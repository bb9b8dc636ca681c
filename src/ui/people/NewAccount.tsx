'use client';

import { Button, Stack, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { NewPassphrase } from './NewPassphrase';

type Props = {
  /** The token of an invitation, where one led here. */
  readonly invitation?: string;
  readonly onMade: () => void;
};

/** A name and a passphrase. */
export const NewAccount = ({ invitation, onMade }: Props) => {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const fields = new FormData(event.currentTarget);
    setBusy(true);
    const called = await call('POST', '/api/account', {
      name: String(fields.get('name')),
      passphrase: String(fields.get('passphrase')),
      ...(invitation && { invitation }),
    });
    setBusy(false);
    if (called.ok) onMade();
    else setProblem(called.sentence);
  };
  return (
    <form onSubmit={submit} aria-label="Make an account">
      <Stack gap="sm">
        <TextInput
          size="sm"
          name="name"
          label="Name"
          description="As the band knows you."
          autoComplete="username"
          required
          maxLength={120}
        />
        <NewPassphrase label="Passphrase" />
        <Problem>{problem}</Problem>
        <Button variant="filled" type="submit" loading={busy}>
          Make an account
        </Button>
      </Stack>
    </form>
  );
};
