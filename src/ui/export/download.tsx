'use client';

import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import { sentence } from '@/core/base/result';
import { notice, tell } from '../shared/tell';
import { type Coming, receive } from './receive';
import { follow, save } from './save';

/** A file of more bytes is left to the browser's own download, which writes to the disk as it comes. */
const LARGE = 256 << 20;

/** How often it is said how far a file is (ms). */
const OFTEN = 250;

/**
 * Fetches a file while the page goes on being used. How far it is, and why there is none, is said at
 * the edge of the page; there it can be cancelled.
 *
 * @param what as it is called on the page
 */
export const download = async (href: string, what: string): Promise<void> => {
  const gone = new AbortController();
  const view = await notice(<HowFar what={what} onCancel={() => gone.abort()} />);
  let saidAt = 0;
  const onProgress = (coming: Coming) => {
    if (coming.kind === 'made' && coming.bytes > LARGE) {
      gone.abort();
      follow(href);
    }
    if (coming.kind === 'coming' && performance.now() - saidAt < OFTEN) return;
    saidAt = performance.now();
    view.update(<HowFar what={what} coming={coming} onCancel={() => gone.abort()} />);
  };
  try {
    const received = await receive(href, gone.signal, onProgress);
    if (received.ok) save(received.value.name, received.value.blob);
    else void tell({ words: `${what}: ${sentence(received.problem)}`, wrong: true });
  } catch {
    if (!gone.signal.aborted)
      void tell({ words: `${what}: the server does not answer. Please try again.`, wrong: true });
  } finally {
    view.hide();
  }
};

type Props = { readonly what: string; readonly coming?: Coming; readonly onCancel: () => void };

const HowFar = ({ what, coming, onCancel }: Props) => (
  <Stack gap={6}>
    <Group justify="space-between" wrap="nowrap">
      <Text size="sm" role="status">
        {what}: {howFarWords(coming)}
      </Text>
      <Button size="compact-sm" onClick={onCancel}>
        Cancel
      </Button>
    </Group>
    <Progress
      aria-label={what}
      value={coming?.kind === 'coming' ? (100 * coming.received) / coming.bytes : 100}
      animated={coming?.kind !== 'coming'}
    />
  </Stack>
);

/**
 * How far a file is.
 *
 * @example howFarWords({ kind: 'waiting', before: 2, seconds: 9 }) // => '2 files before it, about 9 s'
 */
export const howFarWords = (coming: Coming | undefined): string => {
  switch (coming?.kind) {
    case undefined:
      return 'asked for';
    case 'waiting':
      return `${coming.before === 0 ? 'next' : coming.before === 1 ? '1 file before it' : `${coming.before} files before it`}, about ${coming.seconds} s`;
    case 'begun':
      return 'being made';
    case 'made':
      return `being made, ${megabytes(coming.bytes)} MB`;
    case 'coming':
      return `${megabytes(coming.received)} of ${megabytes(coming.bytes)} MB, about ${coming.seconds} s more`;
  }
};

const megabytes = (bytes: number): string => (bytes / 1e6).toFixed(1);
