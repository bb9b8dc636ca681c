import type { Metadata } from 'next';
import { bandBook } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug, kitOf } from '@/server/people';
import { BookPage } from '@/ui/kit/BookPage';

export const metadata: Metadata = { title: 'Kit' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { book, layout } = await forPage(async (db, { member }) => {
    const { id } = await bandBySlug(db, slug);
    return { book: await bandBook(db, id), layout: await kitOf(db, member) };
  });
  return <BookPage opened={book} layout={layout} />;
};

export default Page;
