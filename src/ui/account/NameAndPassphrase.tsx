'use client';

import { Button, Group, PasswordInput, Stack, Switch, TextInput, Title } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { useConfirming } from '../people/confirming';
import { call } from '../shared/call';
import { tell } from '../shared/tell';

type Props = {
  readonly name: string;
  readonly leadersMayReset: boolean;
  readonly onChange: () => void;
};

/** One’s name, a new passphrase, and who may help where it is forgotten. */
export const NameAndPassphrase = ({ name, leadersMayReset, onChange }: Props) => {
  const { take, dialog } = useConfirming();
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({});
  const change = async (field: string, changes: unknown, words: string): Promise<boolean> => {
    const called = await take(() => call('PATCH', '/api/account', changes));
    setProblems({ [field]: called.ok ? '' : called.sentence });
    if (called.ok) void tell({ words });
    onChange();
    return called.ok;
  };
  const typed = (event: FormEvent<HTMLFormElement>, field: string) => {
    event.preventDefault();
    return String(new FormData(event.currentTarget).get(field));
  };
  return (
    <section aria-labelledby="name-and-passphrase">
      <Title order={2} id="name-and-passphrase">
        Name and passphrase
      </Title>
      <Stack gap="md" maw={420}>
        <form
          aria-label="Name"
          onSubmit={(event) =>
            void change('name', { name: typed(event, 'name') }, 'You sign in with this name now.')
          }
        >
          <Group align="end" gap="sm">
            <TextInput
              size="sm"
              name="name"
              label="Name"
              defaultValue={name}
              autoComplete="username"
              required
              maxLength={120}
              error={problems.name}
              flex={1}
            />
            <Button type="submit">Change</Button>
          </Group>
        </form>
        <form
          aria-label="Passphrase"
          onSubmit={async (event) => {
            const form = event.currentTarget;
            const passphrase = typed(event, 'passphrase');
            if (
              await change(
                'passphrase',
                { passphrase },
                'The new passphrase holds. You are signed out everywhere else.',
              )
            )
              form.reset();
          }}
        >
          <Group align="end" gap="sm">
            <PasswordInput
              size="sm"
              name="passphrase"
              label="New passphrase"
              description="12 characters at least: three or four words."
              autoComplete="new-password"
              required
              maxLength={200}
              error={problems.passphrase}
              flex={1}
            />
            <Button type="submit">Change</Button>
          </Group>
        </form>
        <Switch
          label="A leader of any of my bands may hand me a link to a new passphrase"
          description="Off, only somebody who leads all of your bands may."
          checked={leadersMayReset}
          error={problems.leaders}
          onChange={(event) =>
            void change(
              'leaders',
              { leadersMayReset: event.currentTarget.checked },
              event.currentTarget.checked ? 'They may.' : 'They may not.',
            )
          }
        />
      </Stack>
      {dialog}
    </section>
  );
};
