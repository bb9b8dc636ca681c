import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { besideSong, readSong } from '@/server/band';
import { pageReader } from '@/server/http';
import { openNotes } from '@/server/notes';
import { StageOfSong } from '@/ui/stage/StageOfSong';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['songs', '/stage'], async (db, id) => {
  const song = await readSong(db, id);
  const notes = (await openNotes(db, [id]))[id] ?? [];
  return [song, { ...song, notes, ...(await besideSong(db, song)) }];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, stage` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, title, notes, click, layout } = await read(band, id);
  return (
    <StageOfSong
      map={packed(map)}
      title={title}
      click={click}
      notes={notes}
      layout={layout}
      back={`/${band}/songs/${id}`}
    />
  );
};

export default Page;
