import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { besideSet, readSet, sentSong, songsOfSet } from '@/server/band';
import { pageReader } from '@/server/http';
import { openNotes } from '@/server/notes';
import { StageOfSet } from '@/ui/stage/StageOfSet';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = pageReader(['sets', '/stage'], async (db, id) => {
  const entry = await readSet(db, id);
  const songs = await songsOfSet(db, entry.set);
  const notes = await openNotes(db, [...songs.keys()]);
  return [entry, { entry, songs, notes, ...(await besideSet(db, entry.band)) }];
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).entry.set.heading.title}, stage` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs, notes, click, layout } = await read(band, id);
  return (
    <StageOfSet
      set={packed(entry.set)}
      songs={[...songs.values()].map(sentSong)}
      click={click}
      notes={notes}
      layout={layout}
      songsAt={`/${band}/songs`}
      back={`/${band}/sets/${id}`}
      id={id}
      mayEdit={entry.mayEdit}
    />
  );
};

export default Page;
