import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandBook } from '@/server/band';
import { bandsForPage, forPage } from '@/server/http';
import { kitOf } from '@/server/people';
import { BookPage } from '@/ui/kit/BookPage';

export const metadata: Metadata = { title: 'Kit' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band } = await bandsForPage((await params).band);
  const { book, layout } = await forPage(async (db, { member }) => ({
    book: await bandBook(db, band.id),
    layout: await kitOf(db, member),
  }));
  return <BookPage opened={{ ...book, document: packed(book.document) }} layout={layout} />;
};

export default Page;
