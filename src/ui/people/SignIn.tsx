'use client';

import { Anchor, Button, Text, UnstyledButton } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import { FrontDoor } from './FrontDoor';
import { NewAccount } from './NewAccount';
import classes from './SignIn.module.css';
import { SignInForm } from './SignInForm';

type DemoMember = { readonly name: string; readonly about: string; readonly role: string };

type Props = {
  /** Who is signed in without being in any band. */
  readonly withoutBand: string | undefined;
  /** Whether anybody may make an account. */
  readonly open: boolean;
  readonly demo:
    | { readonly passphrase: string; readonly members: readonly DemoMember[] }
    | undefined;
};

/** The first page: what this is, signing in, and in the demo the people one can be. */
export const SignIn = ({ withoutBand, open, demo }: Props) => {
  const router = useRouter();
  const [isNew, setNew] = useState(false);
  return (
    <FrontDoor>
      <div className={classes.ways}>
        <section aria-labelledby="sign-in" className={classes.form}>
          {withoutBand ? (
            <WithoutBand name={withoutBand} />
          ) : (
            <>
              <h2 id="sign-in">{isNew ? 'Make an account' : 'Sign in'}</h2>
              {isNew ? (
                <NewAccount onMade={router.refresh} />
              ) : (
                <SignInForm onIn={router.refresh} />
              )}
              {open ? (
                <Button variant="subtle" onClick={() => setNew(!isNew)}>
                  {isNew ? 'I have an account' : 'Make an account'}
                </Button>
              ) : (
                <Text size="sm" c="var(--quiet)">
                  New here? A leader of your band can send you an invitation.
                </Text>
              )}
              <Anchor component={Link} href="/recover" size="sm">
                I cannot sign in
              </Anchor>
            </>
          )}
        </section>
        {demo && <Demo {...demo} onIn={router.refresh} />}
      </div>
    </FrontDoor>
  );
};

const WithoutBand = ({ name }: { readonly name: string }) => {
  const router = useRouter();
  const found = async (band: string) => {
    const called = await call('POST', '/api/bands', { name: band });
    if (called.ok) router.refresh();
    return called;
  };
  const leave = async () => {
    await call('DELETE', '/api/session');
    router.refresh();
  };
  return (
    <>
      <h2 id="sign-in">{name}, you are in no band yet</h2>
      <Text>Found one, or open the invitation that somebody has sent you.</Text>
      <NameForm
        what="Found a band"
        label="The band’s name"
        button="Found a band"
        filled
        onName={found}
      />
      <Anchor component={Link} href="/account" size="sm">
        Account
      </Anchor>
      <Button variant="subtle" onClick={leave}>
        Sign out
      </Button>
    </>
  );
};

type DemoProps = NonNullable<Props['demo']> & { readonly onIn: () => void };

const Demo = ({ passphrase, members, onIn }: DemoProps) => {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const enter = async (name: string) => {
    setBusy(true);
    const called = await call('POST', '/api/session', { name, passphrase });
    setBusy(false);
    if (called.ok) onIn();
    else setProblem(called.sentence);
  };
  return (
    <section aria-labelledby="demo" className={classes.demo}>
      <h2 id="demo">Try the demo</h2>
      <p>
        Two invented bands. Come in as one of these people; all use the passphrase “{passphrase}”.
      </p>
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      <ul>
        {members.map(({ name, about, role }) => (
          <li key={name}>
            <UnstyledButton disabled={busy} onClick={() => enter(name)}>
              <strong>{name}</strong>
              <span>{about}</span>
              <em>{role}</em>
            </UnstyledButton>
          </li>
        ))}
      </ul>
    </section>
  );
};
