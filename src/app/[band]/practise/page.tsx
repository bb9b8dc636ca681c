import type { Metadata } from 'next';
import { bandEvents, bandSets, bandSongs, besideSet, namedIn, sentSong } from '@/server/band';
import { bandsForPage, forPage } from '@/server/http';
import { logOf, plansOf, toldReadiness } from '@/server/practice';
import { PractisePage } from '@/ui/practise/PractisePage';

export const metadata: Metadata = { title: 'Practise' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band } = await bandsForPage(slug);
  const { events, sets, songs, ...own } = await forPage(async (db) => {
    const sets = await bandSets(db, band.id);
    return {
      events: await bandEvents(db, band.id),
      sets,
      songs: await bandSongs(db, band.id, { also: sets.flatMap(({ set }) => namedIn(set)) }),
      entries: await logOf(db, band.id),
      plans: await plansOf(db, band.id),
      told: await toldReadiness(db, band.id),
      ...(await besideSet(db, band.id)),
    };
  });
  return (
    <PractisePage
      key={band.slug}
      band={band}
      songs={songs.map(sentSong)}
      events={events.map(({ id, title, startsAt, timeZone }) => ({
        id,
        title,
        startsAt: startsAt.toISOString(),
        timeZone,
        sets: sets.filter((set) => set.event === id).map((one) => ({ id: one.id, set: one.set })),
      }))}
      {...own}
    />
  );
};

export default Page;
