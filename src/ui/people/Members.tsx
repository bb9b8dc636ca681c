'use client';

import { Button, Modal, Stack, Table, Text, Title } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ActionMenu } from '../menus';
import { type Called, call } from '../shared/call';
import { tellCalled } from '../shared/tell';
import { useConfirming } from './confirming';
import { LinkToHandOver } from './LinkToHandOver';
import type { PeopleBand } from './PeoplePage';
import { MAY, ROLES } from './roles';

type Member = { readonly id: string; readonly name: string; readonly role: string };

type Props = {
  readonly band: PeopleBand;
  readonly me: string;
  readonly members: readonly Member[];
  readonly onChange: () => void;
};

/** Who is in the band; leaders give roles, take out, and help with passphrases. */
export const Members = ({ band, me, members, onChange }: Props) => {
  const router = useRouter();
  const { take, dialog } = useConfirming();
  const [link, setLink] = useState<{ readonly name: string; readonly token: string }>();
  const [leaving, setLeaving] = useState(false);
  const leads = band.role === 'leader';
  const at = (id: string) => `/api/bands/${band.slug}/members/${id}`;
  const done = (called: Called<unknown>, words: string) => {
    void tellCalled(called, words);
    onChange();
  };
  const give = async ({ id, name }: Member, role: string) =>
    done(await call('PATCH', at(id), { role }), `${name} is ${MAY[role]?.called} now.`);
  const handOver = async ({ id, name }: Member) =>
    done(
      await take(() => call('PATCH', at(id), { role: 'leader', handOver: true })),
      `${name} leads the band now; you are a drummer.`,
    );
  const out = async ({ id, name }: Member) =>
    done(await call('DELETE', at(id)), `${name} is out of the band. Their open pages stop.`);
  const reset = async ({ id, name }: Member) => {
    const called = await take(() => call<{ link: string }>('POST', `${at(id)}/reset`));
    if (called.ok) setLink({ name, token: called.value.link });
    else done(called, '');
  };
  const leave = async () => {
    const called = await call('DELETE', at(me));
    if (!called.ok) {
      setLeaving(false);
      return done(called, '');
    }
    router.push('/');
    router.refresh();
  };
  const actionsOf = (member: Member) => [
    ...ROLES.filter((role) => role !== member.role).map((role) => ({
      label: `Make ${MAY[role]?.called}`,
      run: () => void give(member, role),
    })),
    { label: 'Hand leadership over to them', run: () => void handOver(member) },
    { label: 'Link to a new passphrase', run: () => void reset(member) },
    { label: 'Take out of the band', run: () => void out(member) },
  ];
  return (
    <section aria-labelledby="members">
      <Title order={2} id="members">
        {members.length === 1 ? 'One person' : `${members.length} people`}
      </Title>
      <Table aria-labelledby="members" mb="md">
        <Table.Tbody>
          {members.map((member) => (
            <Table.Tr key={member.id}>
              <Table.Th scope="row" className="name">
                {member.name}
                {member.id === me && ' (you)'}
              </Table.Th>
              <Table.Td>{member.role}</Table.Td>
              <Table.Td c="var(--quiet)" visibleFrom="sm">
                {MAY[member.role]?.may}
              </Table.Td>
              <Table.Td ta="end">
                {leads && member.id !== me && (
                  <ActionMenu
                    face={<IconDots size={18} aria-hidden="true" />}
                    label={`What to do about ${member.name}`}
                    actions={actionsOf(member)}
                  />
                )}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Button onClick={() => setLeaving(true)}>Leave the band</Button>
      {leaving && (
        <Modal opened onClose={() => setLeaving(false)} title={`Leave ${band.name}?`} size={420}>
          <Stack>
            <Text size="sm">
              You read its songs and sets no more, until somebody invites you again. What you have
              practised of them goes with your account’s file.
            </Text>
            <Button variant="filled" onClick={() => void leave()}>
              Leave
            </Button>
          </Stack>
        </Modal>
      )}
      {link && (
        <Modal
          opened
          onClose={() => setLink(undefined)}
          title={`A new passphrase for ${link.name}`}
          size={460}
        >
          <Text size="sm" mb="sm">
            Hand it over so that nobody else sees it. It is good for once, for a day, and is shown
            this once. That you have made it stands in the log of all leaders.
          </Text>
          <LinkToHandOver kind="passphrase" token={link.token} />
        </Modal>
      )}
      {dialog}
    </section>
  );
};
