import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { bandEvents, bandSets, bandSongs } from '@/server/band';
import { bandsForPage, forPage } from '@/server/http';
import { SetsPage } from '@/ui/sets/SetsPage';

export const metadata: Metadata = { title: 'Sets' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band } = await bandsForPage(slug);
  const { events, sets, songs } = await forPage(async (db) => ({
    events: await bandEvents(db, band.id),
    sets: await bandSets(db, band.id),
    songs: await bandSongs(db, band.id),
  }));
  return (
    <SetsPage
      band={band}
      songs={songs.map(({ song, arrangement, arrangementName, title, map }) => ({
        song,
        arrangement,
        arrangementName,
        title,
        map: packed(map),
      }))}
      events={events.map((event) => ({
        ...event,
        startsAt: event.startsAt.toISOString(),
        sets: sets.filter((set) => set.event === event.id).map(({ id, set }) => ({ id, set })),
      }))}
    />
  );
};

export default Page;
