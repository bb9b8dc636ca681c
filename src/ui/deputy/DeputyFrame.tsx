'use client';

import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { CommandProvider } from '../shared/commands';
import { Notices } from '../shared/Notices';
import { TransportBar, TransportProvider } from '../transport';

/** What stands around what a deputy sees: the transport, and its keys. */
export const DeputyFrame = ({ children }: { readonly children: ReactNode }) => {
  const path = usePathname();
  return (
    <CommandProvider>
      <Notices />
      <TransportProvider>
        <main>{children}</main>
        <div hidden={path === '/deputy' || path.endsWith('/stage')}>
          <TransportBar />
        </div>
      </TransportProvider>
    </CommandProvider>
  );
};
