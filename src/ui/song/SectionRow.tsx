'use client';

import { useSortable } from '@dnd-kit/sortable';
import { IconGripVertical } from '@tabler/icons-react';
import { createContext, memo, useCallback, useContext } from 'react';
import type { Operation } from '@/core/document';
import type { Problem } from '@/core/result';
import { countedAs, feelText, isOdd, levelText, type Section, tempoText } from '@/core/roadmap';
import { clock, meterText, type NoteValue } from '@/core/time';
import type { Passage } from '@/core/timeline';
import { NoteIcon } from '../profile';
import { Cell } from '../shared/Cell';
import { COLUMNS, type Column, setSection } from './edits';
import classes from './SectionTable.module.css';

export type RowProps = {
  readonly section: Section;
  readonly unit: NoteValue;
  readonly selected: boolean;
  readonly mayEdit: boolean;
  readonly edit: (operations: readonly Operation[], shownThere?: boolean) => Problem | undefined;
  readonly onSelect: (id: string) => void;
};

/** One section as a row: where it starts, and everything about it that is typed. */
export const SectionRow = memo((props: RowProps) => {
  const { section, unit, selected, mayEdit, edit, onSelect } = props;
  const { id, name, bars, times, level, tempo, meter, feel, click } = section;
  const sortable = useSortable({ id, disabled: !mayEdit });
  const shift = sortable.transform;
  return (
    <tr
      ref={sortable.setNodeRef}
      data-section={id}
      data-selected={selected}
      data-lifted={sortable.isDragging}
      className={classes.row}
      style={
        shift
          ? { transform: `translateY(${shift.y}px)`, transition: sortable.transition }
          : undefined
      }
      onFocus={() => onSelect(id)}
      onClick={() => onSelect(id)}
    >
      <td className={classes.grip}>
        <button
          type="button"
          ref={sortable.setActivatorNodeRef}
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label={`Move ${name}`}
          disabled={!mayEdit}
        >
          <IconGripVertical size={16} />
        </button>
      </td>
      <Start section={id} />
      <Field {...props} column="name" label="Name" value={name} wide />
      <Field {...props} column="bars" label="Bars" value={String(bars)} numeric />
      <td className={isOdd(bars) ? classes.odd : classes.quiet}>
        {isOdd(bars) ? countedAs(bars) : ''}
      </td>
      <Field {...props} column="times" label="Times" value={String(times)} numeric />
      <Field {...props} column="level" label="Level" value={levelText(level)} />
      <Field
        {...props}
        column="tempo"
        label="Tempo"
        value={tempoText(tempo, unit)}
        before={tempo && <NoteIcon value={tempo.unit} height={12} />}
      />
      <Field {...props} column="meter" label="Meter" value={meter ? meterText(meter) : ''} />
      <Field {...props} column="feel" label="Feel" value={feelText(feel)} wide />
      <td className={classes.click}>
        <input
          type="checkbox"
          aria-label={`Click in ${name}`}
          checked={click}
          disabled={!mayEdit}
          onChange={({ currentTarget }) => edit(setSection(id, 'click', currentTarget.checked))}
        />
      </td>
    </tr>
  );
});

/** The first pass of each section. It changes with every keystroke; the rows around it do not. */
export const StartsContext = createContext<ReadonlyMap<string, Passage>>(new Map());

/** Where a section starts: bar as played, bar as written, time from bar 1. */
const Start = ({ section }: { readonly section: string }) => {
  const passage = useContext(StartsContext).get(section);
  return (
    <>
      <td className={classes.number} data-testid="played">
        {passage?.firstPlayed}
      </td>
      <td className={classes.quiet}>{passage?.firstWritten}</td>
      <td className={classes.quiet}>{passage && clock(passage.startSeconds)}</td>
    </>
  );
};

type FieldProps = RowProps & {
  readonly column: Column;
  readonly label: string;
  readonly value: string;
  readonly numeric?: boolean;
  readonly wide?: boolean;
  readonly before?: React.ReactNode;
};

const Field = ({ section, unit, mayEdit, edit, column, label, ...rest }: FieldProps) => {
  const onText = useCallback(
    (text: string) => {
      const read = COLUMNS[column](text, unit);
      if (!read.ok) return read.problem;
      return edit(setSection(section.id, column, read.value as never), true);
    },
    [column, unit, section.id, edit],
  );
  const { value, numeric, wide, before } = rest;
  return (
    <td className={classes[column]}>
      <Cell
        label={`${label} of ${section.name}`}
        column={column}
        value={value}
        onText={onText}
        readOnly={!mayEdit}
        {...(numeric && { numeric })}
        {...(wide && { wide })}
        before={before}
      />
    </td>
  );
};
