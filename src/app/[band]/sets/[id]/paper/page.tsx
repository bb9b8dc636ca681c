import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { readSet, sentSong, songsOfSet } from '@/server/band';
import { pageReader } from '@/server/http';
import { SetPaperPage } from '@/ui/paper/SetPaperPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['sets', '/paper'], async (db, id) => {
  const entry = await readSet(db, id);
  return [entry, { entry, songs: await songsOfSet(db, entry.set) }];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).entry.set.heading.title}, on paper` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs } = await read(band, id);
  const { set, of } = entry;
  return (
    <SetPaperPage
      set={packed(set)}
      songs={[...songs.values()].map(sentSong)}
      event={[of.title, of.place].filter(Boolean).join(', ')}
      back={`/${band}/sets/${id}`}
    />
  );
};

export default Page;
