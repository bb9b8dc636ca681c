'use client';

import { Button, Checkbox, CloseButton } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { setFields } from '@/core/base/document';
import { fail, ok, type Result } from '@/core/base/result';
import { meterText } from '@/core/music/time';
import type { Bars } from '@/core/practice/rounds';
import {
  CUES,
  type Details,
  HIT_PLAYS,
  HITS,
  LANDING_WORDS,
  LANDINGS,
  LEAVES,
  levelText,
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
import { barsBetween, type MeterAt, placeInSection, type Timeline } from '@/core/song/timeline';
import type { Edit } from '../../document';
import { usePractise } from '../practice/usePractise';
import { Again, Choice, type Form, PatternChoice, Place, Text, Words } from './MarkFields';
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
  const practise = usePractise();
  const bars = barsOf(timeline, id);
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
        {bars && (
          <Button variant="subtle" size="compact-sm" onClick={() => practise({ bars })}>
            Practise
          </Button>
        )}
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

/** The played bars that a mark first comes in; nothing for one that does not come. */
const barsOf = (timeline: Timeline, id: string): Bars | undefined => {
  const placed = timeline.details.find(({ detail }) => detail.id === id);
  return placed && barsBetween(timeline, placed.startTicks, placed.endTicks);
};

const passesOf = (detail: Record<string, unknown>): string =>
  detail.passes ? passesText(detail.passes as never) : '';

const readPasses = (text: string): Result<unknown> =>
  text.trim() === '' ? ok(null) : parsePasses(text);

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
