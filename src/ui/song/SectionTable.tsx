'use client';

import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type KeyboardEvent, useMemo } from 'react';
import type { Section } from '@/core/roadmap';
import type { Timeline } from '@/core/timeline';
import { Sortable } from '../shared/Sortable';
import { type RowProps, SectionRow, StartsContext } from './SectionRow';
import classes from './SectionTable.module.css';

type Props = Pick<RowProps, 'unit' | 'mayEdit' | 'edit' | 'onSelect'> & {
  readonly sections: readonly Section[];
  readonly timeline: Timeline;
  readonly selected: string | undefined;
  readonly onMove: (id: string, to: number) => void;
  /** Adds a section at the end and goes to its name. */
  readonly onAdd: () => void;
};

/** The sections as rows. Enter goes down, and from the last row on to a new one. */
export const SectionTable = ({ sections, timeline, selected, onMove, onAdd, ...row }: Props) => {
  const ids = sections.map(({ id }) => id);
  const first = useMemo(
    () =>
      new Map(
        timeline.passages
          .filter(({ pass }) => pass === 1)
          .map((passage) => [passage.section, passage]),
      ),
    [timeline],
  );
  return (
    <div className={classes.frame}>
      <Sortable
        name="sections"
        ids={ids}
        disabled={!row.mayEdit}
        onDrop={(id, on) => onMove(id, ids.indexOf(on))}
      >
        <table
          className={classes.table}
          onKeyDown={(event) => walk(event, row.mayEdit ? onAdd : undefined)}
        >
          <Head />
          <StartsContext value={first}>
            <tbody>
              {sections.map((section) => (
                <SectionRow
                  key={section.id}
                  {...row}
                  section={section}
                  selected={section.id === selected}
                />
              ))}
            </tbody>
          </StartsContext>
        </table>
      </Sortable>
      {sections.length === 0 && <Empty />}
      {row.mayEdit && (
        <Button
          variant="subtle"
          size="compact-md"
          leftSection={<IconPlus size={16} />}
          onClick={onAdd}
        >
          Add a section
        </Button>
      )}
    </div>
  );
};

const Head = () => (
  <thead>
    <tr>
      <th aria-label="Move" />
      <th title="The bar as it goes by, repeats unrolled">Played</th>
      <th title="The bar on the page, repeats folded">Written</th>
      <th>Starts</th>
      <th className={classes.text}>Section</th>
      <th>Bars</th>
      <th aria-label="Counted as" />
      <th>Times</th>
      <th className={classes.text} title="1 barely there, 5 all out; 2 > 4 for a crescendo">
        Level
      </th>
      <th
        className={classes.text}
        title="126 holds a tempo; 96 > 144 goes from one to another; q. 72 for dotted quarters"
      >
        Tempo
      </th>
      <th className={classes.text} title="4/4, or 7/8 2+2+3">
        Meter
      </th>
      <th className={classes.text} title="half-time, double-time, swung, or the name of a style">
        Feel
      </th>
      <th>Click</th>
    </tr>
  </thead>
);

const Empty = () => (
  <p className={classes.empty}>
    Nothing here yet. Press Enter on the button below, type a name, Tab, the number of bars, Enter:
    one section a line. Tap T along with the recording to set the tempo.
  </p>
);

/** Goes to the same column of the row above or below. */
const walk = (event: KeyboardEvent<HTMLTableElement>, onAdd: (() => void) | undefined) => {
  const input = event.target;
  const step = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (
    !(input instanceof HTMLInputElement) ||
    !step ||
    event.altKey ||
    event.ctrlKey ||
    event.metaKey
  )
    return;
  const { column } = input.dataset;
  const row = input.closest('tr');
  const next = step > 0 ? row?.nextElementSibling : row?.previousElementSibling;
  if (!column) return;
  event.preventDefault();
  const field = next?.querySelector<HTMLInputElement>(`[data-column="${column}"]`);
  if (field) {
    field.focus();
    field.select();
  } else if (event.key === 'Enter' && step > 0) onAdd?.();
};
