import { memo, useMemo } from 'react';
import type { Timeline } from '@/core/timeline';
import { groundPaths, phrasePaths, type Scale } from './geometry';
import classes from './Profile.module.css';

type Props = {
  readonly timeline: Timeline;
  readonly scale: Scale;
  /** Lines every four bars, and between passes. */
  readonly phrases?: boolean;
};

/** The coloured ground of a song: one shape a level, so that a long song stays few elements. */
export const Ground = memo(({ timeline, scale, phrases = false }: Props) => {
  const paths = useMemo(() => groundPaths(scale, timeline), [scale, timeline]);
  const lines = useMemo(
    () => (phrases ? phrasePaths(scale, timeline) : undefined),
    [phrases, scale, timeline],
  );
  return (
    <g>
      {paths.map(({ level, path }) => (
        <path key={level} d={path} className={classes.level} data-level={level} />
      ))}
      {lines && <path d={lines.phrases} className={classes.phrase} />}
      {lines && <path d={lines.passes} className={classes.pass} />}
    </g>
  );
});
