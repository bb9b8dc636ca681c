'use client';

import { Anchor, Button, Group, Stack, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Notices } from '../shared/Notices';
import classes from './Account.module.css';
import { DeleteAccount } from './DeleteAccount';
import { NameAndPassphrase } from './NameAndPassphrase';
import { OwnBands } from './OwnBands';
import { Passkeys } from './Passkeys';
import { RecoveryCodes } from './RecoveryCodes';
import { Sessions } from './Sessions';

export type AccountBand = {
  readonly slug: string;
  readonly name: string;
  readonly role: string;
  readonly archived: boolean;
};

export type AccountProps = {
  readonly account: {
    readonly name: string;
    readonly leadersMayReset: boolean;
    readonly codes: number;
    readonly sessions: readonly {
      readonly id: string;
      readonly browser: string;
      readonly openedAt: Date;
      readonly usedAt: Date;
    }[];
    readonly passkeys: readonly {
      readonly id: string;
      readonly name: string;
      readonly madeAt: Date;
      readonly usedAt: Date | null;
    }[];
  };
  /** Which of the sessions this is. */
  readonly session: string;
  readonly bands: readonly AccountBand[];
  readonly deleted: readonly {
    readonly slug: string;
    readonly name: string;
    readonly goneAt: Date;
  }[];
};

/** One’s own account: bands, name, ways to sign in, devices, and what is kept. */
export const AccountPage = ({ account, session, bands, deleted }: AccountProps) => {
  const router = useRouter();
  const refresh = () => router.refresh();
  const [first] = bands;
  return (
    <main className={classes.page}>
      <Notices />
      <Group justify="space-between" mb="lg">
        <Title order={1} className="name">
          {account.name}
        </Title>
        <Anchor component={Link} href={first ? `/${first.slug}/sets` : '/'}>
          {first ? `Back to ${first.name}` : 'Back'}
        </Anchor>
      </Group>
      <div className={classes.parts}>
        <OwnBands bands={bands} deleted={deleted} onChange={refresh} />
        <NameAndPassphrase {...account} onChange={refresh} />
        <Stack gap="xl">
          <Passkeys passkeys={account.passkeys} onChange={refresh} />
          <RecoveryCodes left={account.codes} onChange={refresh} />
        </Stack>
        <Stack gap="xl">
          <Sessions sessions={account.sessions} session={session} onChange={refresh} />
          <section aria-labelledby="own-data">
            <Title order={2} id="own-data">
              What is kept of you
            </Title>
            <Text size="sm" mb="sm">
              Your name, how you sign in, your kit, what you have practised and planned, and which
              changes were yours. It is all in this file; songs and sets are the band’s.
            </Text>
            <Button component="a" href="/api/account" download>
              Take it along
            </Button>
          </section>
          <DeleteAccount />
        </Stack>
      </div>
    </main>
  );
};
