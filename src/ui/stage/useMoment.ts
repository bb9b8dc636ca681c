'use client';

import { useEffect, useState } from 'react';
import { seconds } from '@/core/music/time';
import type { Program } from '@/core/song/set';
import { beforeSong, type Moment, momentAt, type StageSong } from '@/core/song/stage';
import { useTransport } from '../transport';

/**
 * What the stage shows now: drawn again when something of it changes, with a beat at the most, not with
 * every frame.
 *
 * @param byHand the place, in seconds of the program, where nothing plays and it is moved by hand
 */
export const useMoment = (
  program: Program,
  songs: readonly StageSong[],
  byHand: number | undefined,
): Moment => {
  const { is, followAll } = useTransport();
  const plays = is !== 'stopped' && byHand === undefined;
  const [moment, setMoment] = useState<Moment>(() => still(program, songs, byHand));
  useEffect(() => {
    let last = '';
    const show = (next: Moment) => {
      const said = JSON.stringify(next);
      if (said === last) return;
      last = said;
      setMoment(next);
    };
    if (!plays) return show(still(program, songs, byHand));
    return followAll((heard) => {
      if (heard) show(momentAt(program, songs, seconds(heard.place)));
    });
  }, [program, songs, byHand, plays, followAll]);
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
