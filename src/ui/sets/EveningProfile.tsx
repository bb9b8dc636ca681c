'use client';

import { useElementSize } from '@mantine/hooks';
import { memo, useEffect, useRef } from 'react';
import type { Program } from '@/core/song/set';
import { Ground } from '../profile';
import { useControls } from '../transport';
import classes from './EveningProfile.module.css';

type Props = {
  readonly program: Program;
  readonly height: number;
  /** Titles under the ground, and the needle. */
  readonly full?: boolean;
  /** Seconds of the time slot: a line where it ends. */
  readonly slot?: number | undefined;
};

/** A set's songs joined end to end, to scale in time. */
export const EveningProfile = memo(({ program, height, full = false, slot }: Props) => {
  const { ref, width } = useElementSize();
  const length = Math.max(1, program.seconds, slot ?? 0);
  const perSecond = Math.max(0, width - 2) / length;
  const ground = height - (full ? 22 : 1);
  return (
    <div ref={ref} className={classes.frame} style={{ height }}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Profile of the set: ${program.songs.length} songs`}
        >
          {program.songs.map((song, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a song may stand in a set twice
            <g key={index}>
              <Ground
                timeline={song.timeline}
                scale={{ perSecond, left: 1 + song.barOne * perSecond, height: ground - 4, ground }}
              />
              {full && <Title song={song} perSecond={perSecond} ground={ground} />}
            </g>
          ))}
          <line
            x1={1}
            x2={1 + program.seconds * perSecond}
            y1={ground}
            y2={ground}
            className={classes.ground}
          />
          {slot !== undefined && (
            <line
              x1={slot * perSecond}
              x2={slot * perSecond}
              y1={0}
              y2={ground + 4}
              className={classes.slot}
            />
          )}
          {full && <Needle perSecond={perSecond} ground={ground} />}
        </svg>
      )}
    </div>
  );
});

type TitleProps = {
  readonly song: Program['songs'][number];
  readonly perSecond: number;
  readonly ground: number;
};

const LETTER = 7.4;

const Title = ({ song, perSecond, ground }: TitleProps) => {
  const room = Math.floor(((song.end - song.start) * perSecond) / LETTER);
  const letters = [...song.title];
  const shown =
    letters.length <= room ? song.title : room > 3 ? `${letters.slice(0, room - 1).join('')}…` : '';
  return (
    <text x={2 + song.start * perSecond} y={ground + 16} className={classes.title}>
      {shown}
    </text>
  );
};

const Needle = ({ perSecond, ground }: { readonly perSecond: number; readonly ground: number }) => {
  const line = useRef<SVGLineElement>(null);
  const { follow } = useControls();
  useEffect(() => {
    const show: Parameters<typeof follow>[0] = (heard) => {
      const time = heard?.place;
      line.current?.setAttribute('visibility', time === undefined ? 'hidden' : 'visible');
      if (time !== undefined)
        line.current?.setAttribute('transform', `translate(${Math.max(0, time) * perSecond} 0)`);
    };
    return follow(show);
  }, [follow, perSecond]);
  return <line ref={line} y1={0} y2={ground} className={classes.needle} visibility="hidden" />;
};
