'use client';

import { useMemo } from 'react';
import { waitsOf } from '@/core/set';
import { useCommands } from '../shared/commands';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

/** Whether vamps go round and holds wait until somebody gives the cue; shown where there are any. */
export const Live = () => {
  const { loaded, live, toggleLive } = useTransport();
  const program = loaded?.program;
  const waits = useMemo(() => {
    const { vamps, holds } = program ? waitsOf(program) : { vamps: [], holds: [] };
    return vamps.length + holds.length > 0;
  }, [program]);
  useCommands([
    { id: 'live', label: 'Live: vamps and holds wait for their cue', keys: 'I', run: toggleLive },
  ]);
  if (!waits) return null;
  return (
    <button
      type="button"
      className={classes.live}
      aria-pressed={live}
      title="Live: vamps go round until L, holds wait until P (I)"
      onClick={toggleLive}
    >
      Live
    </button>
  );
};
