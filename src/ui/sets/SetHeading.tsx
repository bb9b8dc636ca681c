'use client';

import type { Operation } from '@/core/base/document';
import type { Problem } from '@/core/base/result';
import { parseWhole } from '@/core/song/roadmap';
import type { SongSet } from '@/core/song/set';
import { Cell } from '../shared/Cell';
import { EventTime } from './EventTime';
import classes from './SetPage.module.css';

/** The evening that a set is for. */
export type SetEvent = {
  readonly id: string;
  readonly title: string;
  readonly place: string;
  readonly startsAt: string;
  readonly timeZone: string;
};

type Props = {
  readonly set: SongSet;
  readonly event: SetEvent;
  readonly mayEdit: boolean;
  readonly edit: (operations: readonly Operation[], shownThere?: boolean) => Problem | undefined;
};

/** Which set of which evening. */
export const SetHeading = ({ set, event, mayEdit, edit }: Props) => {
  const { title } = set.heading;
  return (
    <div className={classes.heading}>
      <div className={classes.title}>
        <Cell
          label="Title of the set"
          value={title}
          onText={(text) => edit(heading({ title: text }), true)}
          readOnly={!mayEdit}
          wide
        />
      </div>
      <p className="name">
        {[event.title, event.place].filter(Boolean).join(', ')}
        {', '}
        <EventTime startsAt={event.startsAt} timeZone={event.timeZone} />
      </p>
    </div>
  );
};

/** The time that the set may take. */
export const SlotField = ({ set, mayEdit, edit }: Omit<Props, 'event'>) => {
  const { slotMinutes } = set.heading;
  return (
    <div className={classes.slot}>
      <span>Slot in minutes</span>
      <Cell
        label="Time slot in minutes"
        value={slotMinutes === null ? '' : String(slotMinutes)}
        placeholder="none"
        onText={(text) =>
          edit(heading({ slotMinutes: text.trim() === '' ? null : parseWhole(text) }), true)
        }
        readOnly={!mayEdit}
        numeric
      />
    </div>
  );
};

const heading = (fields: Partial<SongSet['heading']>): Operation[] => [
  { type: 'set', in: 'heading', fields },
];
