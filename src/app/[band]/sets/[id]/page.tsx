import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandSongs, besideSet, namedIn, readSet, sentSong } from '@/server/band';
import { newsFor } from '@/server/history';
import { pageReader } from '@/server/http';
import { SetPage } from '@/ui/sets/SetPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['sets'], async (db, id, { member }) => {
  const entry = await readSet(db, id);
  const songs = await bandSongs(db, entry.band, { also: namedIn(entry.set) });
  const since = (await newsFor(db, member, entry.band, id))[id];
  return [entry, { entry, songs, since, ...(await besideSet(db, entry.band)) }];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: (await read(band, id)).entry.set.heading.title };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs, since, click, layout } = await read(band, id);
  const { of, ...opened } = entry;
  return (
    <SetPage
      key={id}
      opened={{
        id,
        document: packed(opened.set),
        revision: opened.revision,
        mayEdit: opened.mayEdit,
      }}
      band={band}
      click={click}
      layout={layout}
      event={{ ...of, startsAt: of.startsAt.toISOString() }}
      since={since}
      deleted={opened.deleted}
      songs={songs.map((song) => ({
        ...sentSong(song),
        revision: song.revision,
        mayEdit: song.mayEdit,
      }))}
    />
  );
};

export default Page;
