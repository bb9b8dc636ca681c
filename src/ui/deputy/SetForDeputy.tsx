'use client';

import { useMemo } from 'react';
import { type Packed, unpacked } from '@/core/base/packed';
import type { ClickSettings } from '@/core/music/click';
import type { SongSet } from '@/core/song/set';
import { ChartPage } from '../paper/ChartPage';
import { compileSongs, entriesOf, received, type SentSong } from '../sets/entries';
import { DeputyPage, type EventSaid } from './DeputyPage';

type Sent = {
  readonly set: Packed<SongSet>;
  readonly songs: readonly SentSong[];
  readonly click: ClickSettings;
};

/** A set with its songs as it plays them. */
const usePlayed = ({ set: sent, songs, click }: Sent) =>
  useMemo(() => {
    const set = unpacked(sent);
    const above = [click, set.click];
    const { entries, program } = entriesOf(set, compileSongs(received(songs), above), above);
    const played = entries.flatMap(({ item, song, joined }) =>
      song && joined
        ? [{ ...joined, id: item.id, title: song.title, name: song.arrangementName }]
        : [],
    );
    return { title: set.heading.title, program, played };
  }, [sent, songs, click]);

type PageProps = Sent & {
  readonly band: string;
  readonly document: string;
  readonly event: EventSaid;
  readonly until: Date;
};

export const SetForDeputy = (props: PageProps) => {
  const { title, program, played } = usePlayed(props);
  const { band, document, event, until } = props;
  return (
    <DeputyPage
      band={band}
      title={title}
      document={document}
      event={event}
      songs={played}
      program={program}
      until={until}
    />
  );
};

/** The chart of one of the set’s songs, as the set plays it. */
export const ChartOfSet = ({ item, ...sent }: Sent & { readonly item: string }) => {
  const song = usePlayed(sent).played.find(({ id }) => id === item);
  return song ? (
    <ChartPage map={song.map} title={song.title} arrangement={song.name} song="/deputy/set" />
  ) : null;
};
