'use client';

import { Menu } from '@mantine/core';
import { IconCopyPlus, IconPencil, IconTrash } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ThingMenu } from '../lifecycle/ThingMenu';
import { type Thing, useLifecycle } from '../lifecycle/things';
import type { Arrangement } from './Arrangements';

const Rename = dynamic(() => import('../lifecycle/Rename'), { ssr: false });
const CopyArrangement = dynamic(() => import('./CopyArrangement'), { ssr: false });

type Props = {
  readonly band: string;
  readonly song: string;
  readonly title: string;
  /** The one that is open. */
  readonly arrangement: Arrangement;
  readonly others: readonly Arrangement[];
};

/** What can be done with the song as a whole, and with the arrangement that is open. */
export const SongMenu = ({ band, song, title, arrangement, others }: Props) => {
  const router = useRouter();
  const { remove } = useLifecycle();
  const [asking, setAsking] = useState<'copy' | 'rename'>();
  const [other] = others;
  const thing: Thing = { what: 'arrangement', id: arrangement.id, title: arrangement.name };
  const close = () => setAsking(undefined);
  return (
    <>
      <ThingMenu
        thing={{ what: 'song', id: song, title }}
        called=" the song"
        onCopied={(id) => router.push(`/${band}/songs/${id}`)}
        onRemoved={() => router.push(`/${band}/songs`)}
      >
        <Menu.Item leftSection={<IconCopyPlus size={16} />} onClick={() => setAsking('copy')}>
          Copy this arrangement
        </Menu.Item>
        <Menu.Item leftSection={<IconPencil size={16} />} onClick={() => setAsking('rename')}>
          Rename this arrangement
        </Menu.Item>
        {other && (
          <Menu.Item
            leftSection={<IconTrash size={16} />}
            onClick={() =>
              void remove(thing).then((gone) => gone && router.push(`/${band}/songs/${other.id}`))
            }
          >
            Delete this arrangement
          </Menu.Item>
        )}
      </ThingMenu>
      {asking === 'rename' && <Rename thing={thing} field="name" onClose={close} />}
      {asking === 'copy' && (
        <CopyArrangement
          thing={thing}
          onClose={close}
          onCopied={(id) => router.push(`/${band}/songs/${id}`)}
        />
      )}
    </>
  );
};
