'use client';

import { useElementSize } from '@mantine/hooks';
import {
  type MouseEvent,
  memo,
  type PointerEvent,
  type ReactNode,
  type RefObject,
  useMemo,
  useState,
} from 'react';
import { flushSync } from 'react-dom';
import type { NoteValue } from '@/core/music/time';
import { feelText } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import { Ground } from './Ground';
import { type Geometry, geometryOf, HEIGHTS } from './geometry';
import { type Label, laneLabels } from './labels';
import { NoteGlyph } from './NoteGlyph';
import { Passes } from './Passes';
import { Pins, Signs } from './Pins';
import classes from './Profile.module.css';
import { MARGIN, type Scale, scaleOver, xOf } from './scale';
import { type Stretch, stretchesOf } from './stretches';
import { tempoLine } from './tempoLine';

type Props = {
  readonly timeline: Timeline;
  /** The note value that tempos are shown in. */
  readonly unit: NoteValue;
  readonly selected?: string | undefined;
  /** How many times wider than the page it is drawn. */
  readonly zoom?: number;
  /** In pixels; see `HEIGHTS`. */
  readonly height?: number;
  readonly onSelect?: (section: string) => void;
  /** Moved by the transport as the song plays. */
  readonly needle: RefObject<SVGLineElement | null>;
  /** What can be taken hold of, drawn over the ground. */
  readonly handles?: (scale: Scale, stretches: readonly Stretch[]) => ReactNode;
};

const SIZE = { name: 14, small: 12.5 };
export const ZOOMS = [1, 1.5, 2, 3, 4, 6, 8] as const;

/** A song as the profile of a route, at full size. */
export const Profile = memo(
  ({
    timeline,
    unit,
    selected,
    zoom = 1,
    height = HEIGHTS.large,
    onSelect,
    needle,
    handles,
  }: Props) => {
    const { ref, width: frame } = useElementSize();
    const width = Math.round(frame * zoom);
    const pinned =
      timeline.fermatas.length > 0 || timeline.details.some(({ kind }) => kind === 'cue');
    const repeats = timeline.passages.some(({ trail }) => trail[0]);
    const at = useMemo(() => geometryOf(height, pinned, repeats), [height, pinned, repeats]);
    const scale = useMemo(
      () => ({ ...scaleOver(timeline, width), height: at.level, ground: at.ground }),
      [timeline, width, at],
    );
    const stretches = useMemo(() => stretchesOf(timeline), [timeline]);
    const chosen = stretches.filter(({ section }) => section === selected);
    return (
      <div ref={ref} className={classes.frame} style={{ minHeight: height }}>
        {width > 0 && (
          <svg
            width={width}
            height={height}
            role="img"
            aria-label={`Profile of the song: ${timeline.bars.length} bars in ${stretches.length} stretches`}
          >
            {chosen.map((stretch) => (
              <Chosen key={stretch.firstPlayed} scale={scale} stretch={stretch} at={at} />
            ))}
            <Ground timeline={timeline} scale={scale} phrases />
            <CountIn timeline={timeline} scale={scale} />
            <ClickRail timeline={timeline} scale={scale} />
            <Tempo timeline={timeline} scale={scale} unit={unit} width={width} at={at} />
            <Feels stretches={stretches} scale={scale} width={width} at={at} />
            <Names stretches={stretches} scale={scale} width={width} at={at} />
            <Passes timeline={timeline} scale={scale} y={at.passes} />
            <Signs timeline={timeline} scale={scale} />
            {pinned && <Pins timeline={timeline} scale={scale} width={width} rows={at.pins} />}
            <Targets
              stretches={stretches}
              scale={scale}
              width={width}
              at={at}
              selected={selected}
              onSelect={onSelect}
              handles={handles}
            />
            <line
              ref={needle}
              className={classes.needle}
              y1={at.tempoHigh}
              y2={at.ground + 6}
              visibility="hidden"
            />
          </svg>
        )}
      </div>
    );
  },
);

type TargetProps = Pick<Props, 'selected' | 'onSelect' | 'handles'> & Named;

/**
 * What the pointer meets. Only the section under it, the one before (whose border it may be on) and
 * the selected one can be taken hold of, so that a long song costs no more than a short one.
 */
const Targets = ({
  stretches,
  scale,
  width,
  at: geometry,
  selected,
  onSelect,
  handles,
}: TargetProps) => {
  const [at, setAt] = useState(-1);
  const under = ({ clientX, currentTarget }: PointerEvent<SVGGElement> | MouseEvent<SVGGElement>) =>
    stretches.findLastIndex(
      ({ start }) =>
        xOf(scale, start) <= clientX - currentTarget.ownerSVGElement!.getBoundingClientRect().left,
    );
  const here = stretches[at];
  const held = stretches.filter(
    ({ section }, index) => index === at || index === at - 1 || section === selected,
  );
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the rows below are the way by keyboard
    <g
      onPointerMove={(event) => {
        const next = under(event);
        // At once, so that a quick press already meets what it is to take hold of.
        if (event.buttons === 0 && next !== at) flushSync(() => setAt(next));
      }}
      onClick={(event) => {
        const section = stretches[under(event)]?.section;
        if (section !== undefined) onSelect?.(section);
      }}
    >
      <rect
        y={geometry.feel}
        width={width}
        height={geometry.height - geometry.feel}
        className={classes.target}
      />
      {here && <title>{`${here.name}: ${here.bars} bars from bar ${here.firstPlayed}`}</title>}
      {handles?.(scale, held)}
    </g>
  );
};

type Part = { readonly timeline: Timeline; readonly scale: Scale };
type Named = {
  readonly stretches: readonly Stretch[];
  readonly scale: Scale;
  readonly width: number;
  readonly at: Geometry;
};

type ChosenProps = { readonly scale: Scale; readonly stretch: Stretch; readonly at: Geometry };

const Chosen = ({ scale, stretch, at }: ChosenProps) => (
  <rect
    x={xOf(scale, stretch.start)}
    width={stretch.seconds * scale.perSecond}
    y={at.feel + 4}
    height={at.height - at.feel - 4}
    className={classes.chosen}
  />
);

/** Count-in and pickup: a stroke for each click before bar 1, and the ground under everything. */
const CountIn = ({ timeline, scale }: Part) => (
  <g>
    <line
      x1={xOf(scale, -timeline.countIn.seconds)}
      x2={xOf(scale, timeline.seconds)}
      y1={scale.ground}
      y2={scale.ground}
      className={classes.groundLine}
    />
    {timeline.clicks
      .filter(({ seconds }) => seconds < 0)
      .map(({ seconds, kind }) => (
        <line
          key={seconds}
          x1={xOf(scale, seconds)}
          x2={xOf(scale, seconds)}
          y1={scale.ground}
          y2={scale.ground - (kind === 'count' ? 9 : 18)}
          className={classes.count}
        />
      ))}
  </g>
);

/** Under the ground, where the click sounds. */
const ClickRail = memo(({ timeline, scale }: Part) => (
  <g>
    {timeline.passages
      .filter(({ click }) => !click)
      .map(({ startSeconds, seconds }) => (
        <line
          key={startSeconds}
          x1={xOf(scale, startSeconds)}
          x2={xOf(scale, startSeconds + seconds)}
          y1={scale.ground + 3.5}
          y2={scale.ground + 3.5}
          className={classes.silent}
        />
      ))}
  </g>
));

const Tempo = memo(
  ({
    timeline,
    scale,
    unit,
    width,
    at,
  }: Part & { unit: NoteValue; width: number; at: Geometry }) => {
    const { points, figures } = tempoLine(scale, timeline, unit, {
      top: at.tempoHigh,
      bottom: at.tempo,
    });
    const labels = laneLabels(
      figures.map(({ x, text }) => ({ x, text: `xx${text}` })),
      SIZE.small,
      1,
      width,
    );
    return (
      <g>
        <polyline points={points} className={classes.tempo} />
        {figures.map(({ x, y, text }, index) => {
          const last = x > width - MARGIN - 40;
          if (labels[index]?.text !== `xx${text}` && !last) return null;
          return (
            <g
              key={`${x}.${text}`}
              transform={`translate(${last ? width - MARGIN - 40 : x}, ${Math.min(y, at.tempo) - 3})`}
            >
              <NoteGlyph value={unit} height={11} />
              <text x={14} className={classes.figure}>
                {text}
              </text>
            </g>
          );
        })}
      </g>
    );
  },
);

const Feels = memo(({ stretches, scale, width, at }: Named) => {
  const named = stretches
    .map((stretch, index) => ({
      stretch,
      text: feelText(stretch.feel),
      before: stretches[index - 1],
    }))
    .filter(({ text, before }) => text !== (before ? feelText(before.feel) : 'straight'));
  const labels = laneLabels(
    named.map(({ stretch, text }) => ({ x: xOf(scale, stretch.start) + 2, text })),
    SIZE.small,
    1,
    width,
  );
  return (
    <g>
      {labels.map(
        (label) =>
          label && (
            <text key={label.x} x={label.x} y={at.feel} className={classes.feel}>
              {label.text}
            </text>
          ),
      )}
    </g>
  );
});

/** Bar number, name and bars of each section, in two rows where sections are short. */
const Names = memo(({ stretches, scale, width, at }: Named) => {
  const places = stretches.map((stretch) => xOf(scale, stretch.start));
  const names = laneLabels(
    stretches.map(({ name }, index) => ({ x: places[index]! + 3, text: name })),
    SIZE.name,
    2,
    width - 4,
  );
  const bars = laneLabels(
    stretches.map(({ firstPlayed }, index) => ({
      x: places[index]! + 3,
      text: String(firstPlayed),
    })),
    SIZE.small,
    1,
    width,
  );
  const ticks = places.map((x, index) => {
    const label = names[index];
    const long = at.name - at.ground - 6;
    return `M${x.toFixed(1)} ${at.ground}v${label ? label.row * at.row + long : 12}`;
  });
  return (
    <g>
      <path d={ticks.join('')} className={classes.tick} />
      {stretches.map((stretch, index) => (
        <Name
          key={stretch.firstPlayed}
          stretch={stretch}
          bar={bars[index]?.text === String(stretch.firstPlayed) ? bars[index] : undefined}
          name={names[index]}
          at={at}
          fits={stretch.seconds * scale.perSecond > stretch.bars.length * 8 + 8}
        />
      ))}
    </g>
  );
});

type NameProps = {
  readonly stretch: Stretch;
  readonly bar: Label | undefined;
  readonly name: Label | undefined;
  readonly at: Geometry;
  /** Whether the bars fit beside the bar number. */
  readonly fits: boolean;
};

const Name = ({ stretch, bar, name, at, fits }: NameProps) => (
  <>
    {bar && (
      <text x={bar.x} y={at.bar} className={classes.bar}>
        {bar.text}
      </text>
    )}
    {name && (
      <text x={name.x} y={at.name + name.row * at.row} className={classes.name}>
        {name.text}
      </text>
    )}
    {name && fits && at.groups && (
      <text
        x={name.x}
        y={at.name + name.row * at.row + 15}
        className={stretch.odd ? classes.odd : classes.bar}
      >
        {stretch.bars}
      </text>
    )}
  </>
);
