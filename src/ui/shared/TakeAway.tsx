'use client';

import { IconDownload } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { memo } from 'react';
import { Drop } from './Drop';
import classes from './TakeAway.module.css';
import type { TakeAwayProps } from './TakeAwayPanel';

const TakeAwayPanel = dynamic(() => import('./TakeAwayPanel'), { loading: () => <p>Loading</p> });

const FACE = (
  <>
    <IconDownload size={16} aria-hidden="true" /> Take away the click
  </>
);

/** The click to take away. */
export const TakeAway = memo((props: TakeAwayProps) => (
  <Drop face={FACE} buttonClass={classes.open}>
    <TakeAwayPanel {...props} />
  </Drop>
));
