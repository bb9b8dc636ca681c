'use client';

import { useEffect, useState } from 'react';
import { seconds } from '@/core/music/time';
import type { Program } from '@/core/song/set';
import { beforeSong, type Moment, momentAt, type StageSong } from '@/core/song/stage';
import type { Transport } from '../transport/transport';

/**
 * What the stage shows now: drawn again when something of it changes, with a beat at the most, not with
 * every frame.
 *
 * @param byHand the place, in seconds of the program, where nothing plays and it is moved by hand
 * @param follow tells once a frame where we are; nothing where nothing goes by
 */
export const useMoment = (
  program: Program,
  songs: readonly StageSong[],
  byHand: number | undefined,
  follow: Transport['followAll'] | undefined,
): Moment => {
  const [moment, setMoment] = useState<Moment>(() => still(program, songs, byHand));
  useEffect(() => {
    let last = '';
    const show = (next: Moment) => {
      const said = JSON.stringify(next);
      if (said === last) return;
      last = said;
      setMoment(next);
    };
    if (!follow) return show(still(program, songs, byHand));
    return follow((heard) =>
      show(heard ? momentAt(program, songs, seconds(heard.place)) : still(program, songs, byHand)),
    );
  }, [program, songs, byHand, follow]);
  return moment;
};

const still = (
  program: Program,
  songs: readonly StageSong[],
  byHand: number | undefined,
): Moment => {
  if (byHand !== undefined) return momentAt(program, songs, seconds(byHand));
  const [first] = songs;
  return first ? beforeSong(first, 0) : { phase: 'over' };
};
