'use client';

import dynamic from 'next/dynamic';
import { useRef } from 'react';
import { Drop } from '../menus';
import { useCommands } from '../shared/commands';
import { orNothing } from '../shared/orNothing';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

const BarForm = dynamic(() => orNothing(import('./BarForm')), { ssr: false });

/** Plays from a bar by its number. */
export const FromBar = () => {
  const { page } = useTransport();
  const place = useRef<HTMLSpanElement>(null);
  useCommands([
    {
      id: 'from-bar',
      label: 'Play from a bar',
      keys: 'B',
      run: () => place.current?.querySelector('button')?.click(),
    },
  ]);
  if (!page || page.program.songs.length === 0) return null;
  return (
    <span ref={place} className={classes.fromBar}>
      <Drop face="From bar" label="Play from a bar (B)" position="top-start" variant="default">
        {(close) => <BarForm onDone={close} />}
      </Drop>
    </span>
  );
};
