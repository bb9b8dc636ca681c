'use client';

import { Anchor, Button, CloseButton, Modal, Table, Text, TextInput } from '@mantine/core';
import { IconFlag } from '@tabler/icons-react';
import Link from 'next/link';
import { useState } from 'react';
import { useFlags } from './flags';

/** What was flagged while it was played, to be gone through afterwards; nothing where nothing was. */
export const FlagList = ({ of }: { readonly of: string }) => {
  const { flags, say, remove } = useFlags(of);
  const [open, setOpen] = useState(false);
  if (flags.length === 0) return null;
  return (
    <>
      <Button size="xs" leftSection={<IconFlag size={16} />} onClick={() => setOpen(true)}>
        {flags.length === 1 ? '1 flag' : `${flags.length} flags`}
      </Button>
      <Modal
        opened={open}
        onClose={() => setOpen(false)}
        title="Flagged while it was played"
        size={760}
      >
        <Text size="sm" c="dimmed">
          Kept on this device. Say in a word what it was, or go to the song and mend it there.
        </Text>
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Where</Table.Th>
              <Table.Th>When</Table.Th>
              <Table.Th>What it was</Table.Th>
              <Table.Th>Done</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {flags.map(({ id, at, title, song, section, bar, words }) => (
              <Table.Tr key={id}>
                <Table.Td>
                  <Anchor component={Link} href={song} size="sm">
                    {title}
                  </Anchor>
                  , {section}, bar {bar}
                </Table.Td>
                <Table.Td>{WHEN.format(new Date(at))}</Table.Td>
                <Table.Td>
                  <TextInput
                    aria-label={`What it was in ${title}, bar ${bar}`}
                    value={words}
                    maxLength={200}
                    onChange={({ currentTarget }) => say(id, currentTarget.value)}
                  />
                </Table.Td>
                <Table.Td>
                  <CloseButton
                    aria-label={`Remove the flag in ${title}, bar ${bar}`}
                    onClick={() => remove(id)}
                  />
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Modal>
    </>
  );
};

const WHEN = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  hour: '2-digit',
  minute: '2-digit',
});
