'use client';

import { type PointerEvent, useRef } from 'react';
import type { Operation } from '@/core/base/document';
import { setField } from '@/core/song/editing';
import {
  type Level,
  type LevelRange,
  type RoadMap,
  resolve,
  type Section,
} from '@/core/song/roadmap';
import type { Scale, Stretch } from '../profile';
import classes from './ProfileHandles.module.css';

type Props = {
  readonly scale: Scale;
  readonly stretches: readonly Stretch[];
  readonly map: RoadMap;
  readonly edit: (operations: readonly Operation[]) => unknown;
};

type Drag = {
  readonly x: number;
  readonly y: number;
  readonly scale: Scale;
  readonly section: Section;
  readonly bars: number;
  readonly level: LevelRange;
};

/** The borders of sections to drag for their bars, their top edges to drag for their level. */
export const ProfileHandles = ({ scale, stretches, map, edit }: Props) => {
  const drag = useRef<Drag>(undefined);
  const hold = (section: Section | undefined) => (event: PointerEvent<SVGRectElement>) => {
    if (!section) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { bars, level } = resolve(map, section);
    drag.current = { x: event.clientX, y: event.clientY, scale, section, bars, level };
  };
  const release = () => {
    drag.current = undefined;
  };
  const pull = (event: PointerEvent, stretch: Stretch, edge: 'end' | 'top') => {
    if (!drag.current) return;
    const operations =
      edge === 'end'
        ? barsFor(drag.current, event.clientX, stretch)
        : levelFor(drag.current, event.clientY, map.sections[stretch.section]);
    if (operations) edit(operations);
  };
  return (
    <g>
      {stretches.map((stretch) => {
        const x = scale.left + stretch.start * scale.perSecond;
        const width = stretch.seconds * scale.perSecond;
        const section = map.sections[stretch.section];
        const top = scale.ground - scale.height;
        return (
          <g key={stretch.firstPlayed} onPointerUp={release} onPointerCancel={release}>
            <rect
              x={x + 4}
              width={Math.max(0, width - 8)}
              y={topOf(scale, stretch) - 6}
              height={12}
              className={classes.top}
              onPointerDown={hold(section)}
              onPointerMove={(event) => pull(event, stretch, 'top')}
            />
            <rect
              x={x + width - 4}
              width={8}
              y={top}
              height={scale.height}
              className={classes.end}
              onPointerDown={hold(section)}
              onPointerMove={(event) => pull(event, stretch, 'end')}
            />
          </g>
        );
      })}
    </g>
  );
};

const topOf = ({ ground, height }: Scale, { passages }: Stretch): number => {
  const loudest = Math.max(...passages.flatMap(({ level }) => [level.from, level.to]));
  return ground - (height * (0.25 + loudest)) / 5.25;
};

const barsFor = (
  { x, scale, section, bars }: Drag,
  to: number,
  stretch: Stretch,
): Operation[] | undefined => {
  const { seconds, bars: now } = stretch.passages[0]!;
  const perBar = (seconds / now) * section.times * scale.perSecond;
  const wanted = Math.max(1, bars + Math.round((to - x) / perBar));
  return wanted === now ? undefined : setField('sections', section.id, 'bars', wanted);
};

const levelFor = (
  { y, scale, section, level }: Drag,
  to: number,
  now: Section | undefined,
): Operation[] | undefined => {
  const steps = Math.round(((y - to) * 5.25) / scale.height);
  const shifted = (one: Level) => Math.min(5, Math.max(1, one + steps)) as Level;
  const wanted = { from: shifted(level.from), to: shifted(level.to) };
  const same = now?.level?.from === wanted.from && now.level.to === wanted.to;
  return same ? undefined : setField('sections', section.id, 'level', wanted);
};
