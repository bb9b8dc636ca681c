'use client';

import { Button, CopyButton, Group, Stack, Text } from '@mantine/core';
import { Drop } from '../menus';
import { useGiveUp } from './drafts';
import type { Draft } from './unsaved';

type Props = { readonly drafts: ReadonlyMap<string, Draft> };

/** What is kept as typed, field by field: to be looked at, copied, or given up on purpose. */
const DraftList = ({ drafts }: Props) => {
  const giveUp = useGiveUp();
  return (
    <Drop face="Show what is kept" variant="default" width={380} position="bottom-start">
      <Stack gap="sm">
        {[...drafts].map(([field, { label, text, message }]) => (
          <Stack key={field} gap={4}>
            <Text size="sm" fw={600}>
              {label}
            </Text>
            <Text size="sm" lineClamp={4} ff="monospace">
              {text}
            </Text>
            {message && <Text size="sm">{message}</Text>}
            <Group gap="xs">
              <CopyButton value={text}>
                {({ copied, copy }) => (
                  <Button size="compact-xs" variant="default" onClick={copy}>
                    {copied ? 'Copied' : 'Copy'}
                  </Button>
                )}
              </CopyButton>
              <Button size="compact-xs" variant="subtle" onClick={() => giveUp(field)}>
                Give it up
              </Button>
            </Group>
          </Stack>
        ))}
      </Stack>
    </Drop>
  );
};

export default DraftList;
