'use client';

import { Button, Group, Progress, Text } from '@mantine/core';
import { IconMicrophone, IconPlayerStopFilled } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { type Microphone, openMicrophone } from '@/audio/microphone';
import { NoRecording } from '@/audio/recordings';
import { seconds } from '@/core/music/time';
import { useControls } from '../../transport';
import { useSong } from '../SongContext';
import { type OpenRecording, openTaken } from './openRecording';
import classes from './Recording.module.css';

type Props = {
  /** Where the clock begins in what is played, and where it stands, in seconds. */
  readonly start: number;
  readonly at: number;
  readonly onRecording: (recording: OpenRecording) => void;
};

/** Music that plays elsewhere: a clock to tap and mark by, and a microphone that listens on wish. */
export const Elsewhere = ({ start, at, onRecording }: Props) => {
  const { map } = useSong();
  const { playFrom } = useControls();
  const [microphone, setMicrophone] = useState<Microphone>();
  const [says, setSays] = useState('');
  const began = useRef(0);
  useEffect(() => () => microphone?.end(), [microphone]);
  const listen = async () => {
    setSays('');
    try {
      setMicrophone(await openMicrophone());
      began.current = at;
      playFrom(seconds(start + at));
    } catch (error) {
      setSays(error instanceof NoRecording ? error.message : 'The microphone cannot be opened.');
    }
  };
  const stop = async () => {
    if (!microphone) return;
    const file = await microphone.stop();
    setMicrophone(undefined);
    try {
      onRecording(await openTaken(file, began.current, map.start.fingerprint));
    } catch (error) {
      setSays(error instanceof NoRecording ? error.message : 'Nothing was taken down.');
    }
  };
  return (
    <>
      <Text size="sm" className={classes.quiet}>
        Start it with Space as the music starts; the keys below mark and tap as beside a recording.
        Turn the click down under the levels, or take headphones, where a microphone listens.
      </Text>
      <Group gap="sm">
        {microphone ? (
          <>
            <Button
              size="xs"
              leftSection={<IconPlayerStopFilled size={14} aria-hidden="true" />}
              onClick={() => void stop()}
            >
              Stop listening
            </Button>
            <Loudness microphone={microphone} />
          </>
        ) : (
          <Button
            size="xs"
            variant="default"
            leftSection={<IconMicrophone size={16} aria-hidden="true" />}
            onClick={() => void listen()}
          >
            Listen with the microphone
          </Button>
        )}
        <Text size="sm" className={classes.quiet}>
          What it hears is in this page only and gone with it, unless you keep it.
        </Text>
      </Group>
      {says && <Text role="alert">{says}</Text>}
    </>
  );
};

/** How often the level is looked at, in ms. */
const OFTEN = 100;

const Loudness = ({ microphone }: { readonly microphone: Microphone }) => {
  const [level, setLevel] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setLevel(microphone.level()), OFTEN);
    return () => clearInterval(timer);
  }, [microphone]);
  return <Progress w={160} value={100 * level} aria-label="Level of the microphone" />;
};
