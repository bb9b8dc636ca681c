import { memo } from 'react';
import type { PlacedDetail, PlacedFermata, Timeline } from '@/core/song/timeline';
import { levelsOf } from '@/core/song/timeline';
import { levelFinder } from './groundPaths';
import { pinLabels } from './labels';
import classes from './Profile.module.css';
import { round, type Scale, xOf, yOf } from './scale';

type Props = {
  readonly timeline: Timeline;
  readonly scale: Scale;
  readonly width: number;
  /** Baselines of the rows for words, from the lowest up. */
  readonly rows: readonly number[];
};

const SIZE = 13;

/** Cues and holds on stalks above the ground, with their words where there is room. */
export const Pins = memo(({ timeline, scale, width, rows }: Props) => {
  const pins = pinsOf(timeline, scale);
  const labels = pinLabels(
    pins.map(({ x, words }) => ({ x: x + 9, text: words })),
    SIZE,
    rows.length,
    width,
  );
  const levelAt = levelFinder(levelsOf(timeline));
  const top = (index: number) => rows[labels[index]?.row ?? 0]! - 10;
  const stalks = pins
    .map(({ x, time }, index) => `M${x} ${top(index)}V${round(yOf(scale, levelAt(time)))}`)
    .join('');
  const flags = pins.map(({ x }, index) => `M${x} ${top(index)}l7 4l-7 4Z`).join('');
  return (
    <g>
      <path d={stalks} className={classes.stalk} />
      <path d={flags} className={classes.flag} />
      {labels.map(
        (label, index) =>
          label && (
            <text
              // biome-ignore lint/suspicious/noArrayIndexKey: pins have no other name on the drawing
              key={index}
              x={label.x}
              y={rows[label.row]}
              className={classes.pin}
              data-check={pins[index]!.check}
            >
              {label.text}
            </text>
          ),
      )}
    </g>
  );
});

type Pin = {
  readonly x: number;
  readonly time: number;
  readonly words: string;
  /** Not sure yet: to be checked by ear. */
  readonly check: boolean;
};

const pinsOf = ({ details, fermatas }: Timeline, scale: Scale): Pin[] =>
  [...details.flatMap(cuePin), ...fermatas.map(fermataPin)]
    .sort((a, b) => a.time - b.time)
    .map((pin) => ({ ...pin, x: round(xOf(scale, pin.time)) }));

const cuePin = (one: PlacedDetail): Omit<Pin, 'x'>[] => {
  if (one.kind !== 'cue') return [];
  const { words, byEar } = one.detail;
  return [{ time: one.startSeconds, words: byEar ? `${words}?` : words, check: byEar }];
};

const fermataPin = ({ startSeconds, seconds, cue }: PlacedFermata): Omit<Pin, 'x'> => ({
  time: startSeconds,
  words: cue ? `fermata: ${cue}` : `fermata ${seconds} s`,
  check: false,
});

/** Hits, pushes, chokes and crashes left out: small signs on the edge of the ground. */
export const Signs = memo(({ timeline, scale }: Omit<Props, 'width' | 'rows'>) => {
  const levelAt = levelFinder(levelsOf(timeline));
  const paths: Record<string, string> = { solid: '', open: '' };
  const put = (kind: keyof typeof SIGNS, time: number) => {
    const { path, style } = SIGNS[kind];
    const y = round(yOf(scale, levelAt(time + 2e-6)) - 3);
    paths[style] += `M${round(xOf(scale, time))} ${y}${path}`;
  };
  for (const one of timeline.details) {
    if (one.kind === 'hit' && one.detail.kind !== 'stop') put(one.detail.kind, one.startSeconds);
    if (one.kind === 'fill' && one.detail.lands === 'crash') put('crash', one.endSeconds);
    if (one.kind === 'fill' && one.detail.lands === 'push') put('push', one.endSeconds);
  }
  return (
    <g>
      <path d={paths.solid} className={classes.signSolid} />
      <path d={paths.open} className={classes.signOpen} />
    </g>
  );
});

/** Relative paths from the edge of the ground: a wedge down, a wedge before, a cross, a ring… */
const SIGNS = {
  hit: { style: 'solid', path: 'l-3.5 -6h7z' },
  push: { style: 'solid', path: 'l-7 -3.5l7 -3.5z' },
  choke: { style: 'open', path: 'm-3.5 -7l7 7m0 -7l-7 7' },
  'no-crash': { style: 'open', path: 'm-3.5 -3.5a3.5 3.5 0 1 1 7 0a3.5 3.5 0 1 1 -7 0m1 3l5 -6' },
  crash: { style: 'open', path: 'm0 0v-8m-4 4h8m-7 -3l6 6m0 -6l-6 6' },
} as const;
