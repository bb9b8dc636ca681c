import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { bandSongs, besideSet, namedIn, readSet } from '@/server/band';
import { forPage, underItsBand } from '@/server/http';
import { SetPage } from '@/ui/sets/SetPage';

type Props = { readonly params: Promise<{ band: string; id: string }> };

const read = cache(async (slug: string, id: string) => {
  if (!z.uuid().safeParse(id).success) notFound();
  const read = await forPage(async (db) => {
    const entry = await readSet(db, id);
    return {
      entry,
      songs: await bandSongs(db, entry.band, { also: namedIn(entry.set) }),
      ...(await besideSet(db, entry.band)),
    };
  });
  underItsBand(slug, read.entry, `sets/${id}`);
  return read;
});

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => {
  const { band, id } = await params;
  return { title: (await read(band, id)).entry.set.heading.title };
};

const Page = async ({ params }: Props) => {
  const { band, id } = await params;
  const { entry, songs, click, layout } = await read(band, id);
  const { of, ...opened } = entry;
  return (
    <SetPage
      key={id}
      opened={{
        id,
        document: packed(opened.set),
        revision: opened.revision,
        mayEdit: opened.mayEdit,
      }}
      band={band}
      click={click}
      layout={layout}
      event={{ ...of, startsAt: of.startsAt.toISOString() }}
      deleted={opened.deleted}
      songs={songs.map(({ song, arrangement, arrangementName, title, map, revision, mayEdit }) => ({
        song,
        arrangement,
        arrangementName,
        title,
        map: packed(map),
        revision,
        mayEdit,
      }))}
    />
  );
};

export default Page;
