'use client';

import { Stack } from '@mantine/core';
import { CopyField } from '../shared/CopyField';
import { QrCode } from './QrCode';
import { SendByMail } from './SendByMail';

/** What a link opens, and by which page. */
const PAGES = { invitation: '/join', deputy: '/deputy', passphrase: '/recover' } as const;

export type LinkProps = {
  readonly kind: keyof typeof PAGES;
  readonly token: string;
};

/** A link to send or to show: as text, as a code that a phone reads off the screen, and by mail. */
export const LinkToHandOver = ({ kind, token }: LinkProps) => {
  const link = `${window.location.origin}${PAGES[kind]}#${token}`;
  return (
    <Stack align="center">
      <QrCode text={link} />
      <CopyField label="Link" value={link} />
      <SendByMail kind={kind} token={token} />
    </Stack>
  );
};
