'use client';

import { Button, Group, Modal, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Thing } from '../lifecycle/things';
import { call } from '../shared/call';

type Props = {
  readonly thing: Thing;
  readonly onClose: () => void;
  readonly onCopied: (id: string) => void;
};

/** A copy of an arrangement under a name of its own. */
const CopyArrangement = ({ thing, onClose, onCopied }: Props) => {
  const [name, setName] = useState('');
  const [refused, setRefused] = useState<string>();
  const copy = async (event: FormEvent) => {
    event.preventDefault();
    const called = await call<{ id: string }>('POST', `/api/arrangements/${thing.id}/copy`, {
      name,
    });
    if (called.ok) onCopied(called.value.id);
    else setRefused(called.sentence);
  };
  return (
    <Modal opened onClose={onClose} title={`Copy “${thing.title}”`}>
      <form onSubmit={copy}>
        <TextInput
          label="Name of the copy"
          placeholder="Short version"
          data-autofocus
          value={name}
          error={refused}
          onChange={({ currentTarget }) => setName(currentTarget.value)}
        />
        <Group justify="end" mt="md">
          <Button size="xs" onClick={onClose}>
            Cancel
          </Button>
          <Button size="xs" variant="filled" type="submit">
            Make it
          </Button>
        </Group>
      </form>
    </Modal>
  );
};

export default CopyArrangement;
