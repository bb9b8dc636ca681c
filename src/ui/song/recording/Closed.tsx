'use client';

import { Button, FileButton, Group, Stack, Text } from '@mantine/core';
import { IconFolderOpen, IconHandFinger, IconVinyl } from '@tabler/icons-react';
import {
  type ClipboardEvent,
  type DragEvent,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import { keptRecording, NoRecording } from '@/audio/recordings';
import { useSong } from '../SongContext';
import { type OpenRecording, openElsewhere, openRecording } from './openRecording';
import classes from './Recording.module.css';

export type ClosedProps = {
  readonly song: string;
  /** Where the demo has a recording of the song. */
  readonly demo: string | undefined;
  readonly onRecording: (recording: OpenRecording) => void;
};

const LOOKING = 'Looking on this device.';

/** No recording is open: one that is on this device is, and another can be. */
export const Closed = ({ song, demo, onRecording }: ClosedProps) => {
  const { map } = useSong();
  const fingerprint = useRef(map.start.fingerprint);
  fingerprint.current = map.start.fingerprint;
  const [state, setState] = useState<{ says: string; isBusy: boolean }>({
    says: LOOKING,
    isBusy: true,
  });
  const open = useCallback(
    async (file: File, isNew: boolean) => {
      setState({ says: `Opening ${file.name}.`, isBusy: true });
      try {
        const known = { song, fingerprint: fingerprint.current };
        onRecording(await openRecording(file, isNew, known));
      } catch (error) {
        const says = error instanceof NoRecording ? error.message : 'It cannot be opened.';
        setState({ says: `${file.name}: ${says}`, isBusy: false });
      }
    },
    [song, onRecording],
  );
  useEffect(() => {
    let isOver = false;
    void keptRecording(song).then((file) => {
      if (isOver) return;
      if (file) void open(file, false);
      else setState((now) => (now.says === LOOKING ? { says: '', isBusy: false } : now));
    });
    return () => {
      isOver = true;
    };
  }, [song, open]);
  const [isOver, setIsOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setIsOver(false);
    const file = event.dataTransfer.files[0];
    if (file) void open(file, true);
  };
  const paste = (event: ClipboardEvent) => {
    const file = event.clipboardData.files[0];
    if (file) void open(file, true);
  };
  const openDemo = async (from: string) => {
    setState({ says: 'Fetching the recording of the demo.', isBusy: true });
    try {
      const answer = await fetch(from);
      if (!answer.ok) throw new Error();
      await open(new File([await answer.blob()], 'Recording of the demo.wav'), true);
    } catch {
      setState({ says: 'The recording of the demo cannot be fetched now.', isBusy: false });
    }
  };
  return (
    <Stack
      gap="sm"
      className={classes.drop}
      data-over={isOver || undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={drop}
      onPaste={paste}
    >
      <Text>
        Open the recording that the song is learnt from. It is drawn under the profile, plays with
        the click at any speed and its own pitch, and its bars are counted from mark to mark.
      </Text>
      <Group>
        <FileButton accept="audio/*,video/*" onChange={(file) => file && void open(file, true)}>
          {(button) => (
            <Button
              {...button}
              loading={state.isBusy}
              leftSection={<IconFolderOpen size={16} aria-hidden="true" />}
            >
              Open a recording
            </Button>
          )}
        </FileButton>
        <Text className={classes.quiet}>or drop or paste it here</Text>
      </Group>
      {demo && (
        <Group>
          <Button
            variant="default"
            disabled={state.isBusy}
            leftSection={<IconVinyl size={16} aria-hidden="true" />}
            onClick={() => void openDemo(demo)}
          >
            Take the recording of the demo
          </Button>
          <Text size="sm" className={classes.quiet}>
            A made-up band plays the song, without a click.
          </Text>
        </Group>
      )}
      <Group>
        <Button
          variant="default"
          disabled={state.isBusy}
          leftSection={<IconHandFinger size={16} aria-hidden="true" />}
          onClick={() => onRecording(openElsewhere())}
        >
          Tap along without one
        </Button>
        <Text size="sm" className={classes.quiet}>
          The music plays somewhere else; a microphone can listen.
        </Text>
      </Group>
      <Text size="sm" className={classes.quiet}>
        It stays on this device and is never sent: it is somebody’s recording, and large. Everybody
        in the band opens their own copy; marks and bars are shared, and another copy is lined up
        with them by its sound.
      </Text>
      {state.says && <Text role={state.isBusy ? 'status' : 'alert'}>{state.says}</Text>}
    </Stack>
  );
};
