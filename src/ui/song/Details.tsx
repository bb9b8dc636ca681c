'use client';

import {
  Button,
  Group,
  NativeSelect,
  NumberInput,
  SegmentedControl,
  TextInput,
} from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconCopy, IconTrash } from '@tabler/icons-react';
import type { Operation } from '@/core/document';
import type { Problem } from '@/core/result';
import {
  groupingText,
  LEVELS,
  type Level,
  type RampShape,
  type Section,
  STRAIGHT,
  type TempoChange,
} from '@/core/roadmap';
import {
  clock,
  FASTEST,
  type Meter,
  meterText,
  NOTE_VALUES,
  noteName,
  SLOWEST,
  type Tempo,
} from '@/core/time';
import type { Passage } from '@/core/timeline';
import classes from './Details.module.css';
import { setSection } from './edits';

type Props = {
  readonly section: Section;
  readonly passage: Passage | undefined;
  /** The tempo that holds as the section begins. */
  readonly tempo: Tempo;
  readonly mayEdit: boolean;
  readonly edit: (operations: readonly Operation[]) => Problem | undefined;
  readonly onMove: (by: number) => void;
  readonly onDuplicate: () => void;
  readonly onRemove: () => void;
};

/** Everything about the selected section, with the choices spelt out. */
export const Details = ({
  section,
  passage,
  tempo,
  mayEdit,
  edit,
  onMove,
  onDuplicate,
  onRemove,
}: Props) => {
  const set = <Field extends keyof Section>(field: Field, value: Section[Field]) => {
    edit(setSection(section.id, field, value));
  };
  return (
    <aside className={classes.pane} aria-label={`Details of ${section.name}`}>
      <h2 className="name">{section.name}</h2>
      {passage && <p className={classes.facts}>{factsOf(section, passage)}</p>}
      <fieldset disabled={!mayEdit} className={classes.fields}>
        <TempoFields
          change={section.tempo}
          tempo={tempo}
          onChange={(value) => set('tempo', value)}
        />
        <Levels level={section.level} onChange={(value) => set('level', value)} />
        <FeelFields feel={section.feel} onChange={(value) => set('feel', value)} />
      </fieldset>
      {mayEdit && (
        <Group gap={6}>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconArrowUp size={15} />}
            onClick={() => onMove(-1)}
          >
            Up
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconArrowDown size={15} />}
            onClick={() => onMove(1)}
          >
            Down
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconCopy size={15} />}
            onClick={onDuplicate}
          >
            Duplicate
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconTrash size={15} />}
            onClick={onRemove}
          >
            Delete
          </Button>
        </Group>
      )}
    </aside>
  );
};

const factsOf = (
  { bars, times }: Section,
  { meter, firstPlayed, startSeconds, seconds }: Passage,
): string => {
  const last = firstPlayed + bars * times - 1;
  return `Bars ${firstPlayed} to ${last}, ${clock(startSeconds)} to ${clock(startSeconds + seconds * times)}, in ${meterWords(meter)}`;
};

const meterWords = (meter: Meter): string => {
  const grouping = meter.grouping ? '' : groupingText(meter);
  return meterText(meter) + (grouping && ` ${grouping}`);
};

type TempoProps = {
  readonly change: TempoChange | null;
  readonly tempo: Tempo;
  readonly onChange: (change: TempoChange | null) => void;
};

const SHAPES: { value: RampShape; label: string }[] = [
  { value: 'even-per-beat', label: 'evenly per beat' },
  { value: 'even-per-second', label: 'evenly per second' },
  { value: 'steps-per-bar', label: 'in steps, bar by bar' },
  { value: 'steps-per-beat', label: 'in steps, beat by beat' },
];

const TempoFields = ({ change, tempo, onChange }: TempoProps) => {
  const kind = change?.kind ?? 'before';
  const unit = change?.unit ?? tempo.unit;
  const choose = (next: string) => {
    if (next === 'before') onChange(null);
    else if (next === 'hold') onChange({ kind: 'hold', ...tempo });
    else {
      const to = Math.min(FASTEST, Math.round(tempo.perMinute * 1.25));
      onChange({ kind: 'ramp', shape: 'even-per-beat', from: null, to, unit: tempo.unit });
    }
  };
  return (
    <div className={classes.group}>
      <h3>Tempo</h3>
      <SegmentedControl
        fullWidth
        size="xs"
        value={kind}
        onChange={choose}
        data={[
          { value: 'before', label: 'as before' },
          { value: 'hold', label: 'held' },
          { value: 'ramp', label: 'ramp' },
        ]}
      />
      {change?.kind === 'hold' && (
        <PerMinute
          label="Beats a minute"
          value={change.perMinute}
          onChange={(perMinute) => onChange({ ...change, perMinute })}
        />
      )}
      {change?.kind === 'ramp' && (
        <>
          <Group gap={8} grow>
            <PerMinute
              label="From"
              value={change.from ?? tempo.perMinute}
              onChange={(from) => onChange({ ...change, from })}
            />
            <PerMinute
              label="To"
              value={change.to}
              onChange={(to) => onChange({ ...change, to })}
            />
          </Group>
          <NativeSelect
            size="xs"
            label="How it gets there"
            value={change.shape}
            data={SHAPES}
            onChange={({ currentTarget }) =>
              onChange({ ...change, shape: currentTarget.value as RampShape })
            }
          />
        </>
      )}
      {change && (
        <NativeSelect
          size="xs"
          label="Note value"
          value={unit}
          data={NOTE_VALUES.map((value) => ({ value, label: noteName(value) }))}
          onChange={({ currentTarget }) =>
            onChange({ ...change, unit: currentTarget.value as Tempo['unit'] })
          }
        />
      )}
    </div>
  );
};

type PerMinuteProps = {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
};

const PerMinute = ({ label, value, onChange }: PerMinuteProps) => (
  <NumberInput
    size="xs"
    label={label}
    value={value}
    min={SLOWEST}
    max={FASTEST}
    decimalScale={3}
    error={value < SLOWEST || value > FASTEST ? `${SLOWEST} to ${FASTEST}` : undefined}
    onChange={(next) =>
      typeof next === 'number' && next >= SLOWEST && next <= FASTEST && onChange(next)
    }
  />
);

type LevelsProps = {
  readonly level: Section['level'];
  readonly onChange: (level: Section['level']) => void;
};

const Levels = ({ level, onChange }: LevelsProps) => (
  <div className={classes.group}>
    <h3>Level</h3>
    {(['from', 'to'] as const).map((end) => (
      <div key={end} className={classes.level}>
        <span>{end === 'from' ? 'begins' : 'ends'}</span>
        <SegmentedControl
          size="xs"
          fullWidth
          aria-label={end === 'from' ? 'Level at the beginning' : 'Level at the end'}
          value={String(level[end])}
          onChange={(value) => onChange({ ...level, [end]: Number(value) as Level })}
          data={LEVELS.map(String)}
        />
      </div>
    ))}
  </div>
);

type FeelProps = {
  readonly feel: Section['feel'];
  readonly onChange: (feel: Section['feel']) => void;
};

const FeelFields = ({ feel, onChange }: FeelProps) => (
  <div className={classes.group}>
    <h3>Feel</h3>
    <SegmentedControl
      size="xs"
      fullWidth
      value={feel.backbeat}
      onChange={(backbeat) =>
        onChange({ ...feel, backbeat: backbeat as Section['feel']['backbeat'] })
      }
      data={[
        { value: 'half-time', label: 'half-time' },
        { value: 'normal', label: 'normal' },
        { value: 'double-time', label: 'double-time' },
      ]}
    />
    <p className={classes.facts}>The tempo and the bars stay; the backbeat moves.</p>
    <Group gap={8} grow align="end">
      <NativeSelect
        size="xs"
        label="Swing"
        value={feel.swing?.of ?? 'none'}
        data={[
          { value: 'none', label: 'straight' },
          { value: 'eighths', label: 'swung eighths' },
          { value: 'sixteenths', label: 'swung sixteenths' },
        ]}
        onChange={({ currentTarget: { value } }) =>
          onChange({
            ...feel,
            swing:
              value === 'none'
                ? null
                : { ratio: 2, ...feel.swing, of: value as 'eighths' | 'sixteenths' },
          })
        }
      />
      {feel.swing && (
        <NumberInput
          size="xs"
          label="Ratio to 1"
          value={feel.swing.ratio}
          min={1}
          max={4}
          step={0.1}
          decimalScale={2}
          onChange={(ratio) =>
            typeof ratio === 'number' &&
            ratio >= 1 &&
            ratio <= 4 &&
            onChange({ ...feel, swing: { ...feel.swing!, ratio } })
          }
        />
      )}
    </Group>
    <TextInput
      size="xs"
      label="Style"
      placeholder="train beat, one drop"
      maxLength={60}
      value={feel.style}
      onChange={({ currentTarget }) =>
        onChange({ ...STRAIGHT, ...feel, style: currentTarget.value })
      }
    />
  </div>
);
