'use client';

import { memo } from 'react';
import type { Share } from '@/core/judgement';
import type { RoadMap } from '@/core/roadmap';
import type { Timeline } from '@/core/timeline';
import type { Edit } from '../../document';
import type { LiveRemarks } from '../useRemarks';
import { Clock } from './Clock';
import { Parts } from './Parts';
import { Remarks } from './Remarks';
import { Shares } from './Shares';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly remarks: LiveRemarks;
  readonly shares: readonly Share[];
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** The song as a whole: what to look at, its parts, what to learn first, the recording's clock. */
export const SongPanel = memo(({ map, timeline, remarks, shares, mayEdit, edit }: Props) => {
  return (
    <aside className={classes.panel} aria-label="The song as a whole">
      <Remarks remarks={remarks} mayEdit={mayEdit} />
      <Parts map={map} mayEdit={mayEdit} edit={edit} />
      <Shares shares={shares} />
      <Clock map={map} timeline={timeline} mayEdit={mayEdit} edit={edit} />
    </aside>
  );
});
