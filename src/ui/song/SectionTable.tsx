'use client';

import { Button, VisuallyHidden } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type KeyboardEvent, type ReactNode, useMemo, useRef } from 'react';
import type { Heard } from '@/audio/player';
import { inOrder } from '@/core/base/document';
import { seconds } from '@/core/music/time';
import type { Row } from '@/core/song/editing';
import { partsOf } from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import { songAt } from '@/core/song/set';
import { locate } from '@/core/song/timeline';
import { FieldsOf } from '../document';
import { Sortable } from '../shared/Sortable';
import { useMarkPlaying } from '../transport';
import { EndingRow, RepeatRow } from './RepeatRow';
import { type RowProps, SectionRow, StartsContext } from './SectionRow';
import classes from './SectionTable.module.css';
import { useSong } from './SongContext';

type Props = Pick<RowProps, 'onSelect' | 'onPart' | 'onGroove'> & {
  readonly rows: readonly Row[];
  readonly selected: string | undefined;
  /** A row was dropped where another is. */
  readonly onDrop: (id: string, on: string) => void;
  /** Adds a section at the end and goes to its name. */
  readonly onAdd: () => void;
};

/** From so many rows on, those out of sight are left out of the layout, and only the selected one has fields. */
const LONG = 40;

/** The form as rows. Enter goes down, and from the last row on to a new one. */
export const SectionTable = ({ rows, selected, onDrop, onAdd, ...actions }: Props) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const shared = { ...actions, edit, mayEdit, unit: map.start.tempo.unit };
  const long = rows.length > LONG;
  const frame = useRef<HTMLDivElement>(null);
  useMarkPlaying(frame, 'section', sectionAt);
  const starts = useMemo(
    () => ({
      first: new Map(
        timeline.passages
          .filter(({ pass }) => pass === 1)
          .map((passage) => [passage.section, passage]),
      ),
      written: timeline.written,
    }),
    [timeline],
  );
  return (
    <div ref={frame} className={classes.frame}>
      <Sortable
        name="sections"
        ids={rows.map(({ id }) => id)}
        disabled={!shared.mayEdit}
        onDrop={onDrop}
      >
        <table
          className={classes.table}
          data-long={long}
          onKeyDown={(event) => walk(event, shared.mayEdit ? onAdd : undefined)}
        >
          <Head />
          <StartsContext value={starts}>
            {groupsOf(rows).map((group) => (
              <tbody key={group[0]?.id ?? ''}>
                {group.map((row) => drawRow(row, map, selected, { ...shared, long }))}
              </tbody>
            ))}
          </StartsContext>
        </table>
      </Sortable>
      <datalist id="parts">
        {partsOf(map).map(({ id, name }) => (
          <option key={id} value={name} />
        ))}
      </datalist>
      <datalist id="grooves">
        {inOrder(map.patterns)
          .filter(({ kind }) => kind === 'groove')
          .map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
      </datalist>
      {rows.length === 0 && <Empty />}
      {shared.mayEdit && (
        <Button variant="subtle" size="xs" leftSection={<IconPlus size={16} />} onClick={onAdd}>
          Add a section
        </Button>
      )}
    </div>
  );
};

const GROUP = 12;

/** Rows in groups that are laid out and painted as one, or not at all. */
const groupsOf = (rows: readonly Row[]): (readonly Row[])[] =>
  Array.from({ length: Math.ceil(rows.length / GROUP) }, (_, index) =>
    rows.slice(index * GROUP, (index + 1) * GROUP),
  );

const drawRow = (
  row: Row,
  map: RoadMap,
  selected: string | undefined,
  shared: Pick<RowProps, 'unit' | 'long' | 'mayEdit' | 'edit' | 'onSelect' | 'onPart' | 'onGroove'>,
): ReactNode => {
  const { mayEdit, edit } = shared;
  if (row.kind === 'repeat')
    return (
      <FieldsOf key={row.id} record={row.id}>
        <RepeatRow node={row.node} map={map} depth={row.depth} mayEdit={mayEdit} edit={edit} />
      </FieldsOf>
    );
  if (row.kind === 'ending')
    return (
      <FieldsOf key={row.id} record={row.id}>
        <EndingRow node={row.node} of={row.of} depth={row.depth} mayEdit={mayEdit} edit={edit} />
      </FieldsOf>
    );
  const part = map.parts[row.section.part ?? ''];
  return (
    <FieldsOf key={row.id} record={row.id}>
      <SectionRow
        {...shared}
        section={row.section}
        part={part}
        groove={map.patterns[row.section.groove ?? '']?.name}
        partsGroove={map.patterns[part?.groove ?? '']?.name}
        depth={row.depth}
        selected={row.id === selected}
      />
    </FieldsOf>
  );
};

/** The section that is heard. */
const sectionAt = ({ program, place }: Heard): string | undefined => {
  const song = songAt(program, place)?.song;
  if (!song) return undefined;
  const at = locate(song.timeline, seconds(place - song.barOne));
  return at.phase === 'song' ? at.passage.section : undefined;
};

const Head = () => (
  <thead>
    <tr>
      <th>
        <VisuallyHidden>Move</VisuallyHidden>
      </th>
      <th title="The bar as it goes by, repeats unrolled">Played</th>
      <th title="The bar on the page, repeats folded">Written</th>
      <th>Starts</th>
      <th className={classes.text}>Section</th>
      <th>Bars</th>
      <th>
        <VisuallyHidden>Counted as</VisuallyHidden>
      </th>
      <th>Times</th>
      <th
        className={classes.text}
        title="What you have to be able to play; a section follows its part where it says nothing itself"
      >
        Part
      </th>
      <th
        className={classes.text}
        title="The pattern that is played; in grey, what the part says. Grooves are written on the song’s Kit page"
      >
        Groove
      </th>
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
    one section a line. Or paste what the band sent, as text. Tap T along with the recording to set
    the tempo.
  </p>
);

/** Goes to the same column of the row above or below. */
const walk = (event: KeyboardEvent<HTMLTableElement>, onAdd: (() => void) | undefined) => {
  const input = event.target;
  const step = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!(input instanceof HTMLElement) || !step || event.altKey || event.ctrlKey || event.metaKey)
    return;
  const { column } = input.dataset;
  if (!column) return;
  event.preventDefault();
  const field = nextField(input, column, step);
  if (field) {
    field.focus();
    if (field instanceof HTMLInputElement) field.select();
  } else if (event.key === 'Enter' && step > 0) onAdd?.();
};

/** The field of a column in the nearest row above or below that has it. */
const nextField = (input: HTMLElement, column: string, step: number) => {
  const fields = [
    ...(input.closest('table')?.querySelectorAll<HTMLElement>(`[data-column="${column}"]`) ?? []),
  ];
  return fields[fields.indexOf(input) + step];
};
