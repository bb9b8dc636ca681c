'use client';

import { IconDeviceTablet } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useCommands } from '../shared/commands';
import { HeadLink } from '../shared/HeadLink';

/** Leads to the stage view, also by its key. */
export const StageLink = ({ href }: { readonly href: string }) => {
  const router = useRouter();
  useCommands([
    { id: 'stage', label: 'Open the stage view', keys: 'S', run: () => router.push(href) },
  ]);
  return (
    <HeadLink
      href={href}
      label="Stage"
      title="Stage view (S)"
      icon={<IconDeviceTablet size={17} aria-hidden="true" />}
    />
  );
};
