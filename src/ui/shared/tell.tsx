'use client';

import { Button, Group, Text } from '@mantine/core';
import type { ReactNode } from 'react';
import type { Called } from './call';

type Told = {
  readonly words: string;
  /** Something was refused. */
  readonly wrong?: boolean;
  /** Takes back what was done. */
  readonly undo?: () => void;
};

let told = false;
const listeners = new Set<() => void>();

/** Whether anything was said since the page was opened. */
export const toldSomething = {
  read: () => told,
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

/** So long one has to take it back from here, in milliseconds. */
const LONG = 12_000;
const SHORT = 5000;

/** What says it; fetched when something is said for the first time. */
export const notices = () => import('@mantine/notifications');

/** Fetches what it takes to say something, where it may have to be said without a network. */
export const beReadyToTell = (): void => {
  void notices().catch(() => undefined);
};

/** Says what a call to the server has done, or why it has not. */
export const tellCalled = (called: Called<unknown>, words: string): Promise<void> =>
  tell(called.ok ? { words } : { words: called.sentence, wrong: true });

/** Opens what the page says at its edge. */
const opened = async () => {
  told = true;
  for (const listener of listeners) listener();
  return (await notices()).notifications;
};

/** Something that is said at the edge of the page for as long as it goes on. */
export const notice = async (message: ReactNode) => {
  const notifications = await opened();
  const id = notifications.show({
    message,
    color: 'gray',
    // What goes on is no alarm: its own text says when it is a status.
    role: 'group',
    autoClose: false,
    withCloseButton: false,
  });
  return {
    update: (next: ReactNode) => void notifications.update({ id, message: next }),
    hide: () => void notifications.hide(id),
  };
};

/** Says what was done, at the edge of the page. */
export const tell = async ({ words, wrong = false, undo }: Told): Promise<void> => {
  const notifications = await opened();
  const id = notifications.show({
    autoClose: undo || wrong ? LONG : SHORT,
    color: wrong ? 'ember' : 'gray',
    role: wrong ? 'alert' : 'status',
    message: (
      <Group justify="space-between" wrap="nowrap">
        <Text size="sm">{words}</Text>
        {undo && (
          <Button
            size="compact-sm"
            onClick={() => {
              notifications.hide(id);
              undo();
            }}
          >
            Undo
          </Button>
        )}
      </Group>
    ),
  });
};
