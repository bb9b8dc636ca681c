'use client';

import { Button } from '@mantine/core';
import { IconFlag } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { orNothing } from '../shared/orNothing';
import { useFlags } from './flags';

const FlagTable = dynamic(() => orNothing(import('./FlagTable')), { ssr: false });

/** What was flagged while it was played, to be gone through afterwards; nothing where nothing was. */
export const FlagList = ({ of }: { readonly of: string }) => {
  const { put: _, ...flags } = useFlags(of);
  const [open, setOpen] = useState(false);
  const count = flags.flags.length;
  if (count === 0) return null;
  return (
    <>
      <Button size="xs" leftSection={<IconFlag size={16} />} onClick={() => setOpen(true)}>
        {count === 1 ? '1 flag' : `${count} flags`}
      </Button>
      {open && <FlagTable {...flags} onClose={() => setOpen(false)} />}
    </>
  );
};
