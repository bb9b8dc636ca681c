import { Button, NumberInput, Table } from '@mantine/core';
import type { ReactNode } from 'react';
import { When } from '../shared/When';

type Props = {
  readonly madeBy: string | null;
  readonly expiresAt: Date;
  readonly onTakeBack: () => void;
  /** Cells that come before: what it is, and how often it was used. */
  readonly children: ReactNode;
};

/** One link that somebody has made, in a table of such links: until when, and taking it back. */
export const LinkRow = ({ madeBy, expiresAt, onTakeBack, children }: Props) => (
  <Table.Tr>
    {children}
    <Table.Td>
      {madeBy && `by ${madeBy}, `}until <When at={expiresAt} day />
    </Table.Td>
    <Table.Td ta="end">
      <Button size="xs" onClick={onTakeBack}>
        Take back
      </Button>
    </Table.Td>
  </Table.Tr>
);

type DaysProps = {
  readonly value: string | number;
  readonly onChange: (days: string | number) => void;
};

/** How long a new link is good for. */
export const DaysInput = (props: DaysProps) => (
  <NumberInput size="sm" label="Good for, days" min={1} max={90} {...props} />
);
