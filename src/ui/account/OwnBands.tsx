'use client';

import { Anchor, Button, Group, Table, Text, TextInput, Title } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import { tell } from '../shared/tell';
import { When } from '../shared/When';
import type { AccountProps } from './AccountPage';

type Props = Pick<AccountProps, 'bands' | 'deleted'> & { readonly onChange: () => void };

/** The bands that one is in, those to be brought back, and founding another. */
export const OwnBands = ({ bands, deleted, onChange }: Props) => {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const found = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('band'));
    const called = await call<{ band: string }>('POST', '/api/bands', { name });
    if (!called.ok) return setProblem(called.sentence);
    router.push(`/${called.value.band}/people`);
    router.refresh();
  };
  const bringBack = async (slug: string, name: string) => {
    const called = await call('PATCH', `/api/bands/${slug}`, { deleted: false });
    void tell(called.ok ? { words: `${name} is back.` } : { words: called.sentence, wrong: true });
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
      <form onSubmit={found} aria-label="Found a band">
        <Group align="end" gap="sm">
          <TextInput
            size="sm"
            name="band"
            label="A new band"
            placeholder="Its name"
            required
            maxLength={120}
            error={problem}
          />
          <Button type="submit">Found it</Button>
        </Group>
      </form>
    </section>
  );
};
