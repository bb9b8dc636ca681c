'use client';

import { Button, Group, List, Text } from '@mantine/core';
import { useMemo } from 'react';
import { exactClock, seconds } from '@/core/music/time';
import { settleCheck, toCheck } from '@/core/song/editing';
import { useControls } from '../../transport';
import { useSong } from '../SongContext';

/** So long (s) before a place it is played from. */
const LEAD = 4;
/** It is slowed down by so much at a time. */
const SLOWER = 0.1;

type Props = {
  /** Where the recording begins in what is played, in seconds. */
  readonly start: number;
  readonly onPlay: (time: number) => void;
};

/** What is still to be checked by ear: played from a little before, or settled. */
export const Checks = ({ start, onPlay }: Props) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const { playLoop, setRate, state } = useControls();
  const places = useMemo(() => toCheck(map, timeline), [map, timeline]);
  if (places.length === 0) return null;
  /** The bar of a place with the bar before and the bar after, over and over. */
  const loop = (bar: number, name: string) => {
    const at = timeline.bars.findIndex(({ played }) => played === bar);
    const from = timeline.bars[Math.max(0, at - 1)]!.startSeconds;
    const to = timeline.bars[at + 2]?.startSeconds ?? timeline.seconds;
    const barOne = start + map.start.recording;
    playLoop({ from: seconds(barOne + from), to: seconds(barOne + to), name });
  };
  return (
    <div>
      <Text fw={600}>To be checked by ear</Text>
      <List listStyleType="none">
        {places.map(({ cue, section, words, bar, time }) => (
          <List.Item key={cue}>
            <Group gap={8} py={3}>
              <Text>
                {exactClock(Math.round(time * 10) / 10)}, bar {bar}, {section}: {words}
              </Text>
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => onPlay(Math.max(0, time - LEAD))}
              >
                Play
              </Button>
              <Button size="compact-sm" variant="default" onClick={() => loop(bar, `bar ${bar}`)}>
                Loop
              </Button>
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => setRate(state().rate - SLOWER)}
              >
                Slower
              </Button>
              {mayEdit && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => void edit(settleCheck(map, cue))}
                >
                  Settled
                </Button>
              )}
            </Group>
          </List.Item>
        ))}
      </List>
    </div>
  );
};
