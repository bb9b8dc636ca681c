'use client';

import '@mantine/notifications/styles.css';
import dynamic from 'next/dynamic';
import { useSyncExternalStore } from 'react';
import { notices, toldSomething } from './tell';

const Notifications = dynamic(() => notices().then((library) => library.Notifications), {
  ssr: false,
});

/** Where the page says what was done; there from the first time that something is said. */
export const Notices = () =>
  useSyncExternalStore(toldSomething.subscribe, toldSomething.read, () => false) ? (
    <Notifications position="top-center" />
  ) : null;
