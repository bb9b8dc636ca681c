'use client';

import type { Operation } from '@/core/base/document';
import type { Problem } from '@/core/base/result';
import { parseWhole } from '@/core/song/roadmap';
import type { SongSet } from '@/core/song/set';
import { Cell } from '../shared/Cell';
import classes from './SetPage.module.css';
import { dateWords } from './words';

type Props = {
  readonly set: SongSet;
  readonly event: { readonly title: string; readonly place: string; readonly startsAt: string };
  readonly mayEdit: boolean;
  readonly edit: (operations: readonly Operation[], shownThere?: boolean) => Problem | undefined;
};

/** Which set of which evening, and the time it may take. */
export const SetHeading = ({ set, event, mayEdit, edit }: Props) => {
  const put = (field: 'title' | 'slotMinutes', value: unknown) =>
    edit([{ type: 'set', in: 'heading', fields: { [field]: value } }], true);
  const { title, slotMinutes } = set.heading;
  return (
    <div className={classes.heading}>
      <div className={classes.title}>
        <Cell
          label="Title of the set"
          value={title}
          onText={(text) => put('title', text)}
          readOnly={!mayEdit}
          wide
        />
      </div>
      <p className="name">
        {[event.title, event.place].filter(Boolean).join(', ')}
        {', '}
        <time dateTime={event.startsAt} suppressHydrationWarning>
          {dateWords(event.startsAt)}
        </time>
      </p>
      <div className={classes.slot}>
        <span>Slot in minutes</span>
        <Cell
          label="Time slot in minutes"
          value={slotMinutes === null ? '' : String(slotMinutes)}
          placeholder="none"
          onText={(text) => put('slotMinutes', text.trim() === '' ? null : parseWhole(text))}
          readOnly={!mayEdit}
          numeric
        />
      </div>
    </div>
  );
};
