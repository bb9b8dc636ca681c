'use client';

import { Button, Group, List, Text } from '@mantine/core';
import { useMemo } from 'react';
import { exactClock } from '@/core/music/time';
import { settleCheck, toCheck } from '@/core/song/editing';
import { useSong } from '../SongContext';

/** So long (s) before a place it is played from. */
const LEAD = 4;

type Props = { readonly onPlay: (time: number) => void };

/** What is still to be checked by ear: played from a little before, or settled. */
export const Checks = ({ onPlay }: Props) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const places = useMemo(() => toCheck(map, timeline), [map, timeline]);
  if (places.length === 0) return null;
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
