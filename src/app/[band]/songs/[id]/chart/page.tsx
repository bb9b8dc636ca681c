import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { readSong } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { ChartPage } from '@/ui/paper/ChartPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const song = await forPage((db) => readSong(db, id));
  underItsBand(slug, song, `songs/${id}/chart`);
  return song;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, chart` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, title, arrangementName } = await read(band, id);
  return (
    <ChartPage
      map={map}
      title={title}
      arrangement={arrangementName}
      song={`/${band}/songs/${id}`}
    />
  );
};

export default Page;
