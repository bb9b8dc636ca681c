import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandLibrary } from '@/server/band';
import { bandsForPage, forPage } from '@/server/http';
import { kitOf } from '@/server/people';
import { LibraryPage } from '@/ui/kit/LibraryPage';

export const metadata: Metadata = { title: 'Kit' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band } = await bandsForPage((await params).band);
  const { library, layout } = await forPage(async (db, { member }) => ({
    library: await bandLibrary(db, band.id),
    layout: await kitOf(db, member),
  }));
  return (
    <LibraryPage opened={{ ...library, document: packed(library.document) }} layout={layout} />
  );
};

export default Page;
