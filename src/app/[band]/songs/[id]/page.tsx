import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { arrangementsOf, bandBook, readSong } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug, kitOf } from '@/server/people';
import { SongPage } from '@/ui/song/SongPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  return forPage(async (db, { member }) => {
    const song = await readSong(db, id);
    const band = await bandBySlug(db, slug);
    return {
      ...song,
      arrangements: await arrangementsOf(db, song.song),
      layout: await kitOf(db, member),
      click: (await bandBook(db, band.id)).document.click,
    };
  });
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: (await read(band, id)).title };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, revision, mayEdit, title, arrangementName, arrangements, layout, click } =
    await read(band, id);
  return (
    <SongPage
      key={id}
      opened={{ id, document: map, revision, mayEdit }}
      title={title}
      arrangement={arrangementName}
      layout={layout}
      click={click}
      others={arrangements.filter((other) => other.id !== id)}
    />
  );
};

export default Page;
