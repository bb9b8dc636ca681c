'use client';

import { NativeSelect } from '@mantine/core';
import { ok, type Result } from '@/core/base/result';
import {
  type Every,
  everyText,
  type Position,
  parseEvery,
  type RoadMap,
} from '@/core/song/roadmap';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import { GrooveSelect } from '../details/GrooveSelect';
import classes from './Ruler.module.css';

/** The fields that marks of several kinds have in common. */

export type Form = {
  readonly detail: Record<string, unknown>;
  readonly mayEdit: boolean;
  readonly setFields: (fields: Readonly<Record<string, unknown>>) => ReturnType<Edit>;
  readonly setValue: (field: string, value: unknown) => ReturnType<Edit>;
  readonly set: (
    field: string,
    read: (text: string) => Result<unknown>,
  ) => (text: string) => ReturnType<Edit>;
  readonly position: (text: string) => Result<Position>;
  readonly placeText: (position: Position | 'end') => string;
  readonly unit: RoadMap['start']['tempo']['unit'];
  readonly patterns: RoadMap['patterns'];
};

type TextProps = {
  readonly form: Form;
  readonly label: string;
  readonly field: string;
  readonly value: string;
  readonly read: (text: string) => Result<unknown>;
  readonly placeholder?: string;
  readonly wide?: boolean;
};

export const Text = ({ form, label, field, value, read, placeholder, wide }: TextProps) => (
  <div className={classes.field} data-wide={wide}>
    <span aria-hidden="true">{label}</span>
    <Cell
      label={label}
      value={value}
      onText={form.set(field, read)}
      readOnly={!form.mayEdit}
      {...(placeholder && { placeholder })}
      {...(wide && { wide })}
    />
  </div>
);

export const Words = ({ form, label, field, placeholder }: Omit<TextProps, 'value' | 'read'>) => (
  <Text
    form={form}
    label={label}
    field={field}
    value={String(form.detail[field] ?? '')}
    read={ok}
    wide
    {...(placeholder && { placeholder })}
  />
);

type PlaceProps = {
  readonly form: Form;
  readonly label: string;
  readonly field: string;
  /** What it comes to where nothing is said. */
  readonly end?: string;
  /** Whether the end of the section is something else than that. */
  readonly toEnd?: boolean;
};

export const Place = ({ form, label, field, end, toEnd }: PlaceProps) => {
  const position = form.detail[field] as Position | 'end' | null;
  return (
    <Text
      form={form}
      label={label}
      field={field}
      value={position ? form.placeText(position) : ''}
      read={(text) => {
        const typed = text.trim().toLowerCase();
        if (typed === '' && end) return ok(null);
        return typed === 'end' && toEnd ? ok('end') : form.position(text);
      }}
      {...(end && { placeholder: end })}
    />
  );
};

type ChoiceProps = {
  readonly form: Form;
  readonly label: string;
  readonly field: string;
  readonly choices: readonly string[];
  /** What they are called, where that is something else. */
  readonly words?: Readonly<Record<string, string>>;
  readonly none?: string;
};

export const Choice = ({ form, label, field, choices, words, none }: ChoiceProps) => (
  <NativeSelect
    label={label}
    value={String(form.detail[field] ?? '')}
    onChange={({ currentTarget: { value } }) => form.setValue(field, value === '' ? null : value)}
  >
    {none && <option value="">{none}</option>}
    {choices.map((choice) => (
      <option key={choice} value={choice}>
        {words?.[choice] ?? choice}
      </option>
    ))}
  </NativeSelect>
);

export const Again = ({ form }: { readonly form: Form }) => (
  <Text
    form={form}
    label="Comes again"
    field="every"
    value={everyText(form.detail.every as Every)}
    read={parseEvery}
    wide
    placeholder="once"
  />
);

type PatternProps = {
  readonly form: Form;
  readonly label: string;
  readonly field: 'pattern' | 'groove';
  readonly kind: 'fill' | 'groove';
  readonly none: string;
  /** Sets the field, where left out. */
  readonly onChange?: (id: string | null) => void;
};

export const PatternChoice = (props: PatternProps) => {
  const { form, label, field, kind, none, onChange = (id) => form.setValue(field, id) } = props;
  return (
    <div className={classes.field}>
      <span aria-hidden="true">{label}</span>
      <GrooveSelect
        label={label}
        kind={kind}
        patterns={form.patterns}
        value={form.detail[field] as string | null}
        none={none}
        mayEdit={form.mayEdit}
        onChange={(pattern) => onChange(pattern)}
      />
    </div>
  );
};
