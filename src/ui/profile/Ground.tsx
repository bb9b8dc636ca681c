import { memo, useId, useMemo } from 'react';
import type { Timeline } from '@/core/song/timeline';
import { groundPaths, phrasePaths } from './groundPaths';
import classes from './Profile.module.css';
import type { Scale } from './scale';

type Props = {
  readonly timeline: Timeline;
  readonly scale: Scale;
  /** Lines every phrase, and between passes. */
  readonly phrases?: boolean;
};

/**
 * The ground of a song: its level in colour and height, rests as a dashed line, stops and holds as
 * notches, fills as hatched wedges, vamps with a broken edge. One shape a kind, so that a long song
 * stays few elements.
 */
export const Ground = memo(({ timeline, scale, phrases = false }: Props) => {
  const hatch = useId();
  const paths = useMemo(() => groundPaths(scale, timeline, !phrases), [scale, timeline, phrases]);
  const lines = useMemo(
    () => (phrases ? phrasePaths(scale, timeline) : undefined),
    [phrases, scale, timeline],
  );
  return (
    <g>
      {paths.levels.map(({ level, path }) => (
        <path key={level} d={path} className={classes.level} data-level={level} />
      ))}
      {lines && <path d={lines.phrases} className={classes.phrase} />}
      {lines && <path d={lines.passes} className={classes.pass} />}
      {paths.fills && (
        <>
          <pattern id={hatch} width={6} height={6} patternUnits="userSpaceOnUse">
            <rect width={6} height={6} className={classes.hatchGround} />
            <path d="M-1 7L7 -1M-1 1L1 -1M5 7L7 5" className={classes.hatch} />
          </pattern>
          <path d={paths.fills} fill={`url(#${hatch})`} className={classes.fill} />
        </>
      )}
      {paths.vamps && <path d={paths.vamps} className={classes.cut} />}
      {paths.notches && <path d={paths.notches} className={classes.cut} />}
      {paths.tacet && <path d={paths.tacet} className={classes.tacet} />}
    </g>
  );
});
