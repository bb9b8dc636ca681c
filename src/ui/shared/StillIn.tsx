'use client';

import { Button, Stack, Text, Title } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useState } from 'react';
import { type BandNews, useBandNews } from '../document';
import { call } from './call';

type Props = {
  readonly band: { readonly slug: string; readonly name: string };
  readonly children: ReactNode;
};

/**
 * What is within, for as long as whoever looks at it is signed in and in the band: a page that was left
 * open stops soon after.
 */
export const StillIn = ({ band, children }: Props) => {
  const router = useRouter();
  const [over, setOver] = useState<string>();
  const hear = useCallback(
    async (news: BandNews) => {
      if (news.kind !== 'over') return;
      const asked = await call('GET', `/api/bands/${band.slug}/revisions`);
      if (asked.ok) return router.refresh();
      if (asked.code === 'signed-out') setOver('You are signed out here.');
      if (asked.code === 'not-found')
        setOver(`You are not in ${band.name} any more, or it is no longer there.`);
    },
    [band.slug, band.name, router],
  );
  useBandNews(hear);
  if (over === undefined) return children;
  return (
    <Stack component="main" align="start" p="xl">
      <Title order={1}>This page has stopped</Title>
      <Text role="alert">
        {over} What you had typed and was not saved yet is still on this device.
      </Text>
      <Button component="a" href="/" variant="filled">
        To the first page
      </Button>
    </Stack>
  );
};
