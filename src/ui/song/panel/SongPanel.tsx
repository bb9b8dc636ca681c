'use client';

import { useMemo } from 'react';
import { remarksOn, sharesOf } from '@/core/judgement';
import type { RoadMap } from '@/core/roadmap';
import type { Timeline } from '@/core/timeline';
import type { Edit } from '../../document';
import { Clock } from './Clock';
import { Remarks } from './Remarks';
import { Shares } from './Shares';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly onSelect: (section: string) => void;
};

/** The song as a whole: what to look at, what to learn first, the clock of the recording. */
export const SongPanel = ({ map, timeline, mayEdit, edit, onSelect }: Props) => {
  const remarks = useMemo(() => remarksOn({ map, timeline }), [map, timeline]);
  const shares = useMemo(() => sharesOf(map, timeline), [map, timeline]);
  return (
    <aside className={classes.panel} aria-label="The song as a whole">
      <Remarks remarks={remarks} mayEdit={mayEdit} edit={edit} onSelect={onSelect} />
      <Shares shares={shares} />
      <Clock map={map} timeline={timeline} mayEdit={mayEdit} edit={edit} />
    </aside>
  );
};
