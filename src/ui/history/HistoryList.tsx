'use client';

import { Badge, Button, Group, Select, Stack, Text, Title } from '@mantine/core';
import { useMemo, useState } from 'react';
import {
  fieldWords,
  type Overtaken,
  type Sitting,
  type Step,
  takingBack,
} from '@/core/advice/history';
import type { Operation } from '@/core/base/document';
import type { Problem } from '@/core/base/result';
import { tell } from '../shared/tell';
import { When } from '../shared/When';
import classes from './History.module.css';

export type Choice = { readonly value: string; readonly label: string };

type Props<D> = {
  readonly sittings: readonly Sitting<D>[];
  /** The sections that there are or were, for the filter; none of a set. */
  readonly sections: readonly Choice[];
  readonly mayEdit: boolean;
  readonly edit: (operations: readonly Operation[]) => Problem | undefined;
  /** The revision that the member had seen before they came; all after it is new to them. */
  readonly seen: number | undefined;
  readonly onShow: (revision: number) => void;
};

const FORMER = 'A former member';

/** Who did what, in sittings, newest first. */
export const HistoryList = <D,>(props: Props<D>) => {
  const { sittings, sections, seen, onShow } = props;
  const [person, setPerson] = useState<string | null>(null);
  const [section, setSection] = useState<string | null>(null);
  const people = useMemo(
    () => [...new Set(sittings.map(({ author }) => author ?? FORMER))].sort(),
    [sittings],
  );
  const shown = sittings
    .filter(({ author }) => person === null || (author ?? FORMER) === person)
    .map((sitting) => ({
      sitting,
      steps: sitting.steps.filter((step) => section === null || step.section === section),
    }))
    .filter(({ steps }) => section === null || steps.length > 0);
  const [last] = section === null ? [] : shown;
  return (
    <Stack>
      <Group grow>
        <Select
          size="sm"
          label="Person"
          placeholder="Everybody"
          data={people}
          value={person}
          onChange={setPerson}
          clearable
        />
        {sections.length > 0 && (
          <Select
            size="sm"
            label="Section"
            placeholder="All of the song"
            data={sections}
            value={section}
            onChange={setSection}
            clearable
            searchable
          />
        )}
      </Group>
      {last && (
        <Text size="sm">
          Last touched by {last.sitting.author ?? FORMER}, <When at={new Date(last.sitting.to)} />.
        </Text>
      )}
      {shown.length === 0 && <Text>Nothing was changed here.</Text>}
      <ol className={classes.sittings}>
        {shown.map(({ sitting, steps }) => (
          <li key={sitting.first}>
            <Group justify="space-between" wrap="nowrap">
              <Title order={3} fz="md">
                {sitting.author ?? FORMER}, <When at={new Date(sitting.to)} />{' '}
                {seen !== undefined && sitting.last > seen && (
                  <Badge size="sm" color="ember" variant="filled">
                    New
                  </Badge>
                )}
              </Title>
              <Button.Group>
                <Button size="compact-sm" onClick={() => onShow(sitting.first - 1)}>
                  Before
                </Button>
                <Button size="compact-sm" onClick={() => onShow(sitting.last)}>
                  After
                </Button>
              </Button.Group>
            </Group>
            <Steps {...props} sitting={sitting} steps={steps} />
          </li>
        ))}
      </ol>
    </Stack>
  );
};

type StepsProps<D> = Pick<Props<D>, 'mayEdit' | 'edit'> & {
  readonly sitting: Sitting<D>;
  readonly steps: readonly Step[];
};

const Steps = <D,>({ sitting, steps, mayEdit, edit }: StepsProps<D>) => {
  const carryOut = (operations: readonly Operation[], words: string) => {
    const problem = operations.length > 0 ? edit(operations) : undefined;
    void tell(problem ? { words: problem.message, wrong: true } : { words });
  };
  return (
    <ul className={classes.steps}>
      {steps.length === 0 && <li>changed something and changed it back.</li>}
      {steps.map((step) => (
        <li key={`${step.record.in} ${step.record.id ?? ''}`}>
          <span className="name">{step.words}</span>
          {mayEdit && (
            <Button
              size="compact-xs"
              variant="subtle"
              aria-label={`Take back: ${step.words}`}
              onClick={() =>
                carryOut(takingBack(sitting, step.record), 'Taken back, as a new change.')
              }
            >
              Take back
            </Button>
          )}
        </li>
      ))}
      {sitting.overtook.map((one) => (
        <li key={`${one.record.in} ${one.record.id ?? ''} ${one.field}`}>
          <span className="name">{overtookWords(one, sitting.author)}</span>
          {mayEdit && (
            <Button
              size="compact-xs"
              variant="subtle"
              onClick={() =>
                carryOut(
                  [{ type: 'set', ...one.record, fields: { [one.field]: one.lost } }],
                  'Put in its place, as a new change.',
                )
              }
            >
              Take theirs
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
};

const overtookWords = ({ author, field, lost, stands }: Overtaken, by: string | null): string =>
  `${author ?? FORMER} had just set ${fieldWords(field, lost)}; ${by ?? FORMER} had not seen it and set ${fieldWords(field, stands)}.`;
