'use client';

import { useMemo } from 'react';
import { type Packed, unpacked } from '@/core/base/packed';
import type { ClickSettings } from '@/core/music/click';
import type { RoadMap } from '@/core/song/roadmap';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { DeputyPage } from './DeputyPage';

type Props = {
  readonly map: Packed<RoadMap>;
  readonly title: string;
  readonly click: ClickSettings;
  readonly band: string;
  readonly document: string;
  readonly until: Date;
};

export const SongForDeputy = ({ map: sent, title, click, band, document, until }: Props) => {
  const { songs, program } = useMemo(() => {
    const map = unpacked(sent);
    const timeline = compile(map, [click]);
    return {
      songs: [{ id: document, title, map, timeline }],
      program: soloProgram(title, timeline),
    };
  }, [sent, title, click, document]);
  return (
    <DeputyPage
      band={band}
      title={title}
      document={document}
      event={undefined}
      songs={songs}
      program={program}
      until={until}
    />
  );
};
