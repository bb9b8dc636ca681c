'use client';

import { Tabs, Text, Title } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { AuditList } from './AuditList';
import type { AuditedStep } from './auditWords';
import { BandSettings } from './BandSettings';
import { Invitations } from './Invitations';
import { Members } from './Members';
import classes from './People.module.css';

export type PeopleBand = {
  readonly slug: string;
  readonly name: string;
  readonly role: string;
  readonly archived: boolean;
};

type Props = {
  readonly band: PeopleBand;
  /** The id of whoever looks at it. */
  readonly me: string;
  readonly members: readonly {
    readonly id: string;
    readonly name: string;
    readonly role: string;
  }[];
  readonly invitations: readonly {
    readonly id: string;
    readonly role: string;
    readonly uses: number;
    readonly used: number;
    readonly madeBy: string | null;
    readonly expiresAt: Date;
  }[];
  readonly audited: readonly AuditedStep[];
};

/** Who is in a band, and who may do what; for leaders, how people come into it and what was done. */
export const PeoplePage = ({ band, me, members, invitations, audited }: Props) => {
  const router = useRouter();
  const refresh = () => router.refresh();
  const leads = band.role === 'leader';
  return (
    <div className={classes.page}>
      <Title order={1} mb="sm">
        People
      </Title>
      {band.archived && (
        <Text mb="sm">This band is archived: everybody reads it, and nobody changes it.</Text>
      )}
      {leads ? (
        <Tabs defaultValue="people" keepMounted={false}>
          <Tabs.List mb="md">
            <Tabs.Tab value="people">People and invitations</Tabs.Tab>
            <Tabs.Tab value="band">The band</Tabs.Tab>
            <Tabs.Tab value="log">What was done</Tabs.Tab>
          </Tabs.List>
          <Tabs.Panel value="people">
            <div className={classes.parts}>
              <Members band={band} me={me} members={members} onChange={refresh} />
              <Invitations band={band} invitations={invitations} onChange={refresh} />
            </div>
          </Tabs.Panel>
          <Tabs.Panel value="band">
            <BandSettings band={band} onChange={refresh} />
          </Tabs.Panel>
          <Tabs.Panel value="log">
            <AuditList audited={audited} />
          </Tabs.Panel>
        </Tabs>
      ) : (
        <div className={classes.parts}>
          <Members band={band} me={me} members={members} onChange={refresh} />
        </div>
      )}
    </div>
  );
};
