'use client';

import { ActionIcon, Menu } from '@mantine/core';
import { IconArchive, IconCopy, IconDots, IconPencil, IconTrash } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { archives, type Thing, useLifecycle } from './things';

const Rename = dynamic(() => import('./Rename'), { ssr: false });

type Props = {
  readonly thing: Thing;
  /** What else can be done with it: items of a menu. */
  readonly children?: ReactNode;
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
  children,
  nameField,
  onCopied,
  onRemoved,
  called = '',
}: Props) => {
  const { remove, archive, copy } = useLifecycle();
  const [renaming, setRenaming] = useState(false);
  const leave = (going: Promise<boolean>) => void going.then((gone) => gone && onRemoved?.());
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon aria-label={`More for ${thing.title}`} title="Rename, copy, delete">
            <IconDots size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {children}
          {nameField && (
            <Menu.Item leftSection={<IconPencil size={16} />} onClick={() => setRenaming(true)}>
              Rename
            </Menu.Item>
          )}
          {onCopied && (
            <Menu.Item
              leftSection={<IconCopy size={16} />}
              onClick={() => void copy(thing).then((id) => id && onCopied(id))}
            >
              Copy{called}
            </Menu.Item>
          )}
          {archives(thing) && (
            <Menu.Item
              leftSection={<IconArchive size={16} />}
              onClick={() => leave(archive(thing))}
            >
              Archive{called}
            </Menu.Item>
          )}
          <Menu.Item leftSection={<IconTrash size={16} />} onClick={() => leave(remove(thing))}>
            Delete{called}
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {renaming && nameField && (
        <Rename thing={thing} field={nameField} onClose={() => setRenaming(false)} />
      )}
    </>
  );
};
