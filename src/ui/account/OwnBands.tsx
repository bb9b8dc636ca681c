'use client';

import { Anchor, Button, Table, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import { tellCalled } from '../shared/tell';
import { When } from '../shared/When';
import type { AccountProps } from './AccountPage';

type Props = Pick<AccountProps, 'bands' | 'deleted'> & { readonly onChange: () => void };

/** The bands that one is in, those to be brought back, and founding another. */
export const OwnBands = ({ bands, deleted, onChange }: Props) => {
  const router = useRouter();
  const found = async (name: string) => {
    const called = await call<{ band: string }>('POST', '/api/bands', { name });
    if (called.ok) {
      router.push(`/${called.value.band}/people`);
      router.refresh();
    }
    return called;
  };
  const bringBack = async (slug: string, name: string) => {
    const called = await call('PATCH', `/api/bands/${slug}`, { deleted: false });
    void tellCalled(called, `${name} is back.`);
    onChange();
  };
  return (
    <section aria-labelledby="bands">
      <Title order={2} id="bands">
        Bands
      </Title>
      {bands.length === 0 && <Text mb="sm">You are in no band yet.</Text>}
      <Table aria-labelledby="bands" mb="md">
        <Table.Tbody>
          {bands.map(({ slug, name, role, archived }) => (
            <Table.Tr key={slug}>
              <Table.Th scope="row" className="name">
                <Anchor component={Link} href={`/${slug}/sets`}>
                  {name}
                </Anchor>
              </Table.Th>
              <Table.Td>
                {role}
                {archived && ', archived'}
              </Table.Td>
              <Table.Td ta="end">
                <Anchor component={Link} href={`/${slug}/people`} size="sm">
                  People
                </Anchor>
              </Table.Td>
            </Table.Tr>
          ))}
          {deleted.map(({ slug, name, goneAt }) => (
            <Table.Tr key={slug}>
              <Table.Th scope="row" className="name">
                {name}
              </Table.Th>
              <Table.Td>
                deleted; gone for good on <When at={goneAt} day />
              </Table.Td>
              <Table.Td ta="end">
                <Button
                  size="xs"
                  aria-label={`Bring ${name} back`}
                  onClick={() => void bringBack(slug, name)}
                >
                  Bring it back
                </Button>
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <NameForm
        what="Found a band"
        label="A new band"
        placeholder="Its name"
        button="Found it"
        onName={found}
      />
    </section>
  );
};
