'use client';

import { Button, Checkbox, CloseButton, NativeSelect } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { setFields } from '@/core/base/document';
import { fail, ok, type Result } from '@/core/base/result';
import { meterText } from '@/core/music/time';
import {
  CUES,
  type Details,
  type Every,
  everyText,
  HIT_PLAYS,
  HITS,
  LANDING_WORDS,
  LANDINGS,
  LEAVES,
  levelText,
  type Position,
  parseEvery,
  parseLevel,
  parseMeter,
  parsePasses,
  parseTempo,
  passesText,
  positionText,
  type RoadMap,
  TIMEKEEPERS,
  tempoText,
} from '@/core/song/roadmap';
import { type MeterAt, placeInSection, type Timeline } from '@/core/song/timeline';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import { GrooveSelect } from '../details/GrooveSelect';
import type { Mark } from './marks';
import classes from './Ruler.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly mark: Mark;
  readonly meterAt: MeterAt;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly onRemove: () => void;
  readonly onClose: () => void;
};

/** Everything that can be said of one mark. */
export const MarkEditor = ({
  map,
  timeline,
  mark,
  meterAt,
  mayEdit,
  edit,
  onRemove,
  onClose,
}: Props) => {
  const { where, id } = mark;
  const detail = mark.detail as unknown as Record<string, unknown>;
  const setAll = (fields: Readonly<Record<string, unknown>>) =>
    edit([setFields(where, id, fields)], true);
  const setValue = (field: string, value: unknown) => setAll({ [field]: value });
  const set = (field: string, read: (text: string) => Result<unknown>) => (text: string) => {
    const value = read(text);
    return value.ok ? setValue(field, value.value) : value.problem;
  };
  const form: Form = {
    detail,
    mayEdit,
    setFields: setAll,
    setValue,
    set,
    position: (text) =>
      placeInSection(text, {
        timeline,
        section: mark.detail.section,
        meterAt,
        offset: map.start.recording,
      }),
    placeText: (position) =>
      position === 'end' ? 'end' : positionText(position, meterAt(position.bar)),
    unit: map.start.tempo.unit,
    patterns: map.patterns,
  };
  return (
    <fieldset className={classes.editor} disabled={!mayEdit} aria-label={mark.title}>
      {FIELDS[where]?.(form)}
      <Text
        form={form}
        label="On passes"
        field="passes"
        value={passesOf(detail)}
        read={readPasses}
        placeholder="every time"
      />
      <span className={classes.tools}>
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconTrash size={15} aria-hidden="true" />}
          onClick={onRemove}
        >
          Delete
        </Button>
        <CloseButton aria-label="Close" onClick={onClose} />
      </span>
    </fieldset>
  );
};

type Form = {
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

const passesOf = (detail: Record<string, unknown>): string =>
  detail.passes ? passesText(detail.passes as never) : '';

const readPasses = (text: string): Result<unknown> =>
  text.trim() === '' ? ok(null) : parsePasses(text);

type TextProps = {
  readonly form: Form;
  readonly label: string;
  readonly field: string;
  readonly value: string;
  readonly read: (text: string) => Result<unknown>;
  readonly placeholder?: string;
  readonly wide?: boolean;
};

const Text = ({ form, label, field, value, read, placeholder, wide }: TextProps) => (
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

const Words = ({ form, label, field, placeholder }: Omit<TextProps, 'value' | 'read'>) => (
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

const Place = ({ form, label, field, end, toEnd }: PlaceProps) => {
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

const Choice = ({ form, label, field, choices, words, none }: ChoiceProps) => (
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

const Again = ({ form }: { readonly form: Form }) => (
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

const PatternChoice = (props: PatternProps) => {
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

const WARNING = /^(\d{1,2})\s*(bars?|beats?)$/i;

const readWarning = (text: string): Result<unknown> => {
  const match = WARNING.exec(text.trim());
  if (!match) return fail('invalid', '', 'Type a warning like 2 bars, or 4 beats.');
  return ok({
    count: Number(match[1]),
    of: match[2]!.toLowerCase().startsWith('bar') ? 'bars' : 'beats',
  });
};

const seconds = (text: string): Result<unknown> => ok(Number(text.replace(/s$/i, '').trim()));

const warningText = (warning: Details['cues']['warning']): string =>
  `${warning.count} ${warning.of}`;

/** Kinds of hits in which something is struck. */
const STRUCK: readonly string[] = ['hit', 'push', 'choke'];

/** The fields of each kind of mark. */
const FIELDS: Readonly<Record<string, (form: Form) => ReactNode>> = {
  fills: (form) => (
    <>
      <Place form={form} label="From" field="from" />
      <Place
        form={form}
        label="To"
        field="to"
        end={form.detail.pattern ? 'as it lasts' : 'bar line'}
        toEnd
      />
      <Words form={form} label="Name" field="name" placeholder="toms, round the kit" />
      <PatternChoice form={form} label="Plays" field="pattern" kind="fill" none="not written" />
      <Choice form={form} label="Of the groove goes on" field="leaves" choices={LEAVES} />
      <Choice form={form} label="Leads to" field="lands" choices={LANDINGS} words={LANDING_WORDS} />
      <Again form={form} />
      <Words form={form} label="Note" field="notes" placeholder="what to mind" />
    </>
  ),
  hits: (form) => (
    <>
      <Choice form={form} label="Kind" field="kind" choices={HITS} />
      <Place form={form} label="At" field="at" />
      {STRUCK.includes(form.detail.kind as string) && (
        <>
          <Choice form={form} label="Plays" field="plays" choices={HIT_PLAYS} none="as usual" />
          <PatternChoice form={form} label="or a fill" field="pattern" kind="fill" none="none" />
        </>
      )}
      {form.detail.kind === 'push' && (
        <Checkbox
          checked={form.detail.andBeat === true}
          onChange={({ currentTarget }) => form.setValue('andBeat', currentTarget.checked)}
          label="the beat after it as well"
        />
      )}
      {(form.detail.kind === 'stop' || form.detail.kind === 'choke') && (
        <Place
          form={form}
          label={form.detail.kind === 'stop' ? 'To' : 'Caught at'}
          field="to"
          end={form.detail.kind === 'stop' ? 'end of the bar' : 'at once'}
          toEnd
        />
      )}
      <Again form={form} />
      <Words form={form} label="Words" field="words" placeholder="horns" />
    </>
  ),
  grooveChanges: (form) => (
    <>
      <Place form={form} label="From" field="at" />
      <PatternChoice
        form={form}
        label="Groove"
        field="groove"
        kind="groove"
        none="the section’s, freely"
        // Another groove is played as written until somebody says otherwise.
        onChange={(groove) => form.setFields({ groove, simile: groove === null })}
      />
      <Place form={form} label="To" field="to" end="the end" />
      <Again form={form} />
      <Checkbox
        checked={form.detail.simile === true}
        onChange={({ currentTarget }) => form.setValue('simile', currentTarget.checked)}
        label="in the same manner (simile)"
      />
    </>
  ),
  dynamics: (form) => (
    <>
      <Place form={form} label="From" field="at" />
      <Text
        form={form}
        label="Level"
        field="level"
        value={form.detail.level ? levelText(form.detail.level as never) : ''}
        read={(text) => (text.trim() === '' ? ok(null) : parseLevel(text))}
        placeholder="same"
      />
      <Choice form={form} label="Timekeeper" field="timekeeper" choices={TIMEKEEPERS} none="same" />
      <Place form={form} label="Arrives at" field="to" end="the end" />
    </>
  ),
  cues: (form) => (
    <>
      <Place form={form} label="At" field="at" />
      <Choice form={form} label="Kind" field="kind" choices={CUES} />
      <Words form={form} label="Words" field="words" />
      <Text
        form={form}
        label="Warning"
        field="warning"
        value={warningText(form.detail.warning as never)}
        read={readWarning}
      />
      <Words form={form} label="Given by" field="by" />
      <Checkbox
        checked={form.detail.byEar === true}
        onChange={({ currentTarget }) => form.setValue('byEar', currentTarget.checked)}
        label="to be checked by ear"
      />
    </>
  ),
  fermatas: (form) => (
    <>
      <Place form={form} label="Before" field="at" end="the end" />
      <Text
        form={form}
        label="Seconds"
        field="seconds"
        value={String(form.detail.seconds)}
        read={seconds}
      />
      <Words form={form} label="Until the cue" field="cue" placeholder="counted in seconds" />
    </>
  ),
  timeChanges: (form) => (
    <>
      <Text
        form={form}
        label="From bar"
        field="bar"
        value={String(form.detail.bar)}
        read={(text) => ok(Number(text))}
      />
      <Text
        form={form}
        label="Meter"
        field="meter"
        value={form.detail.meter ? meterText(form.detail.meter as never) : ''}
        read={parseMeter}
        placeholder="same"
      />
      <Text
        form={form}
        label="Tempo"
        field="tempo"
        value={tempoText(form.detail.tempo as never, form.unit)}
        read={(text) => parseTempo(text, form.unit)}
        placeholder="same"
      />
      <Text
        form={form}
        label="Ramp ends with bar"
        field="toBar"
        value={form.detail.toBar === null ? '' : String(form.detail.toBar)}
        read={(text) => ok(text.trim() === '' ? null : Number(text))}
        placeholder="the last"
      />
    </>
  ),
};
