'use client';

import { IconArchive, IconCopy, IconDots, IconPencil, IconTrash } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { type Action, ActionMenu } from '../menus';
import { orNothing } from '../shared/orNothing';
import { archives, type Thing, useLifecycle } from './things';

const Rename = dynamic(() => orNothing(import('./Rename')), { ssr: false });

type Props = {
  readonly thing: Thing;
  /** What else can be done with it. */
  readonly more?: readonly Action[];
  /** The field of its name, where it is renamed here. */
  readonly nameField?: 'title' | 'name';
  /** Copies it; gone where a copy needs more than a click. */
  readonly onCopied?: (id: string) => void;
  /** After it is archived or deleted: where it is shown by itself, one has to leave. */
  readonly onRemoved?: () => void;
  /** What is copied, archived and deleted, where there are other things in the menu. */
  readonly called?: string;
};

/** What can be done with a song, an arrangement, a set or a gig as a whole. */
export const ThingMenu = ({
  thing,
  more = [],
  nameField,
  onCopied,
  onRemoved,
  called = '',
}: Props) => {
  const { remove, archive, copy } = useLifecycle();
  const [renaming, setRenaming] = useState(false);
  const leave = (going: Promise<boolean>) => void going.then((gone) => gone && onRemoved?.());
  const actions: Action[] = [...more];
  if (nameField) actions.push({ label: 'Rename', icon: IconPencil, run: () => setRenaming(true) });
  if (onCopied)
    actions.push({
      label: `Copy${called}`,
      icon: IconCopy,
      run: () => void copy(thing).then((id) => id && onCopied(id)),
    });
  if (archives(thing))
    actions.push({
      label: `Archive${called}`,
      icon: IconArchive,
      run: () => leave(archive(thing)),
    });
  actions.push({ label: `Delete${called}`, icon: IconTrash, run: () => leave(remove(thing)) });
  return (
    <>
      <ActionMenu
        face={<IconDots size={18} />}
        label={`More for ${thing.title}`}
        title="Rename, copy, delete"
        actions={actions}
      />
      {renaming && nameField && (
        <Rename thing={thing} field={nameField} onClose={() => setRenaming(false)} />
      )}
    </>
  );
};
