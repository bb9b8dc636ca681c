import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { bandBook, bandSongs, readSet } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { SetPage } from '@/ui/sets/SetPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  return forPage(async (db) => {
    const band = await bandBySlug(db, slug);
    return {
      entry: await readSet(db, id),
      songs: await bandSongs(db, band.id),
      click: (await bandBook(db, band.id)).document.click,
    };
  });
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: (await read(band, id)).entry.set.heading.title };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs, click } = await read(band, id);
  const { set, revision, mayEdit, of } = entry;
  return (
    <SetPage
      key={id}
      opened={{ id, document: set, revision, mayEdit }}
      band={band}
      click={click}
      event={{ title: of.title, place: of.place, startsAt: of.startsAt.toISOString() }}
      songs={songs.map(({ song, arrangement, arrangementName, title, map }) => ({
        song,
        arrangement,
        arrangementName,
        title,
        map,
      }))}
    />
  );
};

export default Page;
