'use client';

import { Button, Group, NumberInput, Text } from '@mantine/core';
import { useState } from 'react';
import { seconds } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { useTransport } from './TransportProvider';

/** A bar by its number, repeats counted each time. */
const BarForm = ({ onDone }: { readonly onDone: () => void }) => {
  const { page, playFrom } = useTransport();
  const [bar, setBar] = useState('');
  const song = page && songAt(page.program, page.from ?? seconds(0))?.song;
  const bars = song?.timeline.bars ?? [];
  const chosen = bars[Number(bar) - 1];
  if (!song) return null;
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
  );
};

export default BarForm;
