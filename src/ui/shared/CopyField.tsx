'use client';

import { Button, CopyButton, Group, TextInput } from '@mantine/core';

type Props = { readonly label: string; readonly value: string };

/** A text to be copied by a press, or by hand. */
export const CopyField = ({ label, value }: Props) => (
  <Group w="100%" align="end" gap="sm" wrap="nowrap">
    <TextInput
      size="sm"
      label={label}
      value={value}
      readOnly
      flex={1}
      onFocus={(event) => event.currentTarget.select()}
    />
    <CopyButton value={value}>
      {({ copied, copy }) => (
        <Button variant="filled" onClick={copy}>
          {copied ? 'Copied' : 'Copy'}
        </Button>
      )}
    </CopyButton>
  </Group>
);
