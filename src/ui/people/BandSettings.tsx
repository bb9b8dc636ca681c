'use client';

import { Button, Group, Modal, Stack, Text, Title } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import { tell, tellCalled } from '../shared/tell';
import { useConfirming } from './confirming';
import type { PeopleBand } from './PeoplePage';

type Props = { readonly band: PeopleBand; readonly onChange: () => void };

/** The band’s name; archiving and deleting it. */
export const BandSettings = ({ band, onChange }: Props) => {
  const router = useRouter();
  const { take, dialog } = useConfirming();
  const [deleting, setDeleting] = useState(false);
  const address = `/api/bands/${band.slug}`;
  const change = async (changes: unknown, words: string) => {
    const called = await take(() => call('PATCH', address, changes));
    void tellCalled(called, words);
    onChange();
    return called;
  };
  const rename = async (name: string) => {
    const called = await call('PATCH', address, { name });
    if (called.ok) void tell({ words: `It is called ${name} now.` });
    onChange();
    return called;
  };
  const remove = async () => {
    setDeleting(false);
    const { ok } = await change({ deleted: true }, `${band.name} is deleted.`);
    if (!ok) return;
    router.push('/account');
    router.refresh();
  };
  return (
    <Stack maw={520} gap="xl">
      <NameForm
        what="Rename the band"
        label="Name"
        value={band.name}
        button="Rename"
        onName={rename}
      />
      <section aria-labelledby="archive">
        <Title order={2} id="archive">
          {band.archived ? 'It is archived' : 'Archive it'}
        </Title>
        <Text size="sm" mb="sm">
          An archived band is read and taken along by its members, and changed by nobody.
        </Text>
        <Button
          onClick={() =>
            void change(
              { archived: !band.archived },
              band.archived ? 'It is played again.' : 'It is archived.',
            )
          }
        >
          {band.archived ? 'Play it again' : 'Archive the band'}
        </Button>
      </section>
      <section aria-labelledby="delete">
        <Title order={2} id="delete">
          Delete it
        </Title>
        <Text size="sm" mb="sm">
          For thirty days a leader can bring it back, from their account. Then all of it goes for
          good: songs, sets, library, history.
        </Text>
        <Button onClick={() => setDeleting(true)}>Delete the band</Button>
      </section>
      {deleting && (
        <Modal opened onClose={() => setDeleting(false)} title={`Delete ${band.name}?`} size={420}>
          <Stack>
            <Text size="sm">
              Nobody reads it any more, from now on; pages that are open stop. Until thirty days are
              over you can bring it back.
            </Text>
            <Group justify="end">
              <Button onClick={() => setDeleting(false)}>Keep it</Button>
              <Button variant="filled" onClick={remove}>
                Delete the band
              </Button>
            </Group>
          </Stack>
        </Modal>
      )}
      {dialog}
    </Stack>
  );
};
