import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { sentSong, shownBy } from '@/server/band';
import { forDeputy } from '@/server/http';
import { ChartPage } from '@/ui/paper/ChartPage';
import { SetPaperPage } from '@/ui/paper/SetPaperPage';

export const metadata: Metadata = { title: 'On paper', robots: { index: false, follow: false } };

const Page = async () => {
  const shown = await forDeputy(shownBy);
  if (shown.kind === 'song') {
    const { map, title, arrangementName } = shown.song;
    return <ChartPage map={map} title={title} arrangement={arrangementName} song="/deputy/set" />;
  }
  const { set, songs, of } = shown;
  return (
    <SetPaperPage
      set={packed(set)}
      songs={songs.map(sentSong)}
      event={[of.title, of.place].filter(Boolean).join(', ')}
      back="/deputy/set"
    />
  );
};

export default Page;
