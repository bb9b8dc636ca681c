import 'server-only';
import * as z from 'zod';
import type { Queries } from '../database';

const foundRow = z.object({ id: z.string(), title: z.string(), about: z.string() });

/** What can be gone to by its name, with what tells it from others of that name. */
export const findable = async (db: Queries, band: string) => ({
  songs: await db.many(
    foundRow,
    `SELECT arrangement.id, song.title, arrangement.name AS about
     FROM arrangement JOIN song ON song.id = arrangement.song
     WHERE arrangement.band = $1 ORDER BY lower(song.title), song.id, arrangement.position`,
    [band],
  ),
  sets: await db.many(
    foundRow,
    `SELECT song_set.id, document.body->'heading'->>'title' AS title, event.title AS about
     FROM song_set JOIN document ON document.id = song_set.id JOIN event ON event.id = song_set.event
     WHERE song_set.band = $1 ORDER BY event.starts_at DESC, song_set.position`,
    [band],
  ),
});
