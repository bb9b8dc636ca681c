'use client';

import { useElementSize, useIntersection } from '@mantine/hooks';
import { type ComponentProps, type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { Timeline } from '@/core/song/timeline';
import { Ground } from './Ground';
import { HEIGHTS } from './geometry';
import { Profile } from './Profile';
import classes from './Profile.module.css';
import { scaleOver } from './scale';
import { stretchesOf } from './stretches';
import { useNeedle } from './useNeedle';
import { useProfileHeight } from './useProfileHeight';

const STEP = 20;

/**
 * The profile with an edge to drag, whose height is remembered in this browser. Scrolled out of sight,
 * it stays as a strip at the top.
 */
export const ResizableProfile = (props: Omit<ComponentProps<typeof Profile>, 'height'>) => {
  const [height, setHeight] = useProfileHeight();
  const { ref, entry } = useIntersection<HTMLDivElement>();
  return (
    <div ref={ref}>
      <Profile {...props} height={height} />
      <Edge height={height} onHeight={setHeight} />
      {entry && !entry.isIntersecting && entry.boundingClientRect.bottom < 0 && (
        <Strip timeline={props.timeline} onSelect={props.onSelect} />
      )}
    </div>
  );
};

type EdgeProps = { readonly height: number; readonly onHeight: (height: number) => void };

/** Dragged, moved by arrow keys, or doubled and halved by a double click. */
const Edge = ({ height, onHeight }: EdgeProps) => {
  const from = useRef<{ y: number; height: number }>(undefined);
  const keys: Readonly<Record<string, number>> = {
    ArrowUp: height - STEP,
    ArrowDown: height + STEP,
    Home: HEIGHTS.least,
    End: HEIGHTS.most,
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a rule cannot be moved
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the profile"
      aria-valuemin={HEIGHTS.least}
      aria-valuemax={HEIGHTS.most}
      aria-valuenow={height}
      tabIndex={0}
      title="Drag for more or less of the profile"
      className={classes.resize}
      onPointerDown={(event: PointerEvent<HTMLDivElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { y: event.clientY, height };
      }}
      onPointerMove={({ clientY }) => {
        if (from.current) onHeight(from.current.height + clientY - from.current.y);
      }}
      onPointerUp={() => {
        from.current = undefined;
      }}
      onDoubleClick={() => onHeight(height < HEIGHTS.large ? HEIGHTS.large : HEIGHTS.small)}
      onKeyDown={(event: KeyboardEvent) => {
        const next = keys[event.key];
        if (next === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        onHeight(next);
      }}
    />
  );
};

const STRIP = { height: 34, ground: 31, level: 28 };

type StripProps = {
  readonly timeline: Timeline;
  readonly onSelect: ((section: string) => void) | undefined;
};

/** The shape of the song and where it plays, while the rows are read further down. */
const Strip = ({ timeline, onSelect }: StripProps) => {
  const { ref, width } = useElementSize();
  const needle = useNeedle(timeline);
  const scale = { ...scaleOver(timeline, width), height: STRIP.level, ground: STRIP.ground };
  return (
    <div className={classes.strip}>
      <div ref={ref}>
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: the rows below are the way by keyboard */}
        <svg
          width={width}
          height={STRIP.height}
          role="img"
          aria-label="Profile of the song, small"
          onClick={({ clientX, currentTarget }) => {
            const time =
              (clientX - currentTarget.getBoundingClientRect().left - scale.left) / scale.perSecond;
            const section = stretchesOf(timeline).findLast(({ start }) => start <= time)?.section;
            if (section !== undefined) onSelect?.(section);
          }}
        >
          <Ground timeline={timeline} scale={scale} />
          <line
            ref={needle}
            className={classes.needle}
            y1={0}
            y2={STRIP.height}
            visibility="hidden"
          />
        </svg>
      </div>
    </div>
  );
};
