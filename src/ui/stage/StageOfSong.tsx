'use client';

import { useMemo } from 'react';
import { type Packed, unpacked } from '@/core/base/packed';
import type { ClickSettings } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import type { RoadMap } from '@/core/song/roadmap';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import type { StageNote } from './MomentView';
import { StagePage } from './StagePage';

type Props = {
  readonly map: Packed<RoadMap>;
  readonly title: string;
  readonly click: ClickSettings;
  readonly layout: Layout;
  readonly back: string;
  readonly notes?: readonly StageNote[];
};

/** One song on stage. */
export const StageOfSong = ({ map: sent, title, click, layout, back, notes }: Props) => {
  const { program, maps, pages } = useMemo(() => {
    const map = unpacked(sent);
    return { program: soloProgram(title, compile(map, [click])), maps: [map], pages: [back] };
  }, [sent, title, click, back]);
  return (
    <StagePage
      title={title}
      program={program}
      maps={maps}
      pages={pages}
      {...(notes && { notes: [notes] })}
      layout={layout}
      slotMinutes={null}
      back={back}
    />
  );
};
