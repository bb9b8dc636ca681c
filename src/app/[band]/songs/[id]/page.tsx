import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { z } from 'zod';
import { arrangementsOf, readSong } from '@/server/band';
import { forPage } from '@/server/http';
import { kitOf } from '@/server/people';
import { SongPage } from '@/ui/song/SongPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  return forPage(async (db, { member }) => {
    const song = await readSong(db, id);
    return {
      ...song,
      arrangements: await arrangementsOf(db, song.song),
      layout: await kitOf(db, member),
    };
  });
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: (await read((await params).id)).title,
});

const Page = async ({ params }: Props) => {
  const { id } = await params;
  const { map, revision, mayEdit, title, arrangementName, arrangements, layout } = await read(id);
  return (
    <SongPage
      key={id}
      opened={{ id, document: map, revision, mayEdit }}
      title={title}
      arrangement={arrangementName}
      layout={layout}
      others={arrangements.filter((other) => other.id !== id)}
    />
  );
};

export default Page;
