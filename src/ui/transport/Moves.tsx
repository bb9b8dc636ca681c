'use client';

import { ActionIcon } from '@mantine/core';
import {
  IconDoorExit,
  IconPlayerPauseFilled,
  IconPlayerPlay,
  IconPlayerSkipBackFilled,
  IconPlayerSkipForwardFilled,
  IconPlayerTrackNextFilled,
  IconPlayerTrackPrevFilled,
  IconRepeat,
} from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { useCommands } from '../shared/commands';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

/** What a rehearsal asks for while it plays, each with its key; only there while something plays. */
const Moves = () => {
  const { looping, waits, plays, move, toggleLoop, toggleWait } = useTransport();
  const inSet = (plays?.program.songs.length ?? 0) > 1;
  const moves: readonly Move[] = [
    {
      id: 'again',
      label: 'Again from the top of this section',
      keys: 'Backspace',
      icon: <IconPlayerSkipBackFilled size={18} />,
      run: () => move('again'),
    },
    {
      id: 'on',
      label: 'On to the next section at the bar line',
      keys: 'N',
      icon: <IconPlayerSkipForwardFilled size={18} />,
      run: () => move('on'),
    },
    {
      id: 'leave',
      label: 'Leave the vamp at the end of this time',
      keys: 'L',
      icon: <IconDoorExit size={18} />,
      run: () => move('leave'),
    },
    {
      id: 'loop',
      label: looping ? `Stop looping ${looping}` : 'Loop this section, a bar before and after',
      keys: 'O',
      icon: <IconRepeat size={18} />,
      on: looping !== undefined,
      run: toggleLoop,
    },
    {
      id: 'wait',
      label: waits ? 'Go on' : 'Wait at the bar line',
      keys: 'P',
      icon: waits ? <IconPlayerPlay size={18} /> : <IconPlayerPauseFilled size={18} />,
      on: waits,
      run: toggleWait,
    },
    ...(inSet
      ? [
          {
            id: 'previous-song',
            label: 'This song from its count, or the one before',
            keys: 'Shift+Backspace',
            icon: <IconPlayerTrackPrevFilled size={18} />,
            run: () => move('previous-song'),
          },
          {
            id: 'next-song',
            label: 'The next song',
            keys: 'Shift+N',
            icon: <IconPlayerTrackNextFilled size={18} />,
            run: () => move('next-song'),
          },
        ]
      : []),
  ];
  useCommands(
    moves.map(({ id, label, keys, run }) => ({
      id,
      label: `While it plays: ${label.charAt(0).toLowerCase()}${label.slice(1)}`,
      keys,
      run: () => void run(),
    })),
  );
  return (
    <fieldset className={classes.moves} aria-label="While it plays">
      {moves.map(({ id, label, keys, icon, on, run }) => (
        <ActionIcon
          key={id}
          size={40}
          color={on ? 'ember' : 'gray'}
          aria-label={label}
          title={`${label} (${keys})`}
          aria-pressed={on}
          onClick={() => void run()}
        >
          {icon}
        </ActionIcon>
      ))}
    </fieldset>
  );
};

type Move = {
  readonly id: string;
  readonly label: string;
  readonly keys: string;
  readonly icon: ReactNode;
  /** Whether it goes on, for those that do. */
  readonly on?: boolean;
  readonly run: () => unknown;
};

export default Moves;
