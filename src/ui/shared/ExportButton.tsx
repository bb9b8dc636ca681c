'use client';

import { IconDownload } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { memo } from 'react';
import { Drop } from './Drop';
import classes from './Export.module.css';
import type { ExportProps } from './ExportPanel';

const ExportPanel = dynamic(() => import('./ExportPanel'), { loading: () => <p>Loading</p> });

const FACE = (
  <>
    <IconDownload size={16} aria-hidden="true" /> Export
  </>
);

/** Opens the panel of exports. */
export const ExportButton = memo((props: ExportProps) => (
  <Drop face={FACE} buttonClass={classes.open}>
    <ExportPanel {...props} />
  </Drop>
));
