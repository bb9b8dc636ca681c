import {
  type ClickKind,
  clickSoundOf,
  clicksOfBar,
  type FullClickSettings,
  partsAt,
} from '@/core/music/click';
import { barTicks, beatTicks, type Meter } from '@/core/music/time';
import classes from './Click.module.css';

type Props = {
  readonly clickSettings: FullClickSettings;
  readonly meter: Meter;
  /** Pulses a minute. */
  readonly perMinute: number;
};

const WIDTH = 320;
const HEIGHT = 54;
const FOOT = 40;
/** The softest level that still has a stroke, in decibels. */
const FLOOR = -24;

/** One bar with its clicks: how high they stand is how loud they are, the first beat is filled. */
export const BarPicture = ({ clickSettings, meter, perMinute }: Props) => {
  const clicks = clicksOfBar(meter, clickSettings, partsAt(clickSettings, meter, perMinute))
    .map(({ offset, kind }) => ({ offset, kind, ...clickSoundOf(clickSettings, kind, 3) }))
    .filter(({ sound }) => sound !== 'none');
  const x = (ticks: number) => 8 + ((WIDTH - 16) * ticks) / barTicks(meter);
  return (
    <svg
      className={classes.picture}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${clicks.length} clicks in a bar of ${meter.numerator}/${meter.denominator}`}
    >
      <line x1={8} x2={WIDTH - 8} y1={FOOT} y2={FOOT} />
      {Array.from({ length: meter.numerator }, (_, beat) => (
        <text key={x(beat * beatTicks(meter))} x={x(beat * beatTicks(meter))} y={HEIGHT - 2}>
          {beat + 1}
        </text>
      ))}
      {clicks.map(({ offset, kind, level }) => {
        const height = 6 + (26 * Math.max(0, level - FLOOR)) / -FLOOR;
        return (
          <g key={offset} data-kind={kind} className={classes[ROLE[kind]]}>
            <line x1={x(offset)} x2={x(offset)} y1={FOOT} y2={FOOT - height} />
            <circle cx={x(offset)} cy={FOOT - height} r={kind === 'bar' ? 5 : 4} />
          </g>
        );
      })}
    </svg>
  );
};

const ROLE: Readonly<Record<ClickKind, string>> = {
  count: 'strong',
  bar: 'strong',
  group: 'strong',
  pulse: 'plainClick',
  division: 'faint',
  polyrhythm: 'crossing',
};
