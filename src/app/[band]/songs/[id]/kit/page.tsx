import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { bandBook, readSong } from '@/server/band';
import { readDocument } from '@/server/documents';
import { forPage } from '@/server/http';
import { kitOf } from '@/server/people';
import { KitPage } from '@/ui/kit/KitPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  return forPage(async (db, { member }) => {
    // The book of the song's own band, whatever the address says.
    const { band } = await readDocument(db, id);
    return {
      ...(await readSong(db, id)),
      book: await bandBook(db, band),
      layout: await kitOf(db, member),
    };
  });
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  return { title: `${(await read((await params).id)).title}, kit` };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { map, revision, mayEdit, title, book, layout } = await read(id);
  return (
    <KitPage
      key={id}
      opened={{ id, document: map, revision, mayEdit }}
      title={title}
      song={`/${band}/songs/${id}`}
      book={book}
      layout={layout}
    />
  );
};

export default Page;
