'use client';

import { ActionIcon, Button, NativeSelect } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { ok, type Result } from '@/core/base/result';
import { insertRecord, newPart, partsOf, removePart, setField } from '@/core/song/editing';
import {
  feelText,
  levelText,
  orInherited,
  type Part,
  parseFeel,
  parseLevel,
  parseWhole,
  type RoadMap,
  TIMEKEEPERS,
  type Timekeeper,
} from '@/core/song/roadmap';
import type { Edit } from '../../document';
import { FieldsOf } from '../../document';
import { StaffView } from '../../kit/StaffView';
import { Cell } from '../../shared/Cell';
import { newId } from '../../shared/newId';
import { GrooveSelect } from '../details/GrooveSelect';
import classes from './SongPanel.module.css';

type Props = { readonly map: RoadMap; readonly mayEdit: boolean; readonly edit: Edit };

/** What the drummer has to be able to play. A change here changes every section that follows it. */
export const Parts = ({ map, mayEdit, edit }: Props) => {
  const parts = partsOf(map);
  return (
    <section>
      <h2>Parts</h2>
      {parts.length === 0 && (
        <p className={classes.quiet}>
          What you have to be able to play. Name one in a section’s row, or here; sections that name
          it follow it.
        </p>
      )}
      {parts.map((part) => (
        <FieldsOf key={part.id} record={part.id}>
          <PartFields map={map} part={part} mayEdit={mayEdit} edit={edit} />
        </FieldsOf>
      ))}
      {mayEdit && (
        <Button
          variant="subtle"
          size="compact-sm"
          onClick={() => edit([insertRecord('parts', newPart(map, newId()))])}
        >
          Add a part
        </Button>
      )}
    </section>
  );
};

type FieldsProps = Props & { readonly part: Part };

const PartFields = ({ map, part, mayEdit, edit }: FieldsProps) => {
  const { id, name, bars, level, feel, timekeeper, phrase } = part;
  const groove = map.patterns[part.groove ?? ''];
  const users = Object.values(map.sections).filter((section) => section.part === id).length;
  const set =
    <Field extends keyof Part & string>(
      field: Field,
      read: (text: string) => Result<Part[Field]>,
    ) =>
    (text: string) => {
      const value = read(text);
      return value.ok ? edit(setField('parts', id, field, value.value), true) : value.problem;
    };
  const whole = orInherited((text) => ok(parseWhole(text)));
  const field = (label: string, value: string, onText: (text: string) => ReturnType<Edit>) => (
    <>
      <span aria-hidden="true">{label}</span>
      <Cell
        label={`${label} of the part ${name}`}
        field={label}
        value={value}
        placeholder="not said"
        readOnly={!mayEdit}
        onText={onText}
      />
    </>
  );
  return (
    <div className={classes.part}>
      <div className={classes.partName}>
        <Cell
          label={`Name of the part ${name}`}
          field="name"
          value={name}
          wide
          readOnly={!mayEdit}
          onText={set('name', ok)}
        />
        <span>{users === 1 ? '1 section' : `${users} sections`}</span>
        {mayEdit && (
          <ActionIcon
            size={26}
            aria-label={`Remove the part ${name}`}
            onClick={() => edit(removePart(map, id))}
          >
            <IconX size={15} />
          </ActionIcon>
        )}
      </div>
      <div className={classes.partFields}>
        {field('Bars', bars === null ? '' : String(bars), set('bars', whole))}
        {field('Level', level ? levelText(level) : '', set('level', orInherited(parseLevel)))}
        {field('Phrase', phrase === null ? '' : String(phrase), set('phrase', whole))}
        <span aria-hidden="true">Timekeeper</span>
        <NativeSelect
          aria-label={`Timekeeper of the part ${name}`}
          value={timekeeper ?? ''}
          disabled={!mayEdit}
          onChange={({ currentTarget: { value } }) =>
            edit(setField('parts', id, 'timekeeper', (value || null) as Timekeeper | null))
          }
        >
          <option value="">not said</option>
          {TIMEKEEPERS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </NativeSelect>
        {field('Feel', feel ? feelText(feel) : '', set('feel', orInherited(parseFeel)))}
        <span aria-hidden="true">Groove</span>
        <GrooveSelect
          label={`Groove of the part ${name}`}
          patterns={map.patterns}
          value={part.groove}
          none="not said"
          mayEdit={mayEdit}
          onChange={(chosen) => edit(setField('parts', id, 'groove', chosen))}
        />
      </div>
      {groove && <StaffView pattern={groove} scale={0.6} barsPerLine={1} whenSeen />}
    </div>
  );
};
