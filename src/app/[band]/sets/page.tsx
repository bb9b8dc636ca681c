import type { Metadata } from 'next';
import { bandEvents, bandSets, bandSongs } from '@/server/band';
import { forPage } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { SetsPage } from '@/ui/sets/SetsPage';

export const metadata: Metadata = { title: 'Sets' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band, events, sets, songs } = await forPage(async (db) => {
    const found = await bandBySlug(db, slug);
    return {
      band: found,
      events: await bandEvents(db, found.id),
      sets: await bandSets(db, found.id),
      songs: await bandSongs(db, found.id),
    };
  });
  return (
    <SetsPage
      band={band}
      songs={songs.map(({ song, arrangement, arrangementName, title, map }) => ({
        song,
        arrangement,
        arrangementName,
        title,
        map,
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
