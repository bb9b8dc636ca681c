'use client';

import { Button } from '@mantine/core';
import { IconArchive } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useCommands } from '../shared/commands';
import { orNothing } from '../shared/orNothing';

const RemovedList = dynamic(() => orNothing(import('./RemovedList')), { ssr: false });

type Props = { readonly band: string; readonly mayEdit: boolean };

/** Leads to what is archived or deleted. */
export const RemovedButton = ({ band, mayEdit }: Props) => {
  const [open, setOpen] = useState(false);
  useCommands([
    { id: 'removed', label: 'Show what is archived or deleted', run: () => setOpen(true) },
  ]);
  return (
    <>
      <Button
        variant="subtle"
        size="xs"
        leftSection={<IconArchive size={16} />}
        onClick={() => setOpen(true)}
      >
        Archived and deleted
      </Button>
      {open && <RemovedList band={band} mayEdit={mayEdit} onClose={() => setOpen(false)} />}
    </>
  );
};
