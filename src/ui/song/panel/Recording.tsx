'use client';

import type { Problem } from '@/core/base/result';
import { exactClock, parseClock } from '@/core/music/time';
import { setStart } from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** Where the song lies in the recording that it is learnt from. */
export const Recording = ({ map, mayEdit, edit }: Props) => {
  const { recording, recordingEnd } = map.start;
  const setMoment = (field: 'recording' | 'recordingEnd') => (text: string) => {
    if (text.trim() === '' && field === 'recordingEnd') return edit(setStart(field, null), true);
    const moment = parseClock(text);
    return moment === undefined ? NOT_A_TIME : edit(setStart(field, moment), true);
  };
  return (
    <section>
      <h2>In the recording</h2>
      <div className={classes.moments}>
        <span aria-hidden="true">Bar 1 is at</span>
        <Cell
          label="Where bar 1 is in the recording"
          value={exactClock(recording)}
          onText={setMoment('recording')}
          readOnly={!mayEdit}
        />
        <span aria-hidden="true">It ends at</span>
        <Cell
          label="Where the recording ends"
          value={recordingEnd === null ? '' : exactClock(recordingEnd)}
          placeholder="not said"
          onText={setMoment('recordingEnd')}
          readOnly={!mayEdit}
        />
      </div>
    </section>
  );
};

const NOT_A_TIME: Problem = {
  code: 'invalid',
  place: '',
  message: 'Type a time like 0:03.2.',
};
