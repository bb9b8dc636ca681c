import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { besideSong, readSong } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { StageOfSong } from '@/ui/stage/StageOfSong';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const song = await forPage(async (db) => {
    const read = await readSong(db, id);
    return { ...read, ...(await besideSong(db, read)) };
  });
  underItsBand(slug, song, `songs/${id}/stage`);
  return song;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, stage` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, title, click, layout } = await read(band, id);
  return (
    <StageOfSong
      map={packed(map)}
      title={title}
      click={click}
      layout={layout}
      back={`/${band}/songs/${id}`}
    />
  );
};

export default Page;
