'use client';

import { Button, Group, Modal, NumberInput, Stack, Table, Text, Title } from '@mantine/core';
import { IconUserPlus } from '@tabler/icons-react';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { Select } from '../shared/Select';
import { tellCalled } from '../shared/tell';
import { DaysInput, LinkRow } from './LinkRow';
import { LinkToHandOver } from './LinkToHandOver';
import type { PeopleBand } from './PeoplePage';
import { MAY, ROLES } from './roles';

type Invitation = {
  readonly id: string;
  readonly role: string;
  readonly uses: number;
  readonly used: number;
  readonly madeBy: string | null;
  readonly expiresAt: Date;
};

type Props = {
  readonly band: PeopleBand;
  readonly invitations: readonly Invitation[];
  readonly onChange: () => void;
};

/** The invitations that still let somebody in, and making another. */
export const Invitations = ({ band, invitations, onChange }: Props) => {
  const [making, setMaking] = useState(false);
  const revoke = async (id: string) => {
    const called = await call('DELETE', `/api/bands/${band.slug}/invitations?id=${id}`);
    void tellCalled(called, 'The invitation lets nobody in any more.');
    onChange();
  };
  return (
    <section aria-labelledby="invitations">
      <Title order={2} id="invitations">
        Invitations
      </Title>
      {invitations.length === 0 ? (
        <Text size="sm" mb="md">
          There is none that lets somebody in at the moment.
        </Text>
      ) : (
        <Table aria-labelledby="invitations" mb="md">
          <Table.Tbody>
            {invitations.map(({ id, role, uses, used, madeBy, expiresAt }) => (
              <LinkRow
                key={id}
                madeBy={madeBy}
                expiresAt={expiresAt}
                onTakeBack={() => void revoke(id)}
              >
                <Table.Th scope="row">As {MAY[role]?.called}</Table.Th>
                <Table.Td>
                  {used} of {uses} came
                </Table.Td>
              </LinkRow>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <Button
        variant="filled"
        leftSection={<IconUserPlus size={18} />}
        onClick={() => setMaking(true)}
      >
        Invite
      </Button>
      {making && <NewInvitation band={band} onMade={onChange} onClose={() => setMaking(false)} />}
    </section>
  );
};

type NewProps = {
  readonly band: PeopleBand;
  readonly onMade: () => void;
  readonly onClose: () => void;
};

const NewInvitation = ({ band, onMade, onClose }: NewProps) => {
  const [role, setRole] = useState<string>('player');
  const [uses, setUses] = useState<string | number>(1);
  const [days, setDays] = useState<string | number>(7);
  const [problem, setProblem] = useState<string>();
  const [token, setToken] = useState<string>();
  const make = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const called = await call<{ invitation: string }>(
      'POST',
      `/api/bands/${band.slug}/invitations`,
      { role, uses: Number(uses), days: Number(days) },
    );
    if (!called.ok) return setProblem(called.sentence);
    setToken(called.value.invitation);
    onMade();
  };
  return (
    <Modal opened onClose={onClose} title={`Invite to ${band.name}`} size={460}>
      {token ? (
        <>
          <Text size="sm" mb="sm">
            Whoever has it comes in as {MAY[role]?.called}. It is shown this once; a link that went
            astray is taken back in the list.
          </Text>
          <LinkToHandOver kind="invitation" token={token} />
        </>
      ) : (
        <form onSubmit={make} aria-label="New invitation">
          <Stack gap="sm">
            <Select
              label="As"
              description={`Who comes ${MAY[role]?.may}.`}
              value={role}
              shown
              choices={ROLES.map((one) => [one, one])}
              onChange={setRole}
            />
            <Group grow>
              <NumberInput
                size="sm"
                label="For how many"
                min={1}
                max={100}
                value={uses}
                onChange={setUses}
              />
              <DaysInput value={days} onChange={setDays} />
            </Group>
            <Problem>{problem}</Problem>
            <Group justify="end">
              <Button type="submit" variant="filled">
                Make the link
              </Button>
            </Group>
          </Stack>
        </form>
      )}
    </Modal>
  );
};
