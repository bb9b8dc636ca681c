import type { Metadata } from 'next';
import { readSong } from '@/server/band';
import { pageReader } from '@/server/http';
import { openNotes } from '@/server/notes';
import { ChartPage } from '@/ui/paper/ChartPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['songs', '/chart'], async (db, id) => {
  const song = await readSong(db, id);
  return [song, { ...song, notes: (await openNotes(db, [id]))[id] ?? [] }];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, chart` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, title, arrangementName, notes } = await read(band, id);
  return (
    <ChartPage
      map={map}
      notes={notes}
      title={title}
      arrangement={arrangementName}
      song={`/${band}/songs/${id}`}
    />
  );
};

export default Page;
