'use client';

import { Button, Group, Text } from '@mantine/core';
import type { HeardSoFar, Listener } from '@/audio/listener';
import { isGuess, unsureStretches } from '@/core/listening';
import { clock } from '@/core/music/time';
import { forgetTaps } from '@/core/song/editing';
import { useSong } from '../SongContext';

type Props = {
  readonly heard: HeardSoFar;
  readonly taps: readonly number[];
  readonly listener: Listener;
  readonly onPlay: (time: number) => void;
};

/** So long (s) before a place that is not sure it is played from. */
const BEFORE = 1;
/** More than so many such places are not told one by one. */
const MOST_PLACES = 3;

/** Which beat was found, how to ask for another, and where it is a guess. */
export const BeatLine = ({ heard, taps, listener, onPlay }: Props) => {
  const { map, edit, mayEdit } = useSong();
  const period = middleOf(heard.beats.map(({ time }) => time));
  const unsure = heard.isBusy ? [] : unsureStretches(heard.beats, taps);
  return (
    <>
      <Group gap="sm">
        <Text role="status">{beatWords(period, taps.length, heard)}</Text>
        {period !== undefined && (
          <Button.Group>
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => listener.setBeat(period * 2)}
            >
              Half as fast
            </Button>
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => listener.setBeat(period / 2)}
            >
              Twice as fast
            </Button>
          </Button.Group>
        )}
        {mayEdit && taps.length > 0 && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => {
              listener.setBeat(undefined);
              edit(forgetTaps(map));
            }}
          >
            Forget the taps
          </Button>
        )}
      </Group>
      {unsure.slice(0, MOST_PLACES).map(({ from, to }) => (
        <Group key={from} gap="sm">
          <Text size="sm">
            From {clock(from)} to {clock(to)} no beat is heard, so what follows may be off: tap four
            beats there with T.
          </Text>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => onPlay(Math.max(0, to - BEFORE))}
          >
            Play
          </Button>
        </Group>
      ))}
      {unsure.length > MOST_PLACES && (
        <Text size="sm">And {unsure.length - MOST_PLACES} more places like that.</Text>
      )}
    </>
  );
};

/** A beat that is tapped is looked for by so many taps at least. */
const FEWEST_TAPS = 4;

const middleOf = (times: readonly number[]): number | undefined => {
  const gaps = times.slice(1).map((time, index) => time - times[index]!);
  return gaps.sort((a, b) => a - b)[gaps.length >> 1];
};

const beatWords = (
  period: number | undefined,
  taps: number,
  { beats, isBusy }: HeardSoFar,
): string => {
  if (isBusy) return 'Looking for the beat.';
  if (period === undefined) return 'No beat was found. Tap it with T while it plays.';
  const by =
    taps >= FEWEST_TAPS
      ? `by your ${taps} taps`
      : isGuess(beats)
        ? 'which is a guess, as there may be no beat in it: tap it with T while it plays'
        : 'not tapped: T while it plays makes it surer';
  return `${(60 / period).toFixed(1)} beats a minute, ${by}.`;
};
