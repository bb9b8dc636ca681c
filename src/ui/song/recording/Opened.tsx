'use client';

import { ActionIcon, Button, Group, Progress, Stack, Text } from '@mantine/core';
import { IconDeviceFloppy, IconTrash, IconX, IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { type Dispatch, type SetStateAction, useEffect, useMemo, useState } from 'react';
import { keepRecording, removeRecording } from '@/audio/recordings';
import { seconds } from '@/core/music/time';
import { markedSections, setStart, tappedInBar } from '@/core/song/editing';
import { useControls } from '../../transport';
import { useSong } from '../SongContext';
import { BarOne } from './BarOne';
import { BeatLine } from './BeatLine';
import { Checks } from './Checks';
import { Copy } from './Copy';
import { Counted } from './Counted';
import { Elsewhere } from './Elsewhere';
import { MarkKeys } from './MarkKeys';
import type { OpenRecording } from './openRecording';
import { Partings } from './Partings';
import { Proposals } from './Proposals';
import { StruckRows } from './StruckRows';
import { useHeard } from './useHeard';
import { useMarking } from './useMarking';
import { Wave } from './Wave';
import { Where } from './Where';

export type OpenedProps = {
  /** The song: each has one recording on a device. */
  readonly song: string;
  readonly recording: OpenRecording;
  /** How long it is beside what is marked, in seconds. */
  readonly seconds: number;
  readonly onRecording: Dispatch<SetStateAction<OpenRecording | undefined>>;
  /** Where the recording begins in what is played, in seconds. */
  readonly start: number;
  /** Where Space plays from, in seconds of the recording. */
  readonly at: number;
  readonly onAt: (time: number) => void;
  /** Is told what a tap of the tempo’s key means here. */
  readonly onTap: (tap: ((milliseconds: number) => void) | undefined) => void;
};

const MOST_PER_SECOND = 800;
/** What is drawn of music that plays elsewhere, in seconds. */
const DRAWN = 180;

/** A recording that is open: seen, marked, counted, and compared with the map. */
export const Opened = (props: OpenedProps) => {
  const { song, recording, onRecording, start, at, onAt, onTap } = props;
  const { map, timeline, mayEdit } = useSong();
  const { playFrom } = useControls();
  const { listener } = recording;
  const here = useHeard(listener);
  const { heard, tapped, taps } = here;
  const marking = useMarking(here, { start, at, onTap });
  const isElsewhere = recording.place === 'elsewhere';
  const [perSecond, setPerSecond] = useState(() =>
    Math.max(2, Math.min(1100, window.innerWidth - 40) / (isElsewhere ? DRAWN : props.seconds)),
  );

  const offset = map.start.recording;
  const marks = useMemo(
    () =>
      Object.values(map.sections).flatMap(({ id, inRecording, name }) =>
        inRecording === null ? [] : [{ id, time: inRecording, name }],
      ),
    [map.sections],
  );
  const bars = useMemo(
    () => timeline.bars.map(({ startSeconds }) => offset + startSeconds),
    [timeline, offset],
  );
  const sections = useMemo(
    () =>
      timeline.passages.map(({ name, startSeconds }) => ({ name, time: offset + startSeconds })),
    [timeline, offset],
  );
  const beats = useMemo(() => {
    const first = new Set(heard.first);
    return heard.beats.map(({ time }, index) => ({ time, isFirst: first.has(index) }));
  }, [heard.beats, heard.first]);
  const end = heard.beats.at(-1)?.time ?? props.seconds;
  const marked = useMemo(
    () =>
      markedSections(map, timeline, end).map((one) => ({
        ...one,
        beatsInBar: tappedInBar(one.meter, tapped),
      })),
    [map, timeline, end, tapped],
  );
  const place = (time: number, play: boolean) => {
    onAt(time);
    if (play) playFrom(seconds(time + start));
  };
  const play = (time: number) => place(time, true);
  const { id, kept } = recording;
  useEffect(() => {
    void kept?.then((isKept) => {
      if (isKept) return;
      onRecording((now) => (now?.id === id ? { ...now, place: 'page' } : now));
    });
  }, [id, kept, onRecording]);
  const remove = async () => {
    listener.end();
    onRecording(undefined);
    await recording.kept;
    if (recording.place === 'device') await removeRecording(song);
  };
  const keep = async () => {
    if (recording.file && (await keepRecording(song, recording.file)))
      onRecording({ ...recording, place: 'device' });
  };
  return (
    <Stack gap="sm" pt="xs" miw={0}>
      <Group justify="space-between">
        <Where recording={recording} seconds={props.seconds} />
        <Group gap={6}>
          <ActionIcon
            aria-label="Draw the recording narrower"
            onClick={() => setPerSecond(Math.max(2, perSecond / 2))}
          >
            <IconZoomOut size={18} />
          </ActionIcon>
          <ActionIcon
            aria-label="Draw the recording wider"
            onClick={() => setPerSecond(Math.min(MOST_PER_SECOND, perSecond * 2))}
          >
            <IconZoomIn size={18} />
          </ActionIcon>
          {recording.file && recording.place === 'page' && (
            <Button
              size="xs"
              variant="default"
              leftSection={<IconDeviceFloppy size={16} aria-hidden="true" />}
              onClick={() => void keep()}
            >
              Keep it on this device
            </Button>
          )}
          <Button
            size="xs"
            variant="default"
            leftSection={
              recording.place === 'device' ? (
                <IconTrash size={16} aria-hidden="true" />
              ) : (
                <IconX size={16} aria-hidden="true" />
              )
            }
            onClick={() => void remove()}
          >
            {recording.place === 'device' ? 'Remove it from this device' : 'Close it'}
          </Button>
        </Group>
      </Group>
      {isElsewhere && <Elsewhere start={start} at={at} onRecording={onRecording} />}
      <Copy
        heard={heard}
        onUse={
          mayEdit && heard.fingerprint
            ? () => void marking.editHere(setStart('fingerprint', heard.fingerprint!))
            : undefined
        }
        known={map.start.fingerprint}
      />
      {heard.waveform && (
        <Wave
          waveform={heard.waveform}
          bars={bars}
          sections={sections}
          marks={marks}
          beats={beats}
          strength={heard.strength}
          perSecond={perSecond}
          start={start}
          at={at}
          onPlace={place}
          onMove={mayEdit ? marking.move : undefined}
        />
      )}
      {heard.hasFailed ? (
        <Text role="alert">
          It plays, but it was not listened to
          {heard.hasFailed === 'stopped' ? '' : ': the network may be away'}. Marks can be set all
          the same; reload the page to try again.
        </Text>
      ) : heard.progress < 1 ? (
        <Group gap="sm">
          <Progress flex={1} value={heard.progress * 100} aria-label="Listening to the recording" />
          <Button size="compact-sm" variant="default" onClick={listener.end}>
            Stop listening to it
          </Button>
        </Group>
      ) : (
        <BeatLine heard={heard} taps={taps} listener={listener} onPlay={play} />
      )}
      <MarkKeys mayEdit={mayEdit} {...marking} />
      {mayEdit && <BarOne />}
      {marking.said && <Text role="status">{marking.said}</Text>}
      <Proposals heard={heard} edit={marking.editHere} onPlay={play} />
      <Checks start={start} onPlay={play} />
      <Counted marked={marked} beats={heard.beats} />
      <Partings heard={heard} tapped={tapped} onPlay={play} />
      {!isElsewhere && <StruckRows heard={heard} listener={listener} marked={marked} />}
    </Stack>
  );
};
