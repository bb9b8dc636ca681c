'use client';

import { IconCopyPlus, IconLink, IconPencil, IconTrash } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ThingMenu } from '../lifecycle/ThingMenu';
import { type Thing, useLifecycle } from '../lifecycle/things';
import type { Action } from '../menus';
import { orNothing } from '../shared/orNothing';
import type { Arrangement } from './Arrangements';

const Rename = dynamic(() => orNothing(import('../lifecycle/Rename')), { ssr: false });
const DeputyLinks = dynamic(() => orNothing(import('../deputy/DeputyLinks')), { ssr: false });
const CopyArrangement = dynamic(() => orNothing(import('./CopyArrangement')), { ssr: false });

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
  const [asking, setAsking] = useState<'copy' | 'rename' | 'deputy'>();
  const [other] = others;
  const thing: Thing = { what: 'arrangement', id: arrangement.id, title: arrangement.name };
  const close = () => setAsking(undefined);
  const actions: Action[] = [
    { label: 'Link for a deputy', icon: IconLink, run: () => setAsking('deputy') },
    { label: 'Copy this arrangement', icon: IconCopyPlus, run: () => setAsking('copy') },
    { label: 'Rename this arrangement', icon: IconPencil, run: () => setAsking('rename') },
  ];
  if (other)
    actions.push({
      label: 'Delete this arrangement',
      icon: IconTrash,
      run: () =>
        void remove(thing).then((gone) => gone && router.push(`/${band}/songs/${other.id}`)),
    });
  return (
    <>
      <ThingMenu
        thing={{ what: 'song', id: song, title }}
        called=" the song"
        more={actions}
        onCopied={(id) => router.push(`/${band}/songs/${id}`)}
        onRemoved={() => router.push(`/${band}/songs`)}
      />
      {asking === 'rename' && <Rename thing={thing} field="name" onClose={close} />}
      {asking === 'deputy' && (
        <DeputyLinks document={arrangement.id} title={title} days={7} onClose={close} />
      )}
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
