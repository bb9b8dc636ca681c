'use client';

import { Button, Group, Stack, Switch, Title } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { useConfirming } from '../people/confirming';
import { NewPassphrase } from '../people/NewPassphrase';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import { tell, tellCalled } from '../shared/tell';

type Props = {
  readonly name: string;
  readonly leadersMayReset: boolean;
  readonly onChange: () => void;
};

/** One’s name, a new passphrase, and who may help where it is forgotten. */
export const NameAndPassphrase = ({ name, leadersMayReset, onChange }: Props) => {
  const { take, dialog } = useConfirming();
  const [weak, setWeak] = useState<string>();
  const change = async (changes: unknown) => {
    const called = await take(() => call('PATCH', '/api/account', changes));
    onChange();
    return called;
  };
  const rename = async (next: string) => {
    const called = await change({ name: next });
    if (called.ok) void tell({ words: 'You sign in with this name now.' });
    return called;
  };
  const renew = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const called = await change({ passphrase: String(new FormData(form).get('passphrase')) });
    setWeak(called.ok ? undefined : called.sentence);
    if (!called.ok) return;
    form.reset();
    void tell({ words: 'The new passphrase holds. You are signed out everywhere else.' });
  };
  const allow = async (leadersMayReset: boolean) =>
    tellCalled(await change({ leadersMayReset }), leadersMayReset ? 'They may.' : 'They may not.');
  return (
    <section aria-labelledby="name-and-passphrase">
      <Title order={2} id="name-and-passphrase">
        Name and passphrase
      </Title>
      <Stack gap="md" maw={420}>
        <NameForm
          key={name}
          what="Change your name"
          label="Name"
          value={name}
          autoComplete="username"
          button="Change"
          onName={rename}
        />
        <form aria-label="Change your passphrase" onSubmit={renew}>
          <Group align="end" gap="sm">
            <NewPassphrase error={weak} />
            <Button type="submit">Change</Button>
          </Group>
        </form>
        <Switch
          label="A leader of any of my bands may hand me a link to a new passphrase"
          description="Off, only somebody who leads all of your bands may."
          checked={leadersMayReset}
          onChange={(event) => void allow(event.currentTarget.checked)}
        />
      </Stack>
      {dialog}
    </section>
  );
};
