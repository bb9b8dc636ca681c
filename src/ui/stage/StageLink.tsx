'use client';

import { Button } from '@mantine/core';
import { IconDeviceTablet } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCommands } from '../shared/commands';

/** Leads to the stage view, also by its key. */
export const StageLink = ({ href }: { readonly href: string }) => {
  const router = useRouter();
  useCommands([
    { id: 'stage', label: 'Open the stage view', keys: 'S', run: () => router.push(href) },
  ]);
  return (
    <Button
      component={Link}
      href={href}
      size="xs"
      title="Stage view (S)"
      leftSection={<IconDeviceTablet size={16} />}
    >
      Stage
    </Button>
  );
};
