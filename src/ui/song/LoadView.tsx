'use client';

import { useElementSize } from '@mantine/hooks';
import { useMemo } from 'react';
import type { Layout } from '@/core/music/kit';
import { clock } from '@/core/music/time';
import { loadsAlong, perform, type SongLoad, STEP } from '@/core/playing/performance';
import type { RoadMap } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import { Sound, type useListening } from '../kit/Sound';
import { type Scale, scaleOver, xOf } from '../profile';
import classes from './LoadView.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly layout: Layout;
  /** As wide as the profile above it. */
  readonly zoom: number;
  /** What of the drums is heard when the song is played. */
  readonly heard: ReturnType<typeof useListening>;
};

const HEIGHT = 58;

/** Under the profile and to its scale: strokes a minute of each limb, and its longest stretch without a rest. */
const LoadView = ({ map, timeline, layout, zoom, heard }: Props) => {
  const { ref, width: frame } = useElementSize();
  const width = Math.round(frame * zoom);
  const loads = useMemo(
    () => loadsAlong(perform(map, timeline, layout), timeline.seconds),
    [map, timeline, layout],
  );
  const scale = scaleOver(timeline, width);
  const most = Math.max(60, ...loads.map((load) => load.most));
  if (loads.length === 0)
    return (
      <p className={classes.empty}>
        No groove is written yet: write one on the song’s Kit page and give it to a part. What each
        limb has to play then stands here, along the song.
      </p>
    );
  return (
    <>
      <div ref={ref} className={classes.frame}>
        {width > 0 &&
          loads.map((load) => (
            <Row key={load.limb} load={load} scale={scale} width={width} most={most} />
          ))}
      </div>
      <div className={classes.heard}>
        <Sound {...heard} />
      </div>
    </>
  );
};

type RowProps = {
  readonly load: SongLoad;
  readonly scale: Pick<Scale, 'left' | 'perSecond'>;
  readonly width: number;
  readonly most: number;
};

const Row = ({ load, scale, width, most }: RowProps) => {
  const { limb, perMinute, longest } = load;
  const y = (value: number) => Math.round((HEIGHT - 1 - (value / most) * (HEIGHT - 4)) * 10) / 10;
  const points = perMinute.map((value, index) => `${xOf(scale, index * STEP)},${y(value)}`);
  const ends = [xOf(scale, 0), xOf(scale, (perMinute.length - 1) * STEP)];
  const words = loadWords(load);
  return (
    <figure className={classes.row}>
      <figcaption>
        <strong>{limb}</strong> {words}
      </figcaption>
      <svg width={width} height={HEIGHT} role="img" aria-label={`${limb}: ${words}`}>
        <polygon
          className={classes.area}
          points={`${ends[0]},${HEIGHT - 1} ${points.join(' ')} ${ends[1]},${HEIGHT - 1}`}
        />
        <line className={classes.ground} x1={0} x2={width} y1={HEIGHT - 1} y2={HEIGHT - 1} />
        {longest && (
          <line
            className={classes.longest}
            x1={xOf(scale, longest.from)}
            x2={xOf(scale, longest.to)}
            y1={HEIGHT - 3}
            y2={HEIGHT - 3}
          />
        )}
      </svg>
    </figure>
  );
};

const loadWords = ({ strokes, most, longest }: SongLoad): string =>
  [
    `${strokes} strokes`,
    `at most ${Math.round(most)} a minute`,
    longest
      ? `longest without a rest of 2 s: ${clock(longest.to - longest.from)}, from ${clock(longest.from)}`
      : 'never long without a rest',
  ].join(', ');

export default LoadView;
