'use client';

import { Button, Group, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { seconds } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { placeInSong, secondsAt } from '@/core/song/timeline';
import { useTransport } from './TransportProvider';

/** A place of the song: its bar by number, repeats counted each time, or a time. */
const BarForm = ({ onDone }: { readonly onDone: () => void }) => {
  const { page, playFrom } = useTransport();
  const [typed, setTyped] = useState('');
  const song = page && songAt(page.program, page.from ?? seconds(0))?.song;
  if (!song) return null;
  const { timeline, barOne, title } = song;
  const place = placeInSong(timeline, typed);
  const [first, last] = [timeline.bars[0]?.played ?? 1, timeline.bars.at(-1)?.played ?? 1];
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!place.ok) return;
        onDone();
        playFrom(seconds(barOne + secondsAt(timeline.tempo, place.value)));
      }}
    >
      <Group align="end" gap="xs">
        <TextInput
          data-autofocus
          autoFocus
          label="Bar"
          placeholder="36.2&"
          w={110}
          value={typed}
          onChange={({ currentTarget }) => setTyped(currentTarget.value)}
        />
        <Button type="submit" variant="filled" size="xs" disabled={!place.ok}>
          Play
        </Button>
      </Group>
      <Text size="sm" c="dimmed" mt="xs" maw={260}>
        {typed === '' || place.ok
          ? `${first} to ${last}, repeats counted each time; or a time like 1:12`
          : `${title}: ${place.problem.message}`}
      </Text>
    </form>
  );
};

export default BarForm;
