import { Button, Checkbox, Group } from '@mantine/core';
import type { StrokeInput } from '@/audio/strokes';
import { type Bars, type Ladder, type LadderKind, MOST_AROUND } from '@/core/practice/rounds';
import { Figure } from '../../shared/Figure';
import { Select } from '../../shared/Select';
import type { Around } from './settings';
import type { useLateness } from './useLateness';
import type { PassageHere } from './usePassage';

const KINDS: readonly (readonly [LadderKind, string])[] = [
  ['up', 'up, back when it breaks'],
  ['two-up-one-down', 'two up, one down'],
  ['slow-fast-target', 'slow, fast, target'],
];

type Props = {
  readonly here: PassageHere;
  readonly onSelect: (section: string) => void;
  /** Is told when other bars are asked for. */
  readonly onOther: () => void;
  readonly onBars: (bars: Bars) => void;
  readonly onAround: (around: Around) => void;
  readonly ladder: Ladder;
  readonly onLadder: (next: Partial<Ladder>) => void;
  readonly inputs: readonly StrokeInput[];
  readonly input: StrokeInput | undefined;
  readonly onInput: (input: StrokeInput | undefined) => void;
  /** How late the input tells of strokes. */
  readonly lateness: ReturnType<typeof useLateness>;
  readonly onMeasure: () => void;
};

/** What is practised, how its tempo goes on, and who listens. */
export const PracticeFields = (props: Props) => {
  const { here, onSelect, onOther, onBars, onAround, ladder, onLadder } = props;
  const { inputs, input, onInput, lateness, onMeasure } = props;
  const { passages, passage, bars, firstBar, lastBar, around } = here;
  const other = (change: () => void) => {
    onOther();
    change();
  };
  return (
    <>
      <Group align="end" gap="sm">
        <Select
          label="Section"
          shown
          value={passage?.section ?? ''}
          choices={passages.map(
            ({ section, name, firstPlayed }) => [section, `${name}, bar ${firstPlayed}`] as const,
          )}
          onChange={(section) => other(() => onSelect(section))}
        />
        <Figure
          w={88}
          label="From bar"
          value={bars.first}
          min={firstBar}
          max={lastBar}
          onChange={(first) => other(() => onBars({ first, last: Math.max(first, bars.last) }))}
        />
        <Figure
          w={88}
          label="To bar"
          value={bars.last}
          min={bars.first}
          max={lastBar}
          onChange={(last) => other(() => onBars({ ...bars, last }))}
        />
        <Figure
          w={112}
          label="Bars before"
          value={around.before}
          max={MOST_AROUND}
          onChange={(before) => other(() => onAround({ ...around, before }))}
        />
        <Figure
          w={112}
          label="Bars after"
          value={around.after}
          max={MOST_AROUND}
          onChange={(after) => other(() => onAround({ ...around, after }))}
        />
      </Group>
      <Group align="end" gap="sm">
        <Select
          label="Tempo"
          shown
          value={ladder.kind}
          choices={KINDS}
          onChange={(kind) => onLadder({ kind: kind as LadderKind })}
        />
        <Figure
          w={88}
          label="From"
          value={ladder.from}
          min={20}
          max={400}
          onChange={(from) => onLadder({ from })}
        />
        <Figure
          w={88}
          label="To"
          value={ladder.to}
          min={20}
          max={400}
          onChange={(to) => onLadder({ to })}
        />
        <Figure
          w={88}
          label="By"
          value={ladder.step}
          min={0.5}
          max={40}
          onChange={(step) => onLadder({ step })}
        />
        <Figure
          w={112}
          label="Rounds at each"
          value={ladder.rounds}
          min={1}
          max={50}
          onChange={(rounds) => onLadder({ rounds })}
        />
        <Select
          label="Strokes come from"
          shown
          value={input?.id ?? ''}
          choices={[
            ['', 'nobody: I judge by ear'],
            ...inputs.map(({ id, name }) => [id, name] as const),
          ]}
          onChange={(id) => onInput(inputs.find((one) => one.id === id))}
        />
        {input && (
          <>
            <Figure
              w={112}
              label="Its lateness, ms"
              value={lateness.late}
              min={-200}
              max={400}
              onChange={lateness.put}
            />
            <Button variant="default" disabled={lateness.measuring} onClick={onMeasure}>
              Measure it
            </Button>
          </>
        )}
      </Group>
      {!input && (
        <Checkbox
          checked={ladder.trusts}
          onChange={({ currentTarget }) => onLadder({ trusts: currentTarget.checked })}
          label="A round counts as clean unless I say that it is not"
        />
      )}
    </>
  );
};
