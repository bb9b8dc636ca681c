import 'server-only';
import * as z from 'zod';
import type { Queries } from '../database';
import type { Link } from '../people';
import { readSet, songsOfSet } from './sets';
import { besideSet, readSong } from './songs';

/** What a deputy's link shows: a set with its songs, or one song, with its band's name and click. */
export const shownBy = async (db: Queries, { document, kind, expiresAt }: Link) => {
  // A link shows no other band.
  const { name } = await db.one(z.object({ name: z.string() }), 'SELECT name FROM band');
  const about = { document, until: expiresAt, band: name };
  if (kind === 'road-map') {
    const song = await readSong(db, document);
    return { ...about, kind: 'song' as const, song, ...(await besideSet(db, song.band)) };
  }
  const { set, of, band } = await readSet(db, document);
  const songs = [...(await songsOfSet(db, set)).values()];
  return { ...about, kind: 'set' as const, set, of, songs, ...(await besideSet(db, band)) };
};
