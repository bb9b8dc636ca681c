'use client';

import '@mantine/notifications/styles.css';
import dynamic from 'next/dynamic';
import { useSyncExternalStore } from 'react';
import { toldSomething } from './tell';

const Notifications = dynamic(
  () => import('@mantine/notifications').then((library) => library.Notifications),
  { ssr: false },
);

/** Where the page says what was done; there from the first time that something is said. */
export const Notices = () =>
  useSyncExternalStore(toldSomething.subscribe, toldSomething.read, () => false) ? (
    <Notifications position="top-center" />
  ) : null;
