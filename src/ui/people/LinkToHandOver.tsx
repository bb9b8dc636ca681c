'use client';

import { Stack } from '@mantine/core';
import { CopyField } from '../shared/CopyField';
import { QrCode } from './QrCode';

/** A link to send or to show: as text, and as a code that a phone reads off the screen. */
export const LinkToHandOver = ({ path }: { readonly path: string }) => {
  const link = `${window.location.origin}${path}`;
  return (
    <Stack align="center">
      <QrCode text={link} />
      <CopyField label="Link" value={link} />
    </Stack>
  );
};
