'use client';

import { Button, Group, Text } from '@mantine/core';
import { exactClock } from '@/core/music/time';
import { setStart } from '@/core/song/editing';
import { useSong } from '../SongContext';
import classes from './Recording.module.css';

/** Nudges (ms) of the click against the recording. */
const NUDGES = [-100, -10, 10, 100] as const;

/** Where bar 1 is, moved by ear while the click plays with the recording. */
export const BarOne = () => {
  const { map, edit } = useSong();
  const { recording } = map.start;
  const nudge = (by: number) =>
    void edit(setStart('recording', Math.max(0, Math.round(recording * 1000 + by) / 1000)));
  return (
    <Group gap={6}>
      <Text size="sm" className={classes.quiet}>
        Bar 1 is at {exactClock(recording)}; the click comes
      </Text>
      {NUDGES.map((by) => (
        <Button key={by} size="compact-sm" variant="default" onClick={() => nudge(by)}>
          {Math.abs(by)} ms {by < 0 ? 'earlier' : 'later'}
        </Button>
      ))}
    </Group>
  );
};
