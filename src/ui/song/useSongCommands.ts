'use client';

import { useEffect, useRef, useState } from 'react';
import type { Operation } from '@/core/base/document';
import { type Result, sentence } from '@/core/base/result';
import {
  addSection,
  type Conversion,
  duplicateSection,
  foldRun,
  moveBy,
  type Row,
  removeSection,
  setField,
  unfold,
  wrapInRepeat,
  writtenAsFeel,
  writtenDoubled,
} from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import { type LiveDocument, useUndoKeys } from '../document';
import { useCommands } from '../shared/commands';
import { newId } from '../shared/newId';

type Options = {
  readonly song: LiveDocument<RoadMap>;
  readonly rows: readonly Row[];
  readonly selected: string | undefined;
  readonly setChosen: (id: string | undefined) => void;
  readonly tap: (milliseconds: number) => void;
  readonly switchView: () => void;
  readonly togglePlaces: () => void;
};

/** What can be done on the song page by key, from the palette and by the buttons at the side. */
export const useSongCommands = (options: Options) => {
  const { song, rows, selected, setChosen, tap, switchView, togglePlaces } = options;
  const { document: map, edit, mayEdit } = song;
  const { add, duplicate } = useMaking(options);
  const [said, setSaid] = useState<string>();
  const sections = rows.filter(({ kind }) => kind === 'section');
  const at = sections.findIndex(({ id }) => id === selected);

  const select = (index: number) => {
    const next = sections[Math.max(0, Math.min(sections.length - 1, index))];
    setChosen(next?.id);
    if (next)
      document.querySelector(`[data-section="${next.id}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  const withSelected = (operations: (id: string) => Operation[], otherwise?: string) => () => {
    if (!selected) return;
    const list = operations(selected);
    edit(list);
    setSaid(list.length === 0 ? otherwise : undefined);
  };
  const convert = (conversion: (map: RoadMap, id: string) => Result<Conversion>) => () => {
    if (!selected) return;
    const result = conversion(map, selected);
    if (result.ok) edit(result.value.operations);
    setSaid(result.ok ? result.value.sentence : sentence(result.problem));
  };

  const actions = {
    onMove: (by: 1 | -1) => withSelected((id) => moveBy(map, id, by))(),
    onDuplicate: duplicate,
    onRemove: withSelected((id) => removeSection(map, id)),
    onRepeat: withSelected((id) => wrapInRepeat(map, id, newId())),
    onFold: withSelected(
      (id) => foldRun(map, id, newId),
      'No equal section, or group of sections, follows this one.',
    ),
    onWriteOut: withSelected((id) => unfold(map, id, newId)),
    onDouble: convert(writtenDoubled),
    onHalve: convert(writtenAsFeel),
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
    { id: 'view', label: 'As written, or as played', keys: 'U', run: switchView },
    {
      id: 'places',
      label: 'Fills, hits, cues and fermatas in the section',
      keys: 'R',
      run: togglePlaces,
    },
  ];
  const edits = [
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
      run: actions.onRemove,
    },
    {
      id: 'move-up',
      label: 'Move the section up',
      keys: 'Alt+ArrowUp',
      whileTyping: true,
      run: () => actions.onMove(-1),
    },
    {
      id: 'move-down',
      label: 'Move the section down',
      keys: 'Alt+ArrowDown',
      whileTyping: true,
      run: () => actions.onMove(1),
    },
    {
      id: 'repeat',
      label: 'Put the section in a repeat',
      keys: 'Mod+B',
      whileTyping: true,
      run: actions.onRepeat,
    },
    {
      id: 'fold',
      label: 'Join equal sections that follow as one, × n',
      keys: 'F',
      run: actions.onFold,
    },
    { id: 'unfold', label: 'Write the section’s times out', run: actions.onWriteOut },
    { id: 'double', label: 'Write double-time feel at twice the tempo', run: actions.onDouble },
    { id: 'halve', label: 'Write as double-time feel at half the tempo', run: actions.onHalve },
    {
      id: 'click',
      label: 'Click on or off in the section',
      keys: 'C',
      run: withSelected((id) => setField('sections', id, 'click', !map.sections[id]!.click)),
    },
    {
      id: 'tap',
      label: 'Tap the tempo',
      keys: 'T',
      run: (event?: KeyboardEvent) => event && !event.repeat && tap(event.timeStamp),
    },
  ];
  useUndoKeys(song);
  useCommands(mayEdit ? [...moves, ...edits] : moves);
  return { add: () => add(), actions: useStable(actions), said };
};

/** The same functions over and over, which do what the newest ones do: nothing is drawn again for them. */
const useStable = <T extends Readonly<Record<string, (...args: never[]) => void>>>(
  newest: T,
): T => {
  const latest = useRef(newest);
  latest.current = newest;
  const [stable] = useState(
    () =>
      Object.fromEntries(
        Object.keys(newest).map((name) => [
          name,
          (...args: never[]) => latest.current[name]!(...args),
        ]),
      ) as T,
  );
  return stable;
};

/** Making sections: the new one is selected, and its name gets the focus once it is on the page. */
const useMaking = ({ song, selected, setChosen }: Options) => {
  const { document: map, edit } = song;
  const wanted = useRef<string>(undefined);
  useEffect(() => {
    const id = wanted.current;
    const field =
      id && document.querySelector<HTMLInputElement>(`[data-section="${id}"] [data-column="name"]`);
    if (!field) return;
    wanted.current = undefined;
    field.focus();
    field.select();
  });
  const make = (operations: readonly Operation[], id: string) => {
    wanted.current = id;
    if (edit(operations) === undefined) setChosen(id);
  };
  return {
    add: (after?: string) => {
      const id = newId();
      make(addSection(map, id, after), id);
    },
    duplicate: () => {
      if (!selected) return;
      const ids: string[] = [];
      const operations = duplicateSection(map, selected, () => {
        ids.push(newId());
        return ids.at(-1)!;
      });
      if (ids[0]) make(operations, ids[0]);
    },
  };
};
