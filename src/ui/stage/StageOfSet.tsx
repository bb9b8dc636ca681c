'use client';

import { useMemo } from 'react';
import { type Packed, unpacked } from '@/core/base/packed';
import type { ClickSettings } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import type { SongSet } from '@/core/song/set';
import { compileSongs, entriesOf, received, type SentSong } from '../sets/entries';
import type { StageNote } from './MomentView';
import { StagePage } from './StagePage';

type Props = {
  readonly set: Packed<SongSet>;
  readonly songs: readonly SentSong[];
  readonly click: ClickSettings;
  readonly layout: Layout;
  /** Where the pages of its songs are. */
  readonly songsAt: string;
  readonly back: string;
  /** The notes at its songs, by arrangement. */
  readonly notes?: Readonly<Record<string, readonly StageNote[]>>;
  /** The set that others may play along; nothing of one that is only looked at. */
  readonly id?: string;
  readonly mayEdit?: boolean;
};

/** A set on stage, its songs as it plays them. */
export const StageOfSet = (props: Props) => {
  const { set: sent, songs, click, layout, songsAt, back, id, mayEdit = false, notes } = props;
  const { set, program, maps, pages, arrangements } = useMemo(() => {
    const set = unpacked(sent);
    const above = [click, set.click];
    const { entries, program } = entriesOf(set, compileSongs(received(songs), above), above);
    const known = entries.flatMap(({ item, joined }) => (joined ? [{ item, joined }] : []));
    return {
      set,
      program,
      maps: known.map(({ joined }) => joined.map),
      arrangements: known.map(({ item }) => item.arrangement),
      pages: known.map(({ item }) => `${songsAt}/${item.arrangement}`),
    };
  }, [sent, songs, click, songsAt]);
  return (
    <StagePage
      title={set.heading.title}
      program={program}
      maps={maps}
      pages={pages}
      {...(notes && { notes: arrangements.map((one) => notes[one] ?? []) })}
      layout={layout}
      slotMinutes={set.heading.slotMinutes}
      back={back}
      {...(id !== undefined && { set: id })}
      mayConduct={mayEdit}
    />
  );
};
