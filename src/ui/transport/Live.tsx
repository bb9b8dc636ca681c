'use client';

import { Button } from '@mantine/core';
import { useMemo } from 'react';
import { pausesOf } from '@/core/playing/transport';
import { useCommands } from '../shared/commands';
import { useTransport } from './TransportProvider';

/** Whether vamps go round and fermatas wait until somebody gives the cue; shown where there are any. */
export const Live = () => {
  const { page, plays, live, toggleLive } = useTransport();
  const program = (plays ?? page)?.program;
  const waits = useMemo(() => program !== undefined && pausesOf(program).length > 0, [program]);
  useCommands([
    {
      id: 'live',
      label: 'Live: vamps and fermatas wait for their cue',
      keys: 'I',
      run: toggleLive,
    },
  ]);
  if (!waits) return null;
  return (
    <Button
      size="xs"
      variant={live ? 'light' : 'default'}
      aria-pressed={live}
      title="Live: vamps go round until L, fermatas wait until P (I)"
      onClick={toggleLive}
    >
      Live
    </Button>
  );
};
