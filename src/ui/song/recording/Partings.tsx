'use client';

import { Button, Group, List, Text } from '@mantine/core';
import { useMemo } from 'react';
import type { HeardSoFar } from '@/audio/listener';
import { type Expected, type Parting, partingsOf } from '@/core/listening';
import { TICKS_PER_QUARTER } from '@/core/music/time';
import { setStart, type Tapped, tappedInBar } from '@/core/song/editing';
import type { Timeline } from '@/core/song/timeline';
import { useSong } from '../SongContext';
import { partingWords } from './partingWords';

type Props = {
  readonly heard: HeardSoFar;
  readonly tapped: Tapped;
  readonly onPlay: (time: number) => void;
};

/** So long (s) before a place it is played from. */
const BEFORE = 2;

/** Where the map and the recording part, each with its likeliest reason. */
export const Partings = ({ heard, tapped, onPlay }: Props) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const { recording } = map.start;
  const stretches = useMemo(
    () =>
      timeline.passages.map((passage, index): Expected => {
        const { section, name, pass, bars, meter, ticks, seconds, firstPlayed } = passage;
        const beats = ticks / (tapped.quarters * TICKS_PER_QUARTER);
        const held = timeline.fermatas
          .filter((one) => one.passage === index)
          .reduce((sum, one) => sum + one.seconds, 0);
        const marked = pass === 1 ? map.sections[section]?.inRecording : null;
        return {
          name,
          bar: firstPlayed,
          bars,
          beats,
          beatsInBar: tappedInBar(meter, tapped),
          beat: (seconds - held) / beats,
          marked: marked ?? undefined,
          goesOn: timeline.passages[index - 1]?.name === name,
        };
      }),
    [timeline, map.sections, tapped],
  );
  const partings = useMemo(
    () =>
      partingsOf(
        stretches,
        recording,
        heard.beats,
        heard.first,
        heard.form.map(({ from }) => from),
      ),
    [stretches, recording, heard.beats, heard.first, heard.form],
  );
  if (heard.isBusy || heard.beats.length < 2 || stretches.length === 0) return null;
  return (
    <section aria-label="The map beside the recording">
      <Text fw={600}>The map beside the recording</Text>
      {partings.length === 0 ? (
        <Text size="sm">They agree, as far as can be heard.</Text>
      ) : (
        <List listStyleType="none">
          {partings.map((parting) => {
            const time = timeOf(parting, timeline, recording);
            return (
              <List.Item key={JSON.stringify(parting)}>
                <Group gap={8} py={3}>
                  <Text>{partingWords(parting)}</Text>
                  {time !== undefined && (
                    <Button
                      size="compact-sm"
                      variant="default"
                      onClick={() => onPlay(Math.max(0, time - BEFORE))}
                    >
                      Play
                    </Button>
                  )}
                  {mayEdit && parting.kind === 'offset' && (
                    <Button
                      size="compact-sm"
                      variant="default"
                      onClick={() => void edit(setStart('recording', onBeat(recording, parting)))}
                    >
                      Move bar 1 to the beat
                    </Button>
                  )}
                </Group>
              </List.Item>
            );
          })}
        </List>
      )}
    </section>
  );
};

/** Where it is heard by the map, in seconds of the recording. */
const timeOf = (
  parting: Parting,
  { passages, seconds }: Timeline,
  recording: number,
): number | undefined => {
  if (parting.kind === 'offset') return recording;
  if (parting.kind === 'end') return recording + seconds;
  const found = passages.find(({ firstPlayed }) => firstPlayed === parting.bar);
  return found && recording + found.startSeconds;
};

const onBeat = (recording: number, { by }: { readonly by: number }): number =>
  Math.max(0, Math.round((recording + by) * 1000) / 1000);
