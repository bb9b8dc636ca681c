'use client';

import { Alert, Button, CopyButton, Group, List, Stack, Text } from '@mantine/core';
import type { SetAside } from './unsaved';

type Props = {
  readonly aside: readonly SetAside[];
  readonly onDismiss: (id: string) => void;
};

/** Edits that were not saved, one by one, to be read, copied and taken off the list. */
const SetAsideList = ({ aside, onDismiss }: Props) => (
  <Alert
    color="orange"
    variant="outline"
    title="Not saved, and kept here"
    role="region"
    flex="1 0 100%"
    styles={{ title: { color: 'var(--mantine-color-text)' } }}
  >
    <Stack gap="sm">
      {aside.map(({ id, reason, words }) => (
        <Stack key={id} gap={4}>
          <Text size="sm">{reason}</Text>
          <List size="sm" withPadding>
            {words.slice(0, MOST_SHOWN).map((line, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the lines of one edit never change
              <List.Item key={index}>{line}</List.Item>
            ))}
          </List>
          {words.length > MOST_SHOWN && (
            <Text size="sm">and {words.length - MOST_SHOWN} more lines; copying takes all</Text>
          )}
          <Group gap="xs">
            <CopyButton value={words.join('\n')}>
              {({ copied, copy }) => (
                <Button size="compact-sm" variant="default" onClick={copy}>
                  {copied ? 'Copied' : 'Copy as text'}
                </Button>
              )}
            </CopyButton>
            <Button size="compact-sm" variant="subtle" onClick={() => onDismiss(id)}>
              Take off this list
            </Button>
          </Group>
        </Stack>
      ))}
    </Stack>
  </Alert>
);

const MOST_SHOWN = 12;

export default SetAsideList;
