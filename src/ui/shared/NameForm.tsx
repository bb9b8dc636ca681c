'use client';

import { Button, Group, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Called } from './call';

type Props = {
  /** What the form is for, for who cannot see it. */
  readonly what: string;
  readonly label: string;
  readonly button: string;
  /** What stands there to be changed; without it the field is empty again once it is done. */
  readonly value?: string;
  readonly placeholder?: string;
  readonly autoComplete?: string;
  readonly filled?: boolean;
  readonly onName: (name: string) => Promise<Called<unknown>>;
};

/** One name, and a button; why it was refused stands under the field. */
export const NameForm = (props: Props) => {
  const { what, label, button, value, placeholder, autoComplete, filled = false, onName } = props;
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const called = await onName(String(new FormData(form).get('name')));
    setProblem(called.ok ? undefined : called.sentence);
    if (called.ok && value === undefined) form.reset();
  };
  return (
    <form onSubmit={submit} aria-label={what}>
      <Group align="end" gap="sm">
        <TextInput
          size="sm"
          name="name"
          label={label}
          {...(value !== undefined && { defaultValue: value })}
          {...(placeholder !== undefined && { placeholder })}
          {...(autoComplete !== undefined && { autoComplete })}
          required
          maxLength={120}
          error={problem}
          flex={1}
        />
        <Button type="submit" {...(filled && { variant: 'filled' })}>
          {button}
        </Button>
      </Group>
    </form>
  );
};
