'use client';

import { memo } from 'react';
import type { Share } from '@/core/advice/judgement';
import type { RoadMap } from '@/core/song/roadmap';
import type { Edit } from '../../document';
import type { LiveRemarks } from '../useRemarks';
import { AboutSong } from './AboutSong';
import { Parts } from './Parts';
import { Recording } from './Recording';
import { Remarks } from './Remarks';
import { Shares } from './Shares';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly remarks: LiveRemarks;
  readonly shares: readonly Share[];
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** The song as a whole: what to look at, its parts, what to learn first, and the recording. */
export const SongPanel = memo(({ map, remarks, shares, mayEdit, edit }: Props) => {
  return (
    <aside className={classes.panel} aria-label="The song as a whole">
      <Remarks remarks={remarks} mayEdit={mayEdit} />
      <Parts map={map} mayEdit={mayEdit} edit={edit} />
      <AboutSong map={map} mayEdit={mayEdit} edit={edit} />
      <Shares shares={shares} />
      <Recording map={map} mayEdit={mayEdit} edit={edit} />
    </aside>
  );
});
