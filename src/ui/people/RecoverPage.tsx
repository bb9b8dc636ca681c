'use client';

import { Anchor, Button, Stack, Text, TextInput, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useEffect, useState } from 'react';
import { type Called, call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { FrontDoor } from './FrontDoor';
import { NewPassphrase } from './NewPassphrase';
import { useToken } from './useToken';

/** A new passphrase for who has forgotten theirs: by a leader’s link, or by one of one’s codes. */
export const RecoverPage = () => {
  const link = useToken();
  const [whose, setWhose] = useState<Called<{ name: string }>>();
  useEffect(() => {
    if (!link) return;
    let gone = false;
    void call<{ name: string }>('POST', '/api/recovery/link', { link }).then(
      (called) => !gone && setWhose(called),
    );
    return () => {
      gone = true;
    };
  }, [link]);
  return (
    <FrontDoor>
      {whose && !whose.ok && (
        <Text role="alert" fz="lg" mb="lg">
          {whose.sentence}
        </Text>
      )}
      {link && whose?.ok && <Form link={link} name={whose.value.name} />}
      {(link === '' || (whose && !whose.ok)) && <Form />}
    </FrontDoor>
  );
};

type FormProps = {
  readonly link?: string;
  /** Whose link it is. */
  readonly name?: string;
};

const Form = ({ link, name }: FormProps) => {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget));
    setBusy(true);
    const called = await call('POST', '/api/recovery', { ...typed, ...(link && { link }) });
    setBusy(false);
    if (!called.ok) return setProblem(called.sentence);
    router.push('/');
    router.refresh();
  };
  return (
    <form onSubmit={submit} aria-label="A new passphrase">
      <Stack gap="sm" maw={420}>
        <Title order={2}>{name ? `A new passphrase for ${name}` : 'A new passphrase'}</Title>
        {!link && (
          <>
            <Text>
              With one of the recovery codes that you have put by. Without any, ask a leader of your
              band for a link: it stands in the list of the band’s people.
            </Text>
            <TextInput
              size="sm"
              name="name"
              label="Name"
              autoComplete="username"
              required
              maxLength={120}
            />
            <TextInput
              size="sm"
              name="code"
              label="Recovery code"
              autoComplete="one-time-code"
              required
              maxLength={60}
            />
          </>
        )}
        <NewPassphrase />
        <Problem>{problem}</Problem>
        <Button variant="filled" type="submit" loading={busy}>
          Set it and sign in
        </Button>
        <Text size="sm" c="var(--quiet)">
          You are signed out everywhere else.
        </Text>
        <Anchor component={Link} href="/" size="sm">
          Back to signing in
        </Anchor>
      </Stack>
    </form>
  );
};
