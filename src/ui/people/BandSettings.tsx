'use client';

import { Button, Group, Modal, Stack, Text, TextInput, Title } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { call } from '../shared/call';
import { tell } from '../shared/tell';
import { useConfirming } from './confirming';
import type { PeopleBand } from './PeoplePage';

type Props = { readonly band: PeopleBand; readonly onChange: () => void };

/** The band’s name; archiving and deleting it. */
export const BandSettings = ({ band, onChange }: Props) => {
  const router = useRouter();
  const { take, dialog } = useConfirming();
  const [problem, setProblem] = useState<string>();
  const [deleting, setDeleting] = useState(false);
  const change = async (changes: unknown, words: string) => {
    const called = await take(() => call('PATCH', `/api/bands/${band.slug}`, changes));
    if (called.ok) void tell({ words });
    setProblem(called.ok ? undefined : called.sentence);
    onChange();
    return called.ok;
  };
  const rename = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name'));
    void change({ name }, `It is called ${name} now.`);
  };
  const remove = async () => {
    setDeleting(false);
    if (!(await change({ deleted: true }, `${band.name} is deleted.`))) return;
    router.push('/account');
    router.refresh();
  };
  return (
    <Stack maw={520} gap="xl">
      <form onSubmit={rename} aria-label="Name of the band">
        <Group align="end" gap="sm">
          <TextInput
            size="sm"
            name="name"
            label="Name"
            defaultValue={band.name}
            required
            maxLength={120}
            error={problem}
            flex={1}
          />
          <Button type="submit">Rename</Button>
        </Group>
      </form>
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
