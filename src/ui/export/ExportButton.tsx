'use client';

import { Button } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { memo, useState } from 'react';
import { orNothing } from '../shared/orNothing';
import type { ExportProps } from './ExportPanel';

const ExportPanel = dynamic(() => orNothing(import('./ExportPanel')), { ssr: false });

/** Opens what there is to export. */
export const ExportButton = memo((props: ExportProps) => {
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Button
        variant="filled"
        size="xs"
        leftSection={<IconDownload size={16} aria-hidden="true" />}
        onClick={() => setOpened(true)}
      >
        Export
      </Button>
      {opened && <ExportPanel {...props} onClose={() => setOpened(false)} />}
    </>
  );
});
