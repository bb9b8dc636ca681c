import type { Metadata } from 'next';
import { bandBook } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { ClickPage } from '@/ui/click/ClickPage';

export const metadata: Metadata = { title: 'Click' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band } = await params;
  const book = await forPage(async (db) => bandBook(db, (await bandBySlug(db, band)).id));
  return <ClickPage opened={book} />;
};

export default Page;
