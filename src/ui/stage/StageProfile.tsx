'use client';

import { useEffect, useRef } from 'react';
import { seconds } from '@/core/music/time';
import type { Program } from '@/core/song/set';
import { songAt } from '@/core/song/set';
import { Thumbnail } from '../profile';
import type { Transport } from '../transport/transport';
import classes from './Stage.module.css';

type Props = {
  readonly program: Program;
  /** Which of its songs. */
  readonly song: number;
  /** The place where nothing plays. */
  readonly byHand: number | undefined;
  /** Tells once a frame where we are; nothing where nothing goes by. */
  readonly follow: Transport['followAll'] | undefined;
};

const WIDTH = 1000;
const HEIGHT = 60;

/** The profile of the song with where we are; moved with each frame, straight in the page. */
export const StageProfile = ({ program, song, byHand, follow }: Props) => {
  const needle = useRef<HTMLDivElement>(null);
  const placed = program.songs[song];
  useEffect(() => {
    const put = (place: number | undefined) => {
      const at = place === undefined ? undefined : songAt(program, seconds(place));
      const { timeline, barOne } = at?.song ?? {};
      const share =
        place !== undefined && timeline && barOne !== undefined && timeline.seconds > 0
          ? (place - barOne) / timeline.seconds
          : 0;
      if (needle.current) needle.current.style.left = `${Math.max(0, Math.min(1, share)) * 100}%`;
    };
    put(byHand);
    return follow?.((heard) => put(heard?.place));
  }, [program, byHand, follow]);
  if (!placed) return null;
  return (
    <div className={classes.profile}>
      <Thumbnail timeline={placed.timeline} width={WIDTH} height={HEIGHT} stretched />
      <div ref={needle} className={classes.needle} />
    </div>
  );
};
