'use client';

import { Alert, Button, Group, Text } from '@mantine/core';
import { type Thing, useMending } from './things';

type Props = { readonly thing: Thing; readonly mayEdit: boolean };

/** Over the page of something that is deleted. */
export const GoneNotice = ({ thing, mayEdit }: Props) => {
  const { bringBack } = useMending();
  return (
    <Alert color="gray" mb="sm">
      <Group justify="space-between">
        <Text size="sm">
          This {thing.what === 'event' ? 'gig' : thing.what} is deleted. After 30 days it goes for
          good.
        </Text>
        {mayEdit && (
          <Button size="xs" onClick={() => void bringBack(thing)}>
            Bring it back
          </Button>
        )}
      </Group>
    </Alert>
  );
};
