import { Group, NativeSelect, NumberInput } from '@mantine/core';
import { FASTEST, NOTE_VALUES, noteName, SLOWEST, type Tempo } from '@/core/music/time';
import type { RampShape, TempoChange } from '@/core/song/roadmap';
import { Segments } from '../../shared/Segments';
import classes from './Details.module.css';

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

/** The tempo of a section: as before, held, or a ramp of one of the kinds. */
export const TempoFields = ({ change, tempo, onChange }: TempoProps) => {
  const kind = change?.kind ?? 'before';
  const unit = change?.unit ?? tempo.unit;
  const choose = (next: string) => {
    if (next === 'before') onChange(null);
    else if (next === 'held') onChange({ kind: 'held', ...tempo });
    else {
      const to = Math.min(FASTEST, Math.round(tempo.perMinute * 1.25));
      onChange({ kind: 'ramp', shape: 'even-per-beat', from: null, to, unit: tempo.unit });
    }
  };
  return (
    <div className={classes.group}>
      <h3>Tempo</h3>
      <Segments
        label="What the tempo does"
        value={kind}
        onChange={choose}
        choices={[
          { value: 'before', label: 'as before' },
          { value: 'held', label: 'held' },
          { value: 'ramp', label: 'ramp' },
        ]}
      />
      {change?.kind === 'held' && (
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
