'use client';

import { useEffect, useRef } from 'react';
import type { RoadMap, Section } from '@/core/roadmap';
import type { LiveDocument } from '../document';
import { useCommands } from '../shared/commands';
import { newId } from '../shared/newId';
import { addSection, duplicateSection, moveSection, removeSection, setSection } from './edits';

type Options = {
  readonly song: LiveDocument<RoadMap>;
  readonly sections: readonly Section[];
  readonly selected: string | undefined;
  readonly setChosen: (id: string | undefined) => void;
  readonly tap: (milliseconds: number) => void;
};

/** What can be done on the song page by key and from the palette. */
export const useSongCommands = ({ song, sections, selected, setChosen, tap }: Options) => {
  const { document: map, edit, undo, redo, mayEdit } = song;
  const wanted = useRef<string>(undefined);
  const at = sections.findIndex(({ id }) => id === selected);

  /** A section that was just made gets the focus on its name once it is on the page. */
  useEffect(() => {
    const id = wanted.current;
    const field =
      id && document.querySelector<HTMLInputElement>(`[data-section="${id}"] [data-column="name"]`);
    if (!field) return;
    wanted.current = undefined;
    field.focus();
    field.select();
  });

  const make = (operations: ReturnType<typeof addSection>, id: string) => {
    wanted.current = id;
    if (edit(operations) === undefined) setChosen(id);
  };
  const add = (after?: string) => {
    const id = newId();
    make(addSection(map, id, after), id);
  };
  const duplicate = () => {
    const id = newId();
    if (selected) make(duplicateSection(map, selected, id), id);
  };
  const select = (index: number) => {
    const next = sections[Math.max(0, Math.min(sections.length - 1, index))];
    setChosen(next?.id);
    if (next)
      document.querySelector(`[data-section="${next.id}"]`)?.scrollIntoView({ block: 'nearest' });
  };

  const moves = [
    {
      id: 'up',
      label: 'Select the section above',
      keys: 'ArrowUp',
      hidden: true,
      run: () => select(at < 0 ? 0 : at - 1),
    },
    {
      id: 'down',
      label: 'Select the section below',
      keys: 'ArrowDown',
      hidden: true,
      run: () => select(at + 1),
    },
    {
      id: 'none',
      label: 'Select nothing, so that Space starts at the count-in',
      keys: 'Escape',
      run: () => setChosen(undefined),
    },
  ];
  const edits = [
    { id: 'undo', label: 'Undo', keys: 'Mod+Z', whileTyping: true, run: undo },
    { id: 'redo', label: 'Redo', keys: 'Mod+Shift+Z', whileTyping: true, run: redo },
    { id: 'redo-y', label: 'Redo', keys: 'Mod+Y', whileTyping: true, hidden: true, run: redo },
    {
      id: 'add',
      label: 'Add a section after the selected one',
      keys: 'Mod+Enter',
      whileTyping: true,
      run: () => add(selected),
    },
    {
      id: 'duplicate',
      label: 'Duplicate the section',
      keys: 'Mod+D',
      whileTyping: true,
      run: duplicate,
    },
    {
      id: 'remove',
      label: 'Delete the section',
      keys: 'Alt+Delete',
      whileTyping: true,
      run: () => selected && edit(removeSection(selected)),
    },
    {
      id: 'move-up',
      label: 'Move the section up',
      keys: 'Alt+ArrowUp',
      whileTyping: true,
      run: () => selected && edit(moveSection(map, selected, at - 1)),
    },
    {
      id: 'move-down',
      label: 'Move the section down',
      keys: 'Alt+ArrowDown',
      whileTyping: true,
      run: () => selected && edit(moveSection(map, selected, at + 1)),
    },
    {
      id: 'click',
      label: 'Click on or off in the section',
      keys: 'C',
      run: () => selected && edit(setSection(selected, 'click', !map.sections[selected]!.click)),
    },
    {
      id: 'tap',
      label: 'Tap the tempo',
      keys: 'T',
      run: (event?: KeyboardEvent) => event && !event.repeat && tap(event.timeStamp),
    },
  ];
  useCommands(mayEdit ? [...moves, ...edits] : moves);
  return { add: () => add(), duplicate };
};
