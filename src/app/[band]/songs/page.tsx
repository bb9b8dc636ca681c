import type { Metadata } from 'next';
import { bandSongs } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { SongsPage } from '@/ui/song/SongsPage';

export const metadata: Metadata = { title: 'Songs' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band, songs } = await forPage(async (db) => {
    const found = await bandBySlug(db, slug);
    return { band: found, songs: await bandSongs(db, found.id) };
  });
  return (
    <SongsPage
      band={band}
      songs={songs.map(({ arrangement, arrangementName, title, map }) => ({
        arrangement,
        arrangementName,
        title,
        map,
      }))}
    />
  );
};

export default Page;
