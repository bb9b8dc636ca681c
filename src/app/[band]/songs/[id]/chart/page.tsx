import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { readSong } from '@/server/band';
import { forPage } from '@/server/http';
import { ChartPage } from '@/ui/song/chart/ChartPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  return forPage((db) => readSong(db, id));
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `${(await read((await params).id)).title}, chart`,
});

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, title, arrangementName } = await read(id);
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
