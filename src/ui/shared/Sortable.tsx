'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { type ReactNode, useMemo } from 'react';

type Props = {
  /** Names the list on the page. */
  readonly name: string;
  /** The rows from top to bottom. */
  readonly ids: readonly string[];
  readonly disabled: boolean;
  /** A row was dropped on the place that another had. */
  readonly onDrop: (id: string, on: string) => void;
  readonly children: ReactNode;
};

// Outside the component: options made anew would redraw every row.
const BY_POINTER = { activationConstraint: { distance: 4 } };
const BY_KEY = { coordinateGetter: sortableKeyboardCoordinates };

/** A list whose rows are put in order by mouse, by touch and by keyboard. */
export const Sortable = ({ name, ids, disabled, onDrop, children }: Props) => {
  const sensors = useSensors(
    useSensor(PointerSensor, BY_POINTER),
    useSensor(KeyboardSensor, BY_KEY),
  );
  const order = ids.join(' ');
  // The same array while only what stands in the rows changes.
  const items = useMemo(() => order.split(' ').filter(Boolean), [order]);
  return (
    <DndContext
      id={name}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over && active.id !== over.id) onDrop(String(active.id), String(over.id));
      }}
    >
      <SortableContext items={items} strategy={verticalListSortingStrategy} disabled={disabled}>
        {children}
      </SortableContext>
    </DndContext>
  );
};
