import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandLibrary } from '@/server/band';
import { bandsForPage, forPage } from '@/server/http';
import { ClickPage } from '@/ui/click/ClickPage';

export const metadata: Metadata = { title: 'Click' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band } = await bandsForPage((await params).band);
  const library = await forPage((db) => bandLibrary(db, band.id));
  return <ClickPage opened={{ ...library, document: packed(library.document) }} />;
};

export default Page;
