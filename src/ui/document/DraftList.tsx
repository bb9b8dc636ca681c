'use client';

import { Button, CopyButton, Group, Popover, Stack, Text } from '@mantine/core';
import { useGiveUp } from './drafts';
import type { Draft } from './unsaved';

type Props = { readonly drafts: ReadonlyMap<string, Draft> };

/** What is kept as typed, field by field: to be looked at, copied, or given up on purpose. */
const DraftList = ({ drafts }: Props) => {
  const giveUp = useGiveUp();
  return (
    <Popover width={380} position="bottom-start" withinPortal>
      <Popover.Target>
        <Button size="compact-xs" variant="default">
          Show what is kept
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
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
      </Popover.Dropdown>
    </Popover>
  );
};

export default DraftList;
