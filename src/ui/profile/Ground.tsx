import { memo } from 'react';
import type { Passage, Timeline } from '@/core/timeline';
import { type Scale, stripsOf, xOf, yOf } from './geometry';
import classes from './Profile.module.css';

type Props = {
  readonly timeline: Timeline;
  readonly scale: Scale;
  /** Lines every four bars, and between passes. */
  readonly phrases?: boolean;
};

/** The coloured ground of a song: one shape a passage. */
export const Ground = memo(({ timeline, scale, phrases = false }: Props) => (
  <g>
    {timeline.passages.map((passage) => (
      <g key={`${passage.section}.${passage.pass}`}>
        {stripsOf(scale, passage).map(({ level, points }) => (
          <polygon key={points} points={points} className={classes.level} data-level={level} />
        ))}
        {phrases && <PhraseLines passage={passage} scale={scale} timeline={timeline} />}
      </g>
    ))}
  </g>
));

const PHRASE = 4;
/** Phrases narrower than this many pixels get no line. */
const NARROWEST = 7;

const PhraseLines = ({ passage, scale, timeline }: Props & { readonly passage: Passage }) => {
  const lines = [];
  for (let bar = passage.pass > 1 ? 0 : PHRASE; bar < passage.bars; bar += PHRASE) {
    const time = timeline.bars[passage.firstPlayed + bar - 1]!.startSeconds;
    const share = (time - passage.startSeconds) / passage.seconds;
    const level = passage.level.from + (passage.level.to - passage.level.from) * share;
    lines.push(
      <line
        key={bar}
        x1={xOf(scale, time)}
        x2={xOf(scale, time)}
        y1={scale.ground}
        y2={yOf(scale, level)}
        className={bar === 0 ? classes.pass : classes.phrase}
      />,
    );
  }
  const dense = (passage.seconds / passage.bars) * PHRASE * scale.perSecond < NARROWEST;
  return dense ? null : lines;
};
