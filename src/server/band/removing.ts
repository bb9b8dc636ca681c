import 'server-only';
import * as z from 'zod';
import { type Queries, refuse } from '../database';
import { mayEdit, readOnly } from '../people/bands';

/** What can be deleted and brought back, with the table that it is a row of. */
const TABLES = {
  song: 'song',
  arrangement: 'arrangement',
  set: 'song_set',
  event: 'event',
} as const;

export type Deletable = keyof typeof TABLES;

const MISSING: Readonly<Record<Deletable, string>> = {
  song: 'There is no such song in your bands.',
  arrangement: 'There is no such arrangement in your bands.',
  set: 'There is no such set in your bands.',
  event: 'There is no such gig or rehearsal in your bands.',
};

/**
 * Deletes something, or brings it back. What was deleted thirty days ago goes for good.
 *
 * @throws Refusal `not-found`, `forbidden`, or `invalid` for a song's last arrangement
 */
export const setDeleted = async (
  db: Queries,
  what: Deletable,
  id: string,
  deleted: boolean,
): Promise<void> => {
  await mayChange(db, what, id);
  if (what === 'arrangement') await (deleted ? notTheLast(db, id) : nameIsFree(db, id));
  await db.run(
    `UPDATE ${TABLES[what]} SET deleted_at = CASE WHEN $2 THEN coalesce(deleted_at, now()) END WHERE id = $1`,
    [id, deleted],
  );
  if (deleted) await db.one(z.object({ purge_deleted: z.number() }), 'SELECT purge_deleted()');
};

/** Archives a song, or a gig with its sets, or takes it back into the lists. */
export const setArchived = async (
  db: Queries,
  what: 'song' | 'event',
  id: string,
  archived: boolean,
): Promise<void> => {
  await mayChange(db, what, id);
  await db.run(
    `UPDATE ${TABLES[what]} SET archived_at = CASE WHEN $2 THEN coalesce(archived_at, now()) END WHERE id = $1`,
    [id, archived],
  );
};

/** @throws Refusal where it is not there, or the member may only read it */
export const mayChange = async (db: Queries, what: Deletable, id: string): Promise<void> => {
  const table = TABLES[what];
  const row = await db.maybeOne(
    z.object({ mayEdit: z.boolean() }),
    `SELECT ${mayEdit(`${table}.band`)} AS "mayEdit" FROM ${table} WHERE id = $1`,
    [id],
  );
  if (!row) return refuse('not-found', '', MISSING[what]);
  if (!row.mayEdit) return readOnly();
};

const countRow = z.object({ count: z.number() });

const notTheLast = async (db: Queries, id: string): Promise<void> => {
  const { count } = await db.one(
    countRow,
    `SELECT count(*)::integer AS count FROM arrangement AS other JOIN arrangement AS this USING (song)
     WHERE this.id = $1 AND other.id <> $1 AND other.deleted_at IS NULL`,
    [id],
  );
  if (count === 0)
    refuse(
      'invalid',
      'Arrangement',
      'A song has at least one arrangement. Delete the song instead.',
    );
};

const nameIsFree = async (db: Queries, id: string): Promise<void> => {
  const { count } = await db.one(
    countRow,
    `SELECT count(*)::integer AS count FROM arrangement AS other JOIN arrangement AS this USING (song, name)
     WHERE this.id = $1 AND other.id <> $1 AND other.deleted_at IS NULL`,
    [id],
  );
  if (count > 0)
    refuse(
      'taken',
      'Arrangement',
      'The song has an arrangement of this name again. Rename that one first.',
    );
};

const removedRow = z.object({
  what: z.enum(['song', 'arrangement', 'set', 'event']),
  id: z.string(),
  title: z.string(),
  about: z.string(),
  state: z.enum(['archived', 'deleted']),
  since: z.date(),
});

/** Something that is out of the lists: archived, or deleted and still to be brought back. */
export type Removed = z.infer<typeof removedRow>;

/** What a band has archived or deleted, what went last first. */
export const removedThings = (db: Queries, band: string): Promise<Removed[]> =>
  db.many(
    removedRow,
    `SELECT 'song' AS what, id, title, '' AS about,
            CASE WHEN deleted_at IS NULL THEN 'archived' ELSE 'deleted' END AS state,
            coalesce(deleted_at, archived_at) AS since
     FROM song WHERE band = $1 AND coalesce(deleted_at, archived_at) IS NOT NULL
     UNION ALL
     SELECT 'arrangement', arrangement.id, song.title, arrangement.name, 'deleted', arrangement.deleted_at
     FROM arrangement JOIN song ON song.id = arrangement.song
     WHERE arrangement.band = $1 AND arrangement.deleted_at IS NOT NULL AND song.deleted_at IS NULL
     UNION ALL
     SELECT 'set', song_set.id, document.body->'heading'->>'title', event.title, 'deleted', song_set.deleted_at
     FROM song_set JOIN document ON document.id = song_set.id JOIN event ON event.id = song_set.event
     WHERE song_set.band = $1 AND song_set.deleted_at IS NOT NULL AND event.deleted_at IS NULL
     UNION ALL
     SELECT 'event', id, title, place,
            CASE WHEN deleted_at IS NULL THEN 'archived' ELSE 'deleted' END,
            coalesce(deleted_at, archived_at)
     FROM event WHERE band = $1 AND coalesce(deleted_at, archived_at) IS NOT NULL
     ORDER BY since DESC`,
    [band],
  );
