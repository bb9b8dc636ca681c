'use client';

import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import { fail, type Result, sentence } from '@/core/base/result';
import { notice, tell } from '../shared/tell';
import { howFarWords, share } from './howFar';
import { type Coming, type Received, receive } from './receive';
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
  const received = await inProgress(what, href, undefined);
  if (received === 'cancelled') return;
  if (!received.ok) void tell({ words: `${what}: ${sentence(received.problem)}`, wrong: true });
  else if (received.value) save(received.value.name, received.value.blob);
};

/** Puts a band's file in, all of it or nothing, likewise. */
export const putIn = (href: string, text: string, what: string) => inProgress(what, href, { text });

const inProgress = async (
  what: string,
  href: string,
  body: unknown,
): Promise<Result<Received | undefined> | 'cancelled'> => {
  const gone = new AbortController();
  const view = await notice(<HowFar what={what} onCancel={() => gone.abort()} />);
  let saidAt = 0;
  const onProgress = (coming: Coming) => {
    if (coming.kind === 'made' && coming.bytes > LARGE) {
      gone.abort();
      follow(href);
    }
    if (MANY.has(coming.kind) && performance.now() - saidAt < OFTEN) return;
    saidAt = performance.now();
    view.update(<HowFar what={what} coming={coming} onCancel={() => gone.abort()} />);
  };
  try {
    return await receive(href, body, gone.signal, onProgress);
  } catch {
    return gone.signal.aborted
      ? 'cancelled'
      : fail('unavailable', '', 'The server does not answer. Please try again.');
  } finally {
    view.hide();
  }
};

/** What is told again and again. */
const MANY: ReadonlySet<Coming['kind']> = new Set(['coming', 'put']);

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
      value={100 * (share(coming) ?? 1)}
      animated={share(coming) === undefined}
    />
  </Stack>
);
