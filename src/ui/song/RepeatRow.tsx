'use client';

import { useSortable } from '@dnd-kit/sortable';
import { Button, Checkbox } from '@mantine/core';
import { IconGripVertical, IconRepeat } from '@tabler/icons-react';
import { memo, type ReactNode } from 'react';
import {
  addEnding,
  dissolve,
  removeRecord,
  removeRepeat,
  setField,
  unfold,
} from '@/core/song/editing';
import {
  type EndingNode,
  endingFor,
  parsePasses,
  parseWhole,
  passesText,
  type RepeatNode,
  type RoadMap,
} from '@/core/song/roadmap';
import type { Edit } from '../document';
import { Cell } from '../shared/Cell';
import { newId } from '../shared/newId';
import { Rails } from './Rails';
import classes from './SectionTable.module.css';

type RepeatProps = {
  readonly node: RepeatNode;
  readonly map: RoadMap;
  readonly depth: number;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** The head of a repeat: how often it is played, and what can be done with the whole of it. */
export const RepeatRow = memo(({ node, map, depth, mayEdit, edit }: RepeatProps) => {
  const { id, times, vamp } = node.repeat;
  const sortable = useSortable({ id, disabled: !mayEdit });
  const shift = sortable.transform;
  const open = Array.from({ length: times }, (_, index) => index + 1).filter(
    (pass) => !endingFor(node, pass),
  );
  return (
    <tr
      ref={sortable.setNodeRef}
      className={classes.block}
      data-repeat={id}
      data-lifted={sortable.isDragging}
      style={
        shift
          ? { transform: `translateY(${shift.y}px)`, transition: sortable.transition }
          : undefined
      }
    >
      <td className={classes.grip}>
        <button
          type="button"
          ref={sortable.setActivatorNodeRef}
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label="Move the repeat"
          disabled={!mayEdit}
        >
          <IconGripVertical size={16} />
        </button>
      </td>
      <td className={classes.blockBody}>
        <Rails depth={depth} />
        <IconRepeat size={17} aria-hidden="true" />
        <strong>Repeat</strong>
        <span className={classes.short}>
          <Cell
            label="Times of the repeat"
            value={String(times)}
            numeric
            readOnly={!mayEdit}
            onText={(text) => edit(setField('repeats', id, 'times', parseWhole(text)), true)}
          />
        </span>
        <span>times</span>
        <Checkbox
          checked={vamp !== null}
          disabled={!mayEdit}
          onChange={({ currentTarget }) =>
            edit(setField('repeats', id, 'vamp', currentTarget.checked ? { cue: '' } : null))
          }
          label="or until the cue"
        />
        {vamp && (
          <span className={classes.words}>
            <Cell
              label="Cue that ends the repeat"
              value={vamp.cue}
              placeholder="who nods, what changes"
              wide
              readOnly={!mayEdit}
              onText={(cue) => edit(setField('repeats', id, 'vamp', { cue }), true)}
            />
          </span>
        )}
        {mayEdit && (
          <span className={classes.blockTools}>
            <Tool
              title="An ending for the passes that have none"
              disabled={open.length === 0}
              onClick={() =>
                edit(
                  addEnding(node, node.endings.length ? open : open.slice(0, 1), 'Ending', newId),
                )
              }
            >
              Add an ending
            </Tool>
            <Tool
              title="Every pass as sections of its own"
              onClick={() => edit(unfold(map, id, newId))}
            >
              Write out
            </Tool>
            <Tool
              title="Leave what is in it, played once"
              onClick={() => edit(dissolve(map, node))}
            >
              Unbracket
            </Tool>
            <Tool title="With all that is in it" onClick={() => edit(removeRepeat(map, node))}>
              Delete
            </Tool>
          </span>
        )}
      </td>
    </tr>
  );
});

type EndingProps = {
  readonly node: EndingNode;
  readonly of: RepeatNode;
  readonly depth: number;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** The head of an ending: which passes of the repeat it closes. */
export const EndingRow = memo(({ node, depth, mayEdit, edit }: EndingProps) => {
  const { id, passes } = node.ending;
  const sortable = useSortable({ id, disabled: true });
  return (
    <tr ref={sortable.setNodeRef} className={classes.block} data-ending={id}>
      <td />
      <td className={classes.blockBody}>
        <Rails depth={depth + 1} />
        <strong>Ending</strong>
        <span>on pass</span>
        <span className={classes.medium}>
          <Cell
            label="Passes of the ending"
            value={passesText(passes)}
            readOnly={!mayEdit}
            onText={(text) => {
              const read = parsePasses(text);
              return read.ok
                ? edit(setField('endings', id, 'passes', read.value), true)
                : read.problem;
            }}
          />
        </span>
        {mayEdit && node.body.length === 0 && (
          <span className={classes.blockTools}>
            <Tool title="It holds nothing" onClick={() => edit([removeRecord('endings', id)])}>
              Delete
            </Tool>
          </span>
        )}
      </td>
    </tr>
  );
});

type ToolProps = {
  readonly title: string;
  readonly onClick: () => void;
  readonly disabled?: boolean;
  readonly children: ReactNode;
};

const Tool = ({ title, onClick, disabled = false, children }: ToolProps) => (
  <Button variant="subtle" size="compact-sm" title={title} onClick={onClick} disabled={disabled}>
    {children}
  </Button>
);
