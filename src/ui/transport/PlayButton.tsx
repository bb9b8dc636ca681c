'use client';

import { Button } from '@mantine/core';
import { IconPlayerPlayFilled, IconPlayerStopFilled } from '@tabler/icons-react';

type Props = {
  readonly runs: boolean;
  /** What it is called while nothing plays. */
  readonly label: string;
  readonly onToggle: () => void;
};

/** Plays and stops, large enough for a stick in the hand. */
export const PlayButton = ({ runs, label, onToggle }: Props) => {
  const Icon = runs ? IconPlayerStopFilled : IconPlayerPlayFilled;
  return (
    <Button size="lg" onClick={onToggle} leftSection={<Icon size={20} aria-hidden="true" />}>
      {runs ? 'Stop' : label}
    </Button>
  );
};
