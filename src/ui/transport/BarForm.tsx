'use client';

import { Button, Group, NumberInput, Text } from '@mantine/core';
import { useState } from 'react';
import { seconds } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { barNumbered } from '@/core/song/timeline';
import { useTransport } from './TransportProvider';

/** A bar by its number, repeats counted each time. */
const BarForm = ({ onDone }: { readonly onDone: () => void }) => {
  const { page, playFrom } = useTransport();
  const [bar, setBar] = useState('');
  const song = page && songAt(page.program, page.from ?? seconds(0))?.song;
  if (!song) return null;
  const chosen = barNumbered(song.timeline, Number(bar));
  const numbers = song.timeline.bars.map(({ played }) => played);
  const [first = 1, last = 1] = [numbers[0], numbers.at(-1)];
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!chosen) return;
        onDone();
        playFrom(seconds(song.barOne + chosen.startSeconds));
      }}
    >
      <Group align="end" gap="xs">
        <NumberInput
          data-autofocus
          autoFocus
          label="Bar"
          w={100}
          min={first}
          max={last}
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
          ? `${song.title} has bars ${first} to ${last}, repeats counted each time.`
          : `${first} to ${last}, repeats counted each time`}
      </Text>
    </form>
  );
};

export default BarForm;
