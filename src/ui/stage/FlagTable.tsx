'use client';

import { Anchor, CloseButton, Modal, Table, Text, TextInput } from '@mantine/core';
import Link from 'next/link';
import type { useFlags } from './flags';

type Props = Omit<ReturnType<typeof useFlags>, 'put'> & { readonly onClose: () => void };

/** The flags one by one, each with a word for what it was. */
const FlagTable = ({ flags, say, remove, onClose }: Props) => (
  <Modal opened onClose={onClose} title="Flagged while it was played" size={760}>
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
);

export default FlagTable;

const WHEN = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  hour: '2-digit',
  minute: '2-digit',
});
