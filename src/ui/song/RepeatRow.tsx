'use client';

import { useSortable } from '@dnd-kit/sortable';
import { Button, Checkbox, UnstyledButton } from '@mantine/core';
import { IconDots, IconGripVertical, IconRepeat } from '@tabler/icons-react';
import { memo } from 'react';
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
import { ActionMenu } from '../menus';
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
        <UnstyledButton
          ref={sortable.setActivatorNodeRef}
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label="Move the repeat"
          disabled={!mayEdit}
        >
          <IconGripVertical size={16} />
        </UnstyledButton>
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
            <ActionMenu
              face={<IconDots size={18} />}
              label="More for the repeat"
              title="Endings, write out, delete"
              actions={[
                {
                  label: 'Add an ending for the passes that have none',
                  disabled: open.length === 0,
                  run: () => {
                    const passes = node.endings.length ? open : open.slice(0, 1);
                    edit(addEnding(node, passes, 'Ending', newId));
                  },
                },
                { label: 'Write out every pass', run: () => edit(unfold(map, id, newId)) },
                {
                  label: 'Unbracket: leave what is in it, played once',
                  run: () => edit(dissolve(map, node)),
                },
                {
                  label: 'Delete it with all that is in it',
                  run: () => edit(removeRepeat(map, node)),
                },
              ]}
            />
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
            <Button
              variant="subtle"
              size="compact-sm"
              title="It holds nothing"
              onClick={() => edit([removeRecord('endings', id)])}
            >
              Delete
            </Button>
          </span>
        )}
      </td>
    </tr>
  );
});
