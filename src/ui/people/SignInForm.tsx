'use client';

import { Button, PasswordInput, TextInput } from '@mantine/core';
import { IconFingerprint } from '@tabler/icons-react';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import classes from './SignIn.module.css';

type Props = { readonly onIn: () => void };

/** A name and a passphrase, or a passkey. */
export const SignInForm = ({ onIn }: Props) => {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const enter = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const fields = new FormData(event.currentTarget);
    setBusy(true);
    const called = await call('POST', '/api/session', {
      name: String(fields.get('name')),
      passphrase: String(fields.get('passphrase')),
    });
    setBusy(false);
    if (called.ok) onIn();
    else setProblem(called.sentence);
  };
  const show = async () => {
    setProblem(undefined);
    const { showPasskey } = await import('./passkeys');
    const shown = await showPasskey();
    if (shown.ok) onIn();
    else setProblem(shown.sentence);
  };
  return (
    <form onSubmit={enter} className={classes.form} aria-label="Sign in">
      <TextInput
        size="sm"
        name="name"
        label="Name"
        autoComplete="username"
        required
        maxLength={120}
      />
      <PasswordInput
        size="sm"
        name="passphrase"
        label="Passphrase"
        autoComplete="current-password"
        required
        maxLength={1000}
      />
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      <Button variant="filled" type="submit" disabled={busy}>
        Sign in
      </Button>
      <Button leftSection={<IconFingerprint size={18} />} onClick={show}>
        With a passkey
      </Button>
    </form>
  );
};
