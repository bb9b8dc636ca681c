import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { bandSongs, namedIn, readSet } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { SetPaperPage } from '@/ui/paper/SetPaperPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const read = await forPage(async (db) => {
    const entry = await readSet(db, id);
    return { entry, songs: await bandSongs(db, entry.band, { also: namedIn(entry.set) }) };
  });
  underItsBand(slug, read.entry, `sets/${id}/paper`);
  return read;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).entry.set.heading.title}, on paper` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs } = await read(band, id);
  const { set, of } = entry;
  const inSet = new Set(namedIn(set));
  return (
    <SetPaperPage
      set={packed(set)}
      songs={songs
        .filter(({ arrangement }) => inSet.has(arrangement))
        .map(({ song, arrangement, arrangementName, title, map }) => ({
          song,
          arrangement,
          arrangementName,
          title,
          map: packed(map),
        }))}
      event={[of.title, of.place].filter(Boolean).join(', ')}
      back={`/${band}/sets/${id}`}
    />
  );
};

export default Page;
