'use client';

import { Button, Table, Text, Title } from '@mantine/core';
import { call } from '../shared/call';
import { tellCalled } from '../shared/tell';
import { When } from '../shared/When';
import type { AccountProps } from './AccountPage';

type Props = {
  readonly sessions: AccountProps['account']['sessions'];
  /** Which of them this is. */
  readonly session: string;
  readonly onChange: () => void;
};

/** Where one is signed in. */
export const Sessions = ({ sessions, session, onChange }: Props) => {
  const end = async (query: string, words: string) => {
    const called = await call('DELETE', `/api/account/sessions${query}`);
    void tellCalled(called, words);
    onChange();
  };
  return (
    <section aria-labelledby="devices">
      <Title order={2} id="devices">
        Where you are signed in
      </Title>
      <Table aria-labelledby="devices" mb="sm">
        <Table.Tbody>
          {sessions.map(({ id, browser, usedAt }) => (
            <Table.Tr key={id}>
              <Table.Th scope="row">{browser || 'A browser'}</Table.Th>
              <Table.Td>{id === session ? 'here' : <When at={usedAt} />}</Table.Td>
              <Table.Td ta="end">
                {id !== session && (
                  <Button
                    size="xs"
                    aria-label={`End ${browser || 'a browser'}`}
                    onClick={() => void end(`?only=${id}`, 'Signed out there.')}
                  >
                    End
                  </Button>
                )}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {sessions.length > 1 && (
        <Button onClick={() => void end('', 'Signed out everywhere else.')}>End all others</Button>
      )}
      <Text size="sm" c="var(--quiet)" mt="sm">
        A sign-in ends after 30 days without use, and after 90 in any case.
      </Text>
    </section>
  );
};
