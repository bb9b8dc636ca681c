'use client';

import { Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { type Space, spaceHere } from '@/audio/recordings';
import { clock } from '@/core/music/time';
import type { OpenRecording } from './openRecording';
import classes from './Recording.module.css';

/** Which recording it is, and where it is kept. */
export const Where = (props: { readonly recording: OpenRecording; readonly seconds: number }) => {
  const { name, place } = props.recording;
  const space = useSpace(props.recording);
  const says = {
    device: 'On this device only.',
    page: 'In this page only: open it again the next time.',
    elsewhere: '',
  }[place];
  return (
    <Text>
      <strong>{name}</strong>
      {place !== 'elsewhere' && `, ${clock(props.seconds)}`}.{' '}
      <span className={classes.quiet}>
        {says}
        {place === 'device' &&
          space &&
          ` ${megabytes(space.used)} used, ${megabytes(space.free)} free.`}
      </span>
    </Text>
  );
};

const useSpace = (recording: OpenRecording): Space | undefined => {
  const [space, setSpace] = useState<Space>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another recording takes other room
  useEffect(() => void spaceHere().then(setSpace), [recording]);
  return space;
};

const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.round(bytes / 1e6)} MB`;
