import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { besideSong, readSong } from '@/server/band';
import { hasDemoRecording } from '@/server/demo/recordings';
import { newsFor } from '@/server/history';
import { pageReader } from '@/server/http';
import { SongPage } from '@/ui/song/SongPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['songs'], async (db, id, { member }) => {
  const song = await readSong(db, id);
  return [
    song,
    {
      ...song,
      ...(await besideSong(db, song)),
      since: (await newsFor(db, member, song.band, id))[id],
    },
  ];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: (await read(band, id)).title };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const {
    song,
    deleted,
    map,
    revision,
    mayEdit,
    title,
    arrangementName,
    arrangements,
    layout,
    click,
    since,
  } = await read(band, id);
  return (
    <SongPage
      key={id}
      opened={{ id, document: packed(map), revision, mayEdit }}
      band={band}
      song={song}
      deleted={deleted}
      title={title}
      arrangement={arrangementName}
      layout={layout}
      click={click}
      since={since}
      isRecorded={hasDemoRecording(title)}
      others={arrangements.filter((other) => other.id !== id)}
    />
  );
};

export default Page;
