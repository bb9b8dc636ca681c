'use client';

import { Button, FileButton, Group, Stack, Text } from '@mantine/core';
import { IconFolderOpen } from '@tabler/icons-react';
import { type ClipboardEvent, type DragEvent, useCallback, useEffect, useState } from 'react';
import { keptRecording, NoRecording } from '@/audio/recordings';
import { type OpenRecording, openRecording } from './openRecording';
import classes from './Recording.module.css';

type Props = {
  readonly song: string;
  readonly onRecording: (recording: OpenRecording) => void;
};

const LOOKING = 'Looking on this device.';

/** No recording is open: one that is on this device is, and another can be. */
export const Closed = ({ song, onRecording }: Props) => {
  const [state, setState] = useState<{ says: string; isBusy: boolean }>({
    says: LOOKING,
    isBusy: true,
  });
  const open = useCallback(
    async (file: File, isNew: boolean) => {
      setState({ says: `Opening ${file.name}.`, isBusy: true });
      try {
        onRecording(await openRecording(song, file, isNew));
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
      <Text size="sm" className={classes.quiet}>
        It stays on this device and is never sent: it is somebody’s recording, and large. Everybody
        in the band opens their own copy; marks and bars are shared.
      </Text>
      {state.says && <Text role={state.isBusy ? 'status' : 'alert'}>{state.says}</Text>}
    </Stack>
  );
};
