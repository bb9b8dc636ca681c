import type { Metadata } from 'next';
import { bandEvents, bandSets, bandSongs, namedIn, sentSong } from '@/server/band';
import { newsFor } from '@/server/history';
import { bandsForPage, forPage } from '@/server/http';
import { askedOf } from '@/server/notes';
import { SetsPage } from '@/ui/sets/SetsPage';

export const metadata: Metadata = { title: 'Sets' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band } = await bandsForPage(slug);
  const { events, sets, songs, news, asked } = await forPage(async (db, { member }) => {
    const sets = await bandSets(db, band.id);
    return {
      news: await newsFor(db, member, band.id),
      asked: await askedOf(db, member, band.id),
      events: await bandEvents(db, band.id),
      sets,
      songs: await bandSongs(db, band.id, { also: sets.flatMap(({ set }) => namedIn(set)) }),
    };
  });
  return (
    <SetsPage
      band={band}
      news={news}
      asked={asked}
      songs={songs.map(sentSong)}
      events={events.map((event) => ({
        ...event,
        startsAt: event.startsAt.toISOString(),
        loadInAt: event.loadInAt?.toISOString() ?? null,
        sets: sets.filter((set) => set.event === event.id).map(({ id, set }) => ({ id, set })),
      }))}
    />
  );
};

export default Page;
