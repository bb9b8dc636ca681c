import { NativeSelect, type NativeSelectProps } from '@mantine/core';

type Props = Omit<NativeSelectProps, 'data' | 'onChange' | 'value'> & {
  readonly label: string;
  /** Whether the label stands over it. */
  readonly shown?: boolean;
  readonly value: string;
  readonly choices: readonly (readonly [value: string, words: string])[];
  readonly onChange: (value: string) => void;
};

/** One of a list, with its label in sight or only spoken. */
export const Select = ({ label, shown = false, choices, onChange, ...rest }: Props) => (
  <NativeSelect
    {...rest}
    {...(shown ? { label } : { 'aria-label': label })}
    data={choices.map(([value, words]) => ({ value, label: words }))}
    onChange={({ currentTarget }) => onChange(currentTarget.value)}
  />
);
