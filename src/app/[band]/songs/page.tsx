import type { Metadata } from 'next';
import { bandSongs, sentSong } from '@/server/band';
import { newsFor } from '@/server/history';
import { bandsForPage, forPage } from '@/server/http';
import { SongsPage } from '@/ui/song/SongsPage';

export const metadata: Metadata = { title: 'Songs' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band, bands } = await bandsForPage(slug);
  const { songs, news } = await forPage(async (db, { member }) => ({
    songs: await bandSongs(db, band.id),
    news: await newsFor(db, member, band.id),
  }));
  return (
    <SongsPage
      band={band}
      songs={songs.map((song) => ({ ...sentSong(song), cameFrom: song.cameFrom }))}
      news={news}
      others={bands.filter((one) => one.mayEdit && one.slug !== slug)}
    />
  );
};

export default Page;
