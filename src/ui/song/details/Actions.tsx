import { Button } from '@mantine/core';
import {
  IconArrowDown,
  IconArrowUp,
  IconBrackets,
  IconCopy,
  IconFoldDown,
  IconTrash,
} from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { Section } from '@/core/song/roadmap';
import classes from './Details.module.css';

export type ActionsProps = {
  readonly section: Section;
  readonly onMove: (by: 1 | -1) => void;
  readonly onDuplicate: () => void;
  readonly onRemove: () => void;
  readonly onRepeat: () => void;
  /** Equal sections in a row become one, or a repeat. */
  readonly onFold: () => void;
  readonly onWriteOut: () => void;
  /** Double-time feel to doubled tempo, or back. */
  readonly onDouble: () => void;
  readonly onHalve: () => void;
};

/** What can be done with the selected section as a whole. */
export const Actions = ({ section, ...on }: ActionsProps) => (
  <div className={classes.actions}>
    <Action icon={<IconArrowUp size={15} />} run={() => on.onMove(-1)}>
      Up
    </Action>
    <Action icon={<IconArrowDown size={15} />} run={() => on.onMove(1)}>
      Down
    </Action>
    <Action icon={<IconCopy size={15} />} run={on.onDuplicate}>
      Duplicate
    </Action>
    <Action icon={<IconTrash size={15} />} run={on.onRemove}>
      Delete
    </Action>
    <Action icon={<IconBrackets size={15} />} run={on.onRepeat}>
      Put in a repeat
    </Action>
    <Action icon={<IconFoldDown size={15} />} run={on.onFold}>
      Join equal neighbours as × n
    </Action>
    {section.times > 1 && <Action run={on.onWriteOut}>Write the times out</Action>}
    {section.feel?.backbeat === 'double-time' ? (
      <Action run={on.onDouble}>Write at twice the tempo</Action>
    ) : (
      <Action run={on.onHalve}>Write as double-time feel</Action>
    )}
  </div>
);

type ActionProps = {
  readonly icon?: ReactNode;
  readonly run: () => void;
  readonly children: ReactNode;
};

const Action = ({ icon, run, children }: ActionProps) => (
  <Button size="xs" leftSection={icon} onClick={run}>
    {children}
  </Button>
);
