'use client';

import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { CommandProvider } from '../shared/commands';
import { Notices } from '../shared/Notices';
import { TransportBar, TransportProvider } from '../transport';

/** What stands around what a deputy sees: the transport, and its keys. */
export const DeputyFrame = ({ children }: { readonly children: ReactNode }) => {
  const path = usePathname();
  // The door has a frame of its own.
  const atDoor = path === '/deputy';
  const Main = atDoor ? 'div' : 'main';
  return (
    <CommandProvider>
      <Notices />
      <TransportProvider>
        <Main>{children}</Main>
        <div hidden={atDoor || path.endsWith('/stage')}>
          <TransportBar />
        </div>
      </TransportProvider>
    </CommandProvider>
  );
};
