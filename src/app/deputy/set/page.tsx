import type { Metadata } from 'next';
import { packed } from '@/core/base/packed';
import { sentSong, shownBy } from '@/server/band';
import { forDeputy } from '@/server/http';
import { SetForDeputy } from '@/ui/deputy/SetForDeputy';
import { SongForDeputy } from '@/ui/deputy/SongForDeputy';

export const metadata: Metadata = {
  title: 'For a deputy',
  robots: { index: false, follow: false },
};

const Page = async () => {
  const shown = await forDeputy(shownBy);
  const { band, document, until, click } = shown;
  if (shown.kind === 'song')
    return (
      <SongForDeputy
        map={packed(shown.song.map)}
        title={shown.song.title}
        click={click}
        band={band}
        document={document}
        until={until}
      />
    );
  const { title, place, startsAt, timeZone } = shown.of;
  return (
    <SetForDeputy
      set={packed(shown.set)}
      songs={shown.songs.map(sentSong)}
      click={click}
      band={band}
      document={document}
      event={{ title, place, timeZone, startsAt: startsAt.toISOString() }}
      until={until}
    />
  );
};

export default Page;
