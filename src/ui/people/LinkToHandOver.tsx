'use client';

import { Button, CopyButton, Group, Stack, TextInput } from '@mantine/core';
import { QrCode } from './QrCode';

/** A link to send or to show: as text, and as a code that a phone reads off the screen. */
export const LinkToHandOver = ({ path }: { readonly path: string }) => {
  const link = `${window.location.origin}${path}`;
  return (
    <Stack align="center">
      <QrCode text={link} />
      <Group w="100%" align="end" gap="sm" wrap="nowrap">
        <TextInput
          size="sm"
          label="Link"
          value={link}
          readOnly
          flex={1}
          onFocus={(event) => event.currentTarget.select()}
        />
        <CopyButton value={link}>
          {({ copied, copy }) => (
            <Button variant="filled" onClick={copy}>
              {copied ? 'Copied' : 'Copy'}
            </Button>
          )}
        </CopyButton>
      </Group>
    </Stack>
  );
};
