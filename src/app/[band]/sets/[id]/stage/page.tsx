import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { besideSet, namedIn, readSet, songsOfSet } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { StageOfSet } from '@/ui/stage/StageOfSet';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const read = await forPage(async (db) => {
    const entry = await readSet(db, id);
    return {
      entry,
      songs: await songsOfSet(db, entry.set),
      ...(await besideSet(db, entry.band)),
    };
  });
  underItsBand(slug, read.entry, `sets/${id}/stage`);
  return read;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).entry.set.heading.title}, stage` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs, click, layout } = await read(band, id);
  return (
    <StageOfSet
      set={packed(entry.set)}
      songs={[...new Set(namedIn(entry.set))].flatMap((arrangement) => {
        const song = songs.get(arrangement);
        return song
          ? [
              {
                song: song.song,
                arrangement,
                arrangementName: song.arrangementName,
                title: song.title,
                map: packed(song.map),
              },
            ]
          : [];
      })}
      click={click}
      layout={layout}
      band={band}
      back={`/${band}/sets/${id}`}
    />
  );
};

export default Page;
