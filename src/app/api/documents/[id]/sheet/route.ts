import * as z from 'zod';
import { writeBandFile, writeSongFile } from '@/core/files/sheet';
import { arrangementsOf, programOf, readSong, readSongs, setFile } from '@/server/band';
import { type Queries, refuse } from '@/server/database';
import { readDocument } from '@/server/documents';
import { exportFile } from '@/server/files/thread';
import {
  bytesOf,
  documentParams,
  type FileToSend,
  idsOf,
  readerRoute,
  refuseFormat,
  sendFile,
} from '@/server/http';
import { kitOf } from '@/server/people';

const query = z.object({
  as: z.enum(idsOf('read'), `A sheet is ${idsOf('read').join(', ')}.`),
});

/** A song or a set as a table; a song as a message to the band, or whole as a file of our own. */
export const GET = readerRoute(
  { params: documentParams, query },
  async ({ request, params: { id }, query: { as }, member, within }) => {
    if (as === 'json' && !member) return membersOnly();
    if (as === 'json') return sendFile(request, () => within((db) => whole(db, id)));
    const { source, kit } = await within(async (db) => ({
      source: await programOf(db, id),
      kit: await kitOf(db, member),
    }));
    refuseFormat(source, as);
    return sendFile(request, (wait) => exportFile({ source, kit, as }, within, wait));
  },
);

const membersOnly = (): never =>
  refuse('forbidden', '', 'Files of Ebrant are for members of the band.');

/** A song with all its arrangements, or a set with its songs. */
const whole = async (db: Queries, id: string): Promise<FileToSend> => {
  const { kind, band } = await readDocument(db, id);
  if (kind !== 'set') return wholeSong(db, id);
  const file = await setFile(db, band, id);
  return {
    name: `${file.events[0]!.sets[0]!.heading.title}.ebrant.json`,
    type: 'application/json; charset=utf-8',
    ...bytesOf(writeBandFile(file)),
  };
};

/** The song that an arrangement belongs to, with all its arrangements. */
const wholeSong = async (db: Queries, id: string): Promise<FileToSend> => {
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
    ...bytesOf(writeSongFile(title, arrangements)),
  };
};
