'use client';

import { Button, Group, Text } from '@mantine/core';
import type { HeardSoFar, Listener } from '@/audio/listener';

type Props = { readonly heard: HeardSoFar; readonly listener: Listener };

/** Which beat was found, and how to ask for another. */
export const BeatLine = ({ heard, listener }: Props) => {
  const period = middleOf(heard.beats.map(({ time }) => time));
  return (
    <Group gap="sm">
      <Text role="status">{beatWords(period, heard.taps.length, heard.isBusy)}</Text>
      {period !== undefined && (
        <Button.Group>
          <Button size="compact-sm" variant="default" onClick={() => listener.setBeat(period * 2)}>
            Half as fast
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => listener.setBeat(period / 2)}>
            Twice as fast
          </Button>
        </Button.Group>
      )}
      {heard.taps.length > 0 && (
        <Button size="compact-sm" variant="default" onClick={listener.forgetTaps}>
          Forget the taps
        </Button>
      )}
    </Group>
  );
};

/** A beat that is tapped is looked for by so many taps at least. */
const FEWEST_TAPS = 4;

const middleOf = (times: readonly number[]): number | undefined => {
  const gaps = times.slice(1).map((time, index) => time - times[index]!);
  return gaps.sort((a, b) => a - b)[gaps.length >> 1];
};

const beatWords = (period: number | undefined, taps: number, isBusy: boolean): string => {
  if (isBusy) return 'Looking for the beat.';
  if (period === undefined) return 'No beat was found. Tap it with T while it plays.';
  const by =
    taps >= FEWEST_TAPS ? `by your ${taps} taps` : 'not tapped: T while it plays makes it surer';
  return `${(60 / period).toFixed(1)} beats a minute, ${by}.`;
};
