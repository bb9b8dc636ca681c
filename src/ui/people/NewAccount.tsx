'use client';

import { Button, PasswordInput, Stack, Text, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';

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
        <PasswordInput
          size="sm"
          name="passphrase"
          label="Passphrase"
          description="12 characters at least: three or four words."
          autoComplete="new-password"
          required
          maxLength={200}
        />
        {problem && (
          <Text role="alert" c="var(--accent-text)">
            {problem}
          </Text>
        )}
        <Button variant="filled" type="submit" loading={busy}>
          Make an account
        </Button>
      </Stack>
    </form>
  );
};
