'use client';

import { useSortable } from '@dnd-kit/sortable';
import { UnstyledButton } from '@mantine/core';
import { IconGripVertical } from '@tabler/icons-react';
import { createContext, memo, useCallback, useContext } from 'react';
import { clock, meterText, type NoteValue } from '@/core/music/time';
import { setField } from '@/core/song/editing';
import {
  countedAs,
  feelText,
  isOdd,
  levelText,
  type Part,
  resolve,
  type Section,
  tempoText,
} from '@/core/song/roadmap';
import type { Passage } from '@/core/song/timeline';
import type { Edit } from '../document';
import { HereIn } from '../presence/Here';
import { NoteIcon } from '../profile';
import { Cell } from '../shared/Cell';
import { COLUMNS, type Column } from './edits';
import { Rails } from './Rails';
import classes from './SectionTable.module.css';

export type RowProps = {
  readonly section: Section;
  readonly part: Part | undefined;
  /** The names of the groove that it says itself, and of that of its part. */
  readonly groove: string | undefined;
  readonly partsGroove: string | undefined;
  /** How many repeats it stands in. */
  readonly depth: number;
  readonly unit: NoteValue;
  readonly selected: boolean;
  /** In a long song the cells are fields only in the selected row. */
  readonly long: boolean;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly onSelect: (id: string) => void;
  /** Gives the section the part of a name. */
  readonly onPart: (id: string, name: string) => ReturnType<Edit>;
  /** Gives the section the groove of a name. */
  readonly onGroove: (id: string, name: string) => ReturnType<Edit>;
};

/**
 * One section as a row: where it starts, and everything about it that is typed. What it takes over
 * from its part stands there in grey; typing overrides it, emptying the field puts it back.
 */
export const SectionRow = memo((props: RowProps) => {
  const { section, part, depth, unit, selected, long, mayEdit, edit, onSelect, onPart, onGroove } =
    props;
  const { id, name, bars, times, level, tempo, meter, feel, click, tacet } = section;
  const whole = resolve({ parts: part ? { [part.id]: part } : {} }, section);
  const sortable = useSortable({ id, disabled: !mayEdit });
  const shift = sortable.transform;
  const setPart = useCallback((text: string) => onPart(id, text), [id, onPart]);
  const setGroove = useCallback((text: string) => onGroove(id, text), [id, onGroove]);
  return (
    <tr
      ref={sortable.setNodeRef}
      data-section={id}
      data-selected={selected}
      data-lifted={sortable.isDragging}
      data-tacet={tacet}
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
        <UnstyledButton
          ref={sortable.setActivatorNodeRef}
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label={`Move ${name}`}
          disabled={!mayEdit}
        >
          <IconGripVertical size={16} />
        </UnstyledButton>
      </td>
      <Start section={id} />
      <td className={classes.named}>
        <Rails depth={depth} />
        <Field {...props} column="name" label="Name" value={name} wide />
        <HereIn section={id} />
      </td>
      <td>
        <Field
          {...props}
          column="bars"
          label="Bars"
          value={bars === null ? '' : String(bars)}
          placeholder={String(whole.bars)}
          numeric
        />
      </td>
      <td className={isOdd(whole.bars, whole.phrase) ? classes.odd : classes.quiet}>
        {isOdd(whole.bars, whole.phrase) ? countedAs(whole.bars, whole.phrase) : ''}
      </td>
      <td>
        <Field {...props} column="times" label="Times" value={String(times)} numeric />
      </td>
      <td>
        <Cell
          label={`Part of ${name}`}
          column="part"
          value={part?.name ?? ''}
          onText={setPart}
          readOnly={!mayEdit}
          still={long && !selected}
          list="parts"
          onLeave
          wide
        />
      </td>
      <td>
        <Cell
          label={`Groove of ${name}`}
          column="groove"
          value={props.groove ?? ''}
          onText={setGroove}
          readOnly={!mayEdit}
          still={long && !selected}
          {...(props.partsGroove && { placeholder: props.partsGroove })}
          list="grooves"
          onLeave
          wide
        />
      </td>
      <td>
        <Field
          {...props}
          column="level"
          label="Level"
          value={level ? levelText(level) : ''}
          placeholder={levelText(whole.level)}
        />
      </td>
      <td>
        <Field
          {...props}
          column="tempo"
          label="Tempo"
          value={tempoText(tempo, unit)}
          before={tempo && <NoteIcon value={tempo.unit} height={12} />}
        />
      </td>
      <td>
        <Field {...props} column="meter" label="Meter" value={meter ? meterText(meter) : ''} />
      </td>
      <td>
        <Field
          {...props}
          column="feel"
          label="Feel"
          value={feel ? feelText(feel) : ''}
          placeholder={tacet ? 'tacet' : feelText(whole.feel)}
          wide
        />
      </td>
      <td className={classes.click}>
        <input
          type="checkbox"
          aria-label={`Click in ${name}`}
          checked={click}
          disabled={!mayEdit}
          onChange={({ currentTarget }) =>
            edit(setField('sections', id, 'click', currentTarget.checked))
          }
        />
      </td>
    </tr>
  );
});

/** Where sections start. It changes with every keystroke; the rows around it do not. */
export const StartsContext = createContext<{
  readonly first: ReadonlyMap<string, Passage>;
  readonly written: ReadonlyMap<string, { readonly first: number }>;
}>({ first: new Map(), written: new Map() });

/** Where a section starts: bar as played, bar as written, time from bar 1. */
const Start = ({ section }: { readonly section: string }) => {
  const { first, written } = useContext(StartsContext);
  const passage = first.get(section);
  return (
    <>
      <td className={classes.number} data-testid="played">
        {passage?.firstPlayed}
      </td>
      <td className={classes.quiet}>{written.get(section)?.first}</td>
      <td className={classes.quiet}>{passage && clock(passage.startSeconds)}</td>
    </>
  );
};

type FieldProps = RowProps & {
  readonly column: Column;
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly numeric?: boolean;
  readonly wide?: boolean;
  readonly before?: React.ReactNode;
};

const Field = ({
  section,
  unit,
  mayEdit,
  selected,
  long,
  edit,
  column,
  label,
  ...rest
}: FieldProps) => {
  const onText = useCallback(
    (text: string) => {
      const read = COLUMNS[column](text, unit);
      if (!read.ok) return read.problem;
      return edit(setField('sections', section.id, column, read.value as never), true);
    },
    [column, unit, section.id, edit],
  );
  const { value, placeholder, numeric, wide, before } = rest;
  return (
    <Cell
      label={`${label} of ${section.name}`}
      column={column}
      value={value}
      onText={onText}
      readOnly={!mayEdit}
      still={long && !selected}
      {...(placeholder && { placeholder })}
      {...(numeric && { numeric })}
      {...(wide && { wide })}
      before={before}
    />
  );
};
