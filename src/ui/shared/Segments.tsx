import { SegmentedControl } from '@mantine/core';

type Props = {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (string | { readonly value: string; readonly label: string })[];
  readonly onChange: (value: string) => void;
};

/** A few choices side by side, of which one holds. */
export const Segments = ({ label, value, choices, onChange }: Props) => (
  <SegmentedControl
    aria-label={label}
    size="xs"
    maw="100%"
    style={{ overflowX: 'auto' }}
    value={value}
    data={[...choices]}
    onChange={onChange}
  />
);
