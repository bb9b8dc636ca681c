import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandLibrary, readSong } from '@/server/band';
import { pageReader } from '@/server/http';
import { kitOf } from '@/server/people';
import { KitPage } from '@/ui/kit/KitPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['songs', '/kit'], async (db, id, { member }) => {
  const song = await readSong(db, id);
  return [
    song,
    { ...song, library: await bandLibrary(db, song.band), layout: await kitOf(db, member) },
  ];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, kit` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, revision, mayEdit, title, library, layout } = await read(band, id);
  return (
    <KitPage
      key={id}
      opened={{ id, document: packed(map), revision, mayEdit }}
      title={title}
      song={`/${band}/songs/${id}`}
      library={{ ...library, document: packed(library.document) }}
      layout={layout}
    />
  );
};

export default Page;
