'use client';

import { Button, Group, NumberInput, Text } from '@mantine/core';
import { useRef, useState } from 'react';
import { seconds } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { useCommands } from '../shared/commands';
import { Drop } from '../shared/Drop';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

/** Plays from a bar by its number, repeats counted each time. */
export const FromBar = () => {
  const { page, playFrom } = useTransport();
  const [bar, setBar] = useState('');
  const place = useRef<HTMLSpanElement>(null);
  useCommands([
    {
      id: 'from-bar',
      label: 'Play from a bar',
      keys: 'B',
      run: () => place.current?.querySelector('button')?.click(),
    },
  ]);
  const song = page && songAt(page.program, page.from ?? seconds(0))?.song;
  const bars = song?.timeline.bars ?? [];
  const chosen = bars[Number(bar) - 1];
  if (!song) return null;
  return (
    <span ref={place} className={classes.fromBar}>
      <Drop face="From bar" label="Play from a bar (B)" position="top-start" variant="default">
        {(close) => (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (!chosen) return;
              close();
              playFrom(seconds(song.barOne + chosen.startSeconds));
            }}
          >
            <Group align="end" gap="xs">
              <NumberInput
                data-autofocus
                label="Bar"
                w={100}
                min={1}
                max={bars.length}
                clampBehavior="none"
                value={bar}
                onChange={(value) => setBar(String(value))}
              />
              <Button type="submit" variant="filled" size="xs" disabled={!chosen}>
                Play
              </Button>
            </Group>
            <Text size="sm" c="dimmed" mt="xs">
              {bar !== '' && !chosen
                ? `${song.title} has bars 1 to ${bars.length}, repeats counted each time.`
                : `1 to ${bars.length}, repeats counted each time`}
            </Text>
          </form>
        )}
      </Drop>
    </span>
  );
};
