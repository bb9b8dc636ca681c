import { Group, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { type Feel, STRAIGHT } from '@/core/song/roadmap';
import { Segments } from '../../shared/Segments';
import classes from './Details.module.css';

type FeelProps = {
  readonly feel: Feel;
  readonly onChange: (feel: Feel) => void;
};

/** Where the backbeat is, how it swings, what the band calls it. */
export const FeelFields = ({ feel, onChange }: FeelProps) => (
  <div className={classes.group}>
    <h3>Feel</h3>
    <Segments
      label="Where the backbeat is"
      value={feel.backbeat}
      onChange={(backbeat) => onChange({ ...feel, backbeat: backbeat as Feel['backbeat'] })}
      choices={[
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
