import * as z from 'zod';
import { chartAsMusicXml } from '@/core/musicxml';
import {
  barsTable,
  message,
  setMessage,
  songsTable,
  writeBandFile,
  writeSongFile,
} from '@/core/sheet';
import { arrangementsOf, programOf, readSong, readSongs, setFile } from '@/server/band';
import type { Queries } from '@/server/database';
import { readDocument } from '@/server/documents';
import { documentParams, fileResponse, memberRoute } from '@/server/http';

const query = z.object({
  as: z.enum(['csv', 'text', 'json', 'musicxml'], 'A sheet is csv, text, json or musicxml.'),
});

/** A song or a set as a table; a song as a message to the band, or whole as a file of our own. */
export const GET = memberRoute(
  { params: documentParams, query },
  ({ params: { id }, query, within }) =>
    within(async (db) => {
      if (query.as === 'json') return textFile(await whole(db, id));
      const { of, title, program, maps, songs } = await programOf(db, id);
      const [song] = program.songs;
      if (query.as === 'musicxml' && of === 'song')
        return textFile({
          name: `${title}.musicxml`,
          type: 'application/vnd.recordare.musicxml+xml; charset=utf-8',
          text: chartAsMusicXml(maps[0]!, title),
        });
      if (query.as === 'text' && songs)
        return textFile({
          name: `${title}.md`,
          type: 'text/markdown; charset=utf-8',
          text: setMessage(title, songs, program),
        });
      if (query.as === 'text' && of === 'song' && song)
        return textFile({
          name: `${title}.md`,
          type: 'text/markdown; charset=utf-8',
          text: message(title, maps[0]!, song.timeline),
        });
      return textFile({
        name: `${title}.csv`,
        type: 'text/csv; charset=utf-8; header=present',
        text: of === 'song' && song ? barsTable(song.timeline) : songsTable(program),
      });
    }),
);

type TextFile = { readonly name: string; readonly type: string; readonly text: string };

/** A song with all its arrangements, or a set with its songs. */
const whole = async (db: Queries, id: string): Promise<TextFile> => {
  const { kind, band } = await readDocument(db, id);
  if (kind !== 'set') return wholeSong(db, id);
  const file = await setFile(db, band, id);
  return {
    name: `${file.events[0]!.sets[0]!.heading.title}.ebrant.json`,
    type: 'application/json; charset=utf-8',
    text: writeBandFile(file),
  };
};

/** The song that an arrangement belongs to, with all its arrangements. */
const wholeSong = async (db: Queries, id: string): Promise<TextFile> => {
  const { song, title } = await readSong(db, id);
  const named = await arrangementsOf(db, song);
  const read = new Map(
    (
      await readSongs(
        db,
        named.map((one) => one.id),
      )
    ).map((one) => [one.arrangement, one.map]),
  );
  const arrangements = named.flatMap(({ id: at, name }) => {
    const map = read.get(at);
    return map ? [{ name, map }] : [];
  });
  return {
    name: `${title}.ebrant.json`,
    type: 'application/json; charset=utf-8',
    text: writeSongFile(title, arrangements),
  };
};

const textFile = ({ name, type, text }: TextFile): Response => {
  const bytes = new TextEncoder().encode(text);
  return fileResponse(bytes, bytes.length, name, type);
};
