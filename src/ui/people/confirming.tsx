'use client';

import { Button, Group, Modal, PasswordInput, Stack, Text } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { type Called, call } from '../shared/call';

type Step = () => Promise<Called<unknown>>;
type Waiting = { readonly step: Step; readonly done: (called: Called<unknown>) => void };

/**
 * For dangerous steps: where the server wants to be shown again who it is, the passphrase is asked for
 * and the step taken once more.
 *
 * @returns how to take such a step, and the dialog to put on the page
 */
export const useConfirming = () => {
  const [waiting, setWaiting] = useState<Waiting>();
  const take = async <T,>(step: () => Promise<Called<T>>): Promise<Called<T>> => {
    const called = await step();
    if (called.ok || called.code !== 'unconfirmed') return called;
    return new Promise((resolve) => {
      setWaiting({ step, done: (again) => resolve(again as Called<T>) });
    });
  };
  const dialog = waiting && (
    <Confirm
      {...waiting}
      done={(called) => {
        setWaiting(undefined);
        waiting.done(called);
      }}
    />
  );
  return { take, dialog };
};

const GIVEN_UP = {
  ok: false,
  code: 'unconfirmed',
  sentence: 'Nothing was done: it was not shown that it is you.',
} as const;

const Confirm = ({ step, done }: Waiting) => {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const passphrase = String(new FormData(event.currentTarget).get('passphrase'));
    setBusy(true);
    const called = await call('POST', '/api/session/confirm', { passphrase });
    if (called.ok) return done(await step());
    setBusy(false);
    setProblem(called.sentence);
  };
  return (
    <Modal opened onClose={() => done(GIVEN_UP)} title="Is it you?" size={420}>
      <form onSubmit={submit}>
        <Stack gap="sm">
          <Text size="sm">This is asked before what cannot be taken back.</Text>
          <PasswordInput
            size="sm"
            name="passphrase"
            label="Your passphrase"
            autoComplete="current-password"
            data-autofocus
            required
            maxLength={1000}
            error={problem}
          />
          <Group justify="end">
            <Button onClick={() => done(GIVEN_UP)}>Leave it</Button>
            <Button type="submit" variant="filled" loading={busy}>
              Go on
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
};
