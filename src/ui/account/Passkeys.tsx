'use client';

import { Button, Table, Text, Title } from '@mantine/core';
import { useConfirming } from '../people/confirming';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import { tellCalled } from '../shared/tell';
import { When } from '../shared/When';
import type { AccountProps } from './AccountPage';

type Props = {
  readonly passkeys: AccountProps['account']['passkeys'];
  readonly onChange: () => void;
};

/** A second way to sign in: what a phone, a laptop or a key on the ring keeps. */
export const Passkeys = ({ passkeys, onChange }: Props) => {
  const { take, dialog } = useConfirming();
  const make = async (name: string) => {
    const { makePasskey } = await import('../people/passkeys');
    const made = await take(() => makePasskey(name));
    if (made.ok) onChange();
    return made;
  };
  const forget = async (id: string, name: string) => {
    const called = await take(() =>
      call('DELETE', `/api/account/passkeys?id=${encodeURIComponent(id)}`),
    );
    void tellCalled(called, `“${name}” opens nothing any more.`);
    onChange();
  };
  return (
    <section aria-labelledby="passkeys">
      <Title order={2} id="passkeys">
        Passkeys
      </Title>
      <Text size="sm" mb="sm">
        A second way to sign in, with what unlocks your phone or laptop.
      </Text>
      {passkeys.length > 0 && (
        <Table aria-labelledby="passkeys" mb="sm">
          <Table.Tbody>
            {passkeys.map(({ id, name, madeAt, usedAt }) => (
              <Table.Tr key={id}>
                <Table.Th scope="row" className="name">
                  {name}
                </Table.Th>
                <Table.Td>
                  {usedAt ? 'used ' : 'made '}
                  <When at={usedAt ?? madeAt} />
                </Table.Td>
                <Table.Td ta="end">
                  <Button
                    size="xs"
                    aria-label={`Forget ${name}`}
                    onClick={() => void forget(id, name)}
                  >
                    Forget
                  </Button>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <NameForm
        what="Make a passkey"
        label="A new passkey"
        placeholder="Laptop in the loft"
        button="Make it"
        onName={make}
      />
      {dialog}
    </section>
  );
};
