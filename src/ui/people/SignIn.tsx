'use client';

import { Button, PasswordInput, TextInput, UnstyledButton } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import classes from './SignIn.module.css';

type DemoMember = { readonly name: string; readonly about: string; readonly role: string };

type Props = {
  /** Who is signed in without being in any band. */
  readonly withoutBand: string | undefined;
  readonly demo:
    | { readonly passphrase: string; readonly members: readonly DemoMember[] }
    | undefined;
};

/** The first page: what this is, signing in, and in the demo the people one can be. */
export const SignIn = ({ withoutBand, demo }: Props) => {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const enter = async (name: string, passphrase: string) => {
    setBusy(true);
    const called = await call('POST', '/api/session', { name, passphrase });
    setBusy(false);
    if (called.ok) router.refresh();
    else setProblem(called.sentence);
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const fields = new FormData(event.currentTarget);
    void enter(String(fields.get('name')), String(fields.get('passphrase')));
  };
  return (
    <main className={classes.page}>
      <header>
        <h1 className={classes.mark}>Ebrant</h1>
        <p className={classes.lead}>
          Drum road maps for a band’s sets: sections, bars, tempos and feels in, exact bar numbers,
          times and a click out.
        </p>
      </header>
      <div className={classes.ways}>
        <form onSubmit={submit} className={classes.form}>
          <h2>Sign in</h2>
          {withoutBand && <p>{withoutBand} is signed in, but in no band yet.</p>}
          <TextInput name="name" label="Name" autoComplete="username" required maxLength={120} />
          <PasswordInput
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
        </form>
        {demo && (
          <section aria-labelledby="demo" className={classes.demo}>
            <h2 id="demo">Try the demo</h2>
            <p>
              Two invented bands. Come in as one of these people; all use the passphrase “
              {demo.passphrase}”.
            </p>
            <ul>
              {demo.members.map(({ name, about, role }) => (
                <li key={name}>
                  <UnstyledButton disabled={busy} onClick={() => enter(name, demo.passphrase)}>
                    <strong>{name}</strong>
                    <span>{about}</span>
                    <em>{role}</em>
                  </UnstyledButton>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </main>
  );
};
