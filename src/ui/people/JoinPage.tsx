'use client';

import { Anchor, Button, Group, Stack, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { type Called, call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { FrontDoor } from './FrontDoor';
import { NewAccount } from './NewAccount';
import { MAY } from './roles';
import { SignInForm } from './SignInForm';
import { useToken } from './useToken';

type ToBand = {
  readonly name: string;
  readonly role: string;
  readonly madeBy: string;
};

type ToServer = { readonly toServer: true };

type Props = {
  /** Who is signed in in this browser. */
  readonly member: string | undefined;
};

/** Where an invitation leads: what it is to, and joining by a press. Looking at it uses nothing up. */
export const JoinPage = ({ member }: Props) => {
  const invitation = useToken();
  const [held, setHeld] = useState<Called<ToBand | ToServer>>();
  useEffect(() => {
    if (!invitation) return;
    let gone = false;
    void call<ToBand | ToServer>('POST', '/api/invitations', { invitation }).then(
      (called) => !gone && setHeld(called),
    );
    return () => {
      gone = true;
    };
  }, [invitation]);
  return (
    <FrontDoor>
      {invitation === '' && (
        <Text>An invitation is a link that a leader of a band sends you. This one has no end.</Text>
      )}
      {held && !held.ok && (
        <Text role="alert" fz="lg">
          {held.sentence}
        </Text>
      )}
      {held?.ok &&
        invitation &&
        ('toServer' in held.value ? (
          <HeldToServer invitation={invitation} member={member} />
        ) : (
          <HeldToBand invitation={invitation} held={held.value} member={member} />
        ))}
    </FrontDoor>
  );
};

type HeldProps = Props & { readonly invitation: string };

/** From whoever runs the server: how it gets its first account. */
const HeldToServer = ({ invitation, member }: HeldProps) => (
  <Stack maw={420}>
    <Title order={2} className="name">
      An account on this server
    </Title>
    {member ? (
      <Text>
        You are signed in as {member} already. The link stays good for somebody else, once.
      </Text>
    ) : (
      <>
        <Text>
          Make your account here, then found your band and invite its people. The link is good for
          one account.
        </Text>
        <AccountBy invitation={invitation} />
      </>
    )}
  </Stack>
);

const AccountBy = ({ invitation }: { readonly invitation: string }) => {
  const router = useRouter();
  return (
    <NewAccount
      invitation={invitation}
      onMade={() => {
        router.push('/');
        router.refresh();
      }}
    />
  );
};

const HeldToBand = ({ invitation, held, member }: HeldProps & { readonly held: ToBand }) => {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const [known, setKnown] = useState(false);
  const [busy, setBusy] = useState(false);
  const join = async () => {
    setBusy(true);
    const called = await call<{ band: string }>('POST', '/api/invitations/accept', { invitation });
    setBusy(false);
    if (!called.ok) return setProblem(called.sentence);
    router.push(`/${called.value.band}/sets`);
    router.refresh();
  };
  return (
    <Stack maw={420}>
      <Title order={2} className="name">
        {held.name}
      </Title>
      <Text>
        {held.madeBy ? `${held.madeBy} invites you` : 'You are invited'} as {MAY[held.role]?.called}
        : {MAY[held.role]?.may}.
      </Text>
      <Problem>{problem}</Problem>
      {member ? (
        <Group>
          <Button variant="filled" loading={busy} onClick={join}>
            Join as {member}
          </Button>
          <Anchor component={Link} href="/">
            That is not me
          </Anchor>
        </Group>
      ) : known ? (
        <SignInForm onIn={join} />
      ) : (
        <>
          <AccountBy invitation={invitation} />
          <Button onClick={() => setKnown(true)}>I have an account</Button>
        </>
      )}
    </Stack>
  );
};
