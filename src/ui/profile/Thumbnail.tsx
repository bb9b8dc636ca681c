import type { Timeline } from '@/core/song/timeline';
import { Ground } from './Ground';

type Props = {
  readonly timeline: Timeline;
  readonly width: number;
  readonly height: number;
  /** Whether phrases are told apart. */
  readonly phrases?: boolean;
  /** Pulled to whatever room there is. */
  readonly stretched?: boolean;
};

/** A song's profile small: its shape only, stretched to the width. */
export const Thumbnail = ({
  timeline,
  width,
  height,
  phrases = false,
  stretched = false,
}: Props) => (
  <svg
    width={width}
    height={height}
    viewBox={`0 0 ${width} ${height}`}
    {...(stretched && { preserveAspectRatio: 'none' })}
    aria-hidden="true"
  >
    {timeline.seconds > 0 && (
      <Ground
        timeline={timeline}
        scale={{
          perSecond: width / timeline.seconds,
          left: 0,
          height: height - 2,
          ground: height - 1,
        }}
        phrases={phrases}
      />
    )}
    <line x1={0} x2={width} y1={height - 0.5} y2={height - 0.5} stroke="var(--strong-line)" />
  </svg>
);
