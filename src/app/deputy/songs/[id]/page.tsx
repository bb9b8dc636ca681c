import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { packed } from '@/core/base/packed';
import { sentSong, shownBy } from '@/server/band';
import { forDeputy } from '@/server/http';
import { ChartOfSet } from '@/ui/deputy/SetForDeputy';
import { ChartPage } from '@/ui/paper/ChartPage';

export const metadata: Metadata = { title: 'Chart', robots: { index: false, follow: false } };

type Props = { readonly params: Promise<{ id: string }> };

const Page = async ({ params }: Props) => {
  const { id } = await params;
  const shown = await forDeputy(shownBy);
  if (shown.kind === 'song') {
    const { map, title, arrangement, arrangementName } = shown.song;
    if (id !== arrangement) notFound();
    return <ChartPage map={map} title={title} arrangement={arrangementName} song="/deputy/set" />;
  }
  if (!shown.set.items[id]) notFound();
  const { set, songs, click } = shown;
  return <ChartOfSet set={packed(set)} songs={songs.map(sentSong)} click={click} item={id} />;
};

export default Page;
