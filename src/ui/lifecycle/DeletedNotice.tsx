'use client';

import { Alert, Button, Group, Text } from '@mantine/core';
import { type Thing, useLifecycle } from './things';

type Props = { readonly thing: Thing; readonly mayEdit: boolean };

const SAID: Readonly<Record<Thing['what'], string>> = {
  song: 'This song',
  arrangement: 'This arrangement',
  set: 'This set',
  event: 'The gig or rehearsal of this set',
};

/** Over the page of something that is deleted. */
export const DeletedNotice = ({ thing, mayEdit }: Props) => {
  const { bringBack } = useLifecycle();
  return (
    <Alert color="gray" mb="sm">
      <Group justify="space-between">
        <Text size="sm">{SAID[thing.what]} is deleted. After 30 days it goes for good.</Text>
        {mayEdit && (
          <Button size="xs" onClick={() => void bringBack(thing)}>
            Bring it back
          </Button>
        )}
      </Group>
    </Alert>
  );
};
