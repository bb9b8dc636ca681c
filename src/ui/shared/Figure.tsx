import { NumberInput, type NumberInputProps } from '@mantine/core';

type Props = Omit<NumberInputProps, 'value' | 'onChange' | 'min' | 'max'> & {
  readonly value: number;
  readonly min?: number;
  readonly max: number;
  readonly onChange: (value: number) => void;
};

/** A number in its bounds; what is being typed and makes none yet changes nothing. */
export const Figure = ({ value, min = 0, max, onChange, ...rest }: Props) => (
  <NumberInput
    {...rest}
    value={value}
    min={min}
    max={max}
    onChange={(next) => typeof next === 'number' && next >= min && next <= max && onChange(next)}
  />
);
