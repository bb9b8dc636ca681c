import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { bandBook, readSong } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { kitOf } from '@/server/people';
import { KitPage } from '@/ui/kit/KitPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const song = await forPage(async (db, { member }) => {
    const read = await readSong(db, id);
    return { ...read, book: await bandBook(db, read.band), layout: await kitOf(db, member) };
  });
  underItsBand(slug, song, `songs/${id}/kit`);
  return song;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: `${(await read(band, id)).title}, kit` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, revision, mayEdit, title, book, layout } = await read(band, id);
  return (
    <KitPage
      key={id}
      opened={{ id, document: packed(map), revision, mayEdit }}
      title={title}
      song={`/${band}/songs/${id}`}
      book={{ ...book, document: packed(book.document) }}
      layout={layout}
    />
  );
};

export default Page;
