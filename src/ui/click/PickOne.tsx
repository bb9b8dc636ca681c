import { NativeSelect } from '@mantine/core';
import classes from './Click.module.css';

type Props<T> = {
  readonly label: string;
  /** Null where it is as those above say. */
  readonly value: T | null;
  readonly inherited: T;
  /** What those above are called; where left out, what they say cannot be chosen by itself. */
  readonly as?: string;
  readonly choices: readonly (readonly [value: T, words: string])[];
  readonly onPick: (value: T | null) => void;
};

const AS = 'as';

/** One of a few values, or as those above say. A value that is none of the few is shown as it is. */
export const PickOne = <T,>({ label, value, inherited, as, choices, onPick }: Props<T>) => {
  const shown = value ?? inherited;
  const at = choices.findIndex(([one]) => one === shown);
  const words = at >= 0 ? choices[at]![1] : String(shown);
  return (
    <NativeSelect
      classNames={{ input: classes.pick ?? '' }}
      aria-label={label}
      data-said={value !== null}
      value={value === null && as !== undefined ? AS : at}
      onChange={({ currentTarget }) => {
        const picked = choices[Number(currentTarget.value)];
        onPick(currentTarget.value === AS || !picked ? null : picked[0]);
      }}
    >
      {as !== undefined && <option value={AS}>{value === null ? `${as}: ${words}` : as}</option>}
      {at < 0 && value !== null && <option value={-1}>{words}</option>}
      {choices.map(([, choice], index) => (
        <option key={choice} value={index}>
          {choice}
        </option>
      ))}
    </NativeSelect>
  );
};
