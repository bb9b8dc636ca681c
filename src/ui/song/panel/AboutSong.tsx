'use client';

import { Textarea } from '@mantine/core';
import { setStart } from '@/core/song/editing';
import { LONGEST_NOTES, parseWhole, type RoadMap } from '@/core/song/roadmap';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** What is said of the song as a whole: a note for the chart, and the number that its first bar has. */
export const AboutSong = ({ map, mayEdit, edit }: Props) => (
  <section>
    <h2>Note and numbers</h2>
    <Textarea
      size="xs"
      aria-label="Note on the song"
      placeholder="the goal, what to mind; printed on the chart"
      autosize
      maxRows={6}
      maxLength={LONGEST_NOTES}
      readOnly={!mayEdit}
      value={map.start.notes}
      onChange={({ currentTarget }) =>
        edit(setStart('notes', currentTarget.value.replaceAll('\n', ' ')))
      }
    />
    <div className={classes.moments}>
      <span aria-hidden="true">First bar</span>
      <Cell
        label="Number of the first bar"
        value={String(map.start.firstBar)}
        onText={(text) => edit(setStart('firstBar', parseWhole(text)), true)}
        readOnly={!mayEdit}
        numeric
      />
    </div>
  </section>
);
