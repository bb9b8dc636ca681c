'use client';

import { Button, Group, Text } from '@mantine/core';
import classes from './Recording.module.css';
import { NAMES, type useMarking } from './useMarking';

type Props = Pick<ReturnType<typeof useMarking>, 'mark' | 'check' | 'first' | 'fill' | 'again'> & {
  readonly mayEdit: boolean;
};

/** What the keys do while it plays, as buttons; whoever only reads plays again from before. */
export const MarkKeys = ({ mayEdit, mark, check, first, fill, again }: Props) => {
  const keys: readonly (readonly [string, () => void])[] = [
    ['0 the next one', () => mark(undefined)],
    ...NAMES.map((name, index) => [`${index + 1} ${name}`, () => mark(name)] as const),
    ['9 check this later', check],
    ['E first beat of a bar', first],
    ['X fill', fill],
  ];
  return (
    <Group gap={6}>
      {mayEdit && (
        <Text size="sm" className={classes.quiet}>
          While it plays: a section begins
        </Text>
      )}
      {[...(mayEdit ? keys : []), ['Y from a second before', again] as const].map(
        ([label, run]) => (
          <Button key={label} size="xs" variant="default" onClick={run}>
            {label}
          </Button>
        ),
      )}
    </Group>
  );
};
