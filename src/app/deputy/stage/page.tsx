import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { sentSong, shownBy } from '@/server/band';
import { forDeputy } from '@/server/http';
import { StageOfSet } from '@/ui/stage/StageOfSet';
import { StageOfSong } from '@/ui/stage/StageOfSong';

export const metadata: Metadata = { title: 'Stage', robots: { index: false, follow: false } };

const Page = async () => {
  const shown = await forDeputy(shownBy);
  const { click, layout } = shown;
  return shown.kind === 'song' ? (
    <StageOfSong
      map={packed(shown.song.map)}
      title={shown.song.title}
      click={click}
      layout={layout}
      back="/deputy/set"
    />
  ) : (
    <StageOfSet
      set={packed(shown.set)}
      songs={shown.songs.map(sentSong)}
      click={click}
      layout={layout}
      songsAt="/deputy/songs"
      back="/deputy/set"
    />
  );
};

export default Page;
