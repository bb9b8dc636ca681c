import 'server-only';
import * as z from 'zod';
import { operationSchema } from '@/core/base/document';
import { type MemberId, type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { readOnly } from '../people/bands';

/** What became of songs and sets: their log as members read it, moments with a name, and what is new. */

/** Changes that are read at once, at least, where there are as many. */
const PAGE = 300;

const snapshotRow = z.object({ revision: z.number(), body: z.unknown() });
const changeRow = z.object({
  id: z.string(),
  revision: z.number(),
  operations: z.array(operationSchema),
  author: z.string().nullable(),
  at: z.date().transform((at) => at.getTime()),
  base: z.number().nullable(),
});
const versionRow = z.object({
  id: z.string(),
  revision: z.number(),
  name: z.string(),
  madeBy: z.string().nullable(),
});
const playedRow = z.object({ title: z.string(), startsAt: z.date(), revision: z.number() });
const titleRow = z.object({ id: z.string(), title: z.string() });

/**
 * A stretch of a document's log, with the document as it was before it.
 *
 * @param before the changes below this revision; without it, the newest
 */
export const historyOf = async (db: Queries, id: string, before?: number) => {
  const { revision, band, kind } = await readDocument(db, id);
  const end = Math.min(before ?? revision + 1, revision + 1);
  // The newest that is far enough back, or the oldest there is.
  const start = await db.maybeOne(
    snapshotRow,
    `SELECT revision, body FROM snapshot WHERE document = $1 AND revision < $3
     ORDER BY revision <= $2 DESC, CASE WHEN revision <= $2 THEN -revision ELSE revision END LIMIT 1`,
    [id, Math.max(0, end - 1 - PAGE), end],
  );
  if (!start)
    return { start: null, changes: [], earlier: false, versions: [], played: [], titles: {} };
  const changes = await db.many(
    changeRow,
    `WITH named AS MATERIALIZED (SELECT id, name FROM names_in($2))
     SELECT change.id, revision, operations, named.name AS author, at, base
     FROM change LEFT JOIN named ON named.id = author
     WHERE document = $1 AND revision > $3 AND revision < $4 ORDER BY revision`,
    [id, band, start.revision, end],
  );
  const { earlier } = await db.one(
    z.object({ earlier: z.boolean() }),
    'SELECT EXISTS (SELECT FROM snapshot WHERE document = $1 AND revision < $2) AS earlier',
    [id, start.revision],
  );
  return {
    start,
    changes,
    earlier,
    versions: await versionsOf(db, id, band),
    played: await playedAt(db, id),
    titles: kind === 'set' ? await titlesOf(db, band) : {},
  };
};

export type History = Awaited<ReturnType<typeof historyOf>>;

const versionsOf = (db: Queries, id: string, band: string) =>
  db.many(
    versionRow,
    `SELECT version.id, revision, version.name, named.name AS "madeBy"
     FROM version LEFT JOIN (SELECT id, name FROM names_in($2)) AS named ON named.id = made_by
     WHERE document = $1 ORDER BY revision DESC`,
    [id, band],
  );

/** The gigs and rehearsals that have begun with it, and how it stood then. */
const playedAt = (db: Queries, id: string) =>
  db.many(
    playedRow,
    `SELECT event.title, starts_at AS "startsAt",
            coalesce((SELECT max(revision) FROM change WHERE document = $1 AND at <= starts_at), 0) AS revision
     FROM event
     WHERE starts_at <= now() AND deleted_at IS NULL AND id IN (
       SELECT event FROM song_set WHERE song_set.deleted_at IS NULL AND (song_set.id = $1
         OR song_set.id IN (SELECT song_set FROM set_item WHERE arrangement = $1)))
     ORDER BY starts_at DESC LIMIT 50`,
    [id],
  );

const titlesOf = async (db: Queries, band: string): Promise<Record<string, string>> => {
  const rows = await db.many(
    titleRow,
    `SELECT arrangement.id, song.title FROM arrangement JOIN song ON song.id = arrangement.song
     WHERE arrangement.band = $1`,
    [band],
  );
  return Object.fromEntries(rows.map(({ id, title }) => [id, title]));
};

const MOST_VERSIONS = 200;

/** Gives a moment of a document a name. @throws Refusal where it was never like that, or may not be changed */
export const nameVersion = async (
  db: Queries,
  member: MemberId,
  id: string,
  { name, revision }: { readonly name: string; readonly revision: number },
): Promise<void> => {
  const document = await readDocument(db, id);
  if (!document.mayEdit) return readOnly();
  if (revision > document.revision)
    return refuse('invalid', 'Moment', 'There is no such moment of it yet.');
  const kept = await db.run(
    `INSERT INTO version (document, band, revision, name, made_by)
     SELECT $1, $2, $3, $4, $5
     WHERE (SELECT count(*) FROM version WHERE document = $1) < ${MOST_VERSIONS}`,
    [id, document.band, revision, name, member],
  );
  if (kept === 0) refuse('invalid', 'Moment', `At most ${MOST_VERSIONS} moments have a name.`);
};

export const forgetVersion = async (db: Queries, id: string, version: string): Promise<void> => {
  if (!(await readDocument(db, id)).mayEdit) return readOnly();
  await db.run('DELETE FROM version WHERE document = $1 AND id = $2', [id, version]);
};

/** Notes how far a member has seen a document; never back. */
export const noteSeen = async (
  db: Queries,
  member: MemberId,
  id: string,
  revision: number,
): Promise<void> => {
  const document = await readDocument(db, id);
  await db.run(
    `INSERT INTO seen (member, document, band, revision) VALUES ($1, $2, $3, $4)
     ON CONFLICT (member, document) DO UPDATE
     SET revision = greatest(seen.revision, excluded.revision), at = now()`,
    [member, id, document.band, Math.min(revision, document.revision)],
  );
};

const newsRow = z.object({
  document: z.string(),
  count: z.number(),
  seen: z.number(),
  authors: z.array(z.string()),
});

/** What others have changed in one document since the member looked at it last. */
export type SinceSeen = {
  readonly count: number;
  /** The revision that they had seen. */
  readonly seen: number;
  /** Who changed it; without those who have given their account up. */
  readonly by: readonly string[];
};

/**
 * What others have changed since the member looked last, by document; nothing of those that they have
 * never looked at, and nothing of what is as they saw it.
 *
 * @param only one document, where no other is asked for
 */
export const newsFor = async (
  db: Queries,
  member: MemberId,
  band: string,
  only?: string,
): Promise<Record<string, SinceSeen>> => {
  const rows = await db.many(
    newsRow,
    `SELECT change.document, count(*)::integer AS count, seen.revision AS seen,
            coalesce(array_agg(DISTINCT author) FILTER (WHERE author IS NOT NULL), '{}') AS authors
     FROM seen JOIN change ON change.document = seen.document AND change.revision > seen.revision
     WHERE seen.member = $1 AND seen.band = $2 AND ($3::uuid IS NULL OR seen.document = $3)
       AND change.author IS DISTINCT FROM $1
     GROUP BY change.document, seen.revision`,
    [member, band, only ?? null],
  );
  if (rows.length === 0) return {};
  const named = await db.many(
    z.object({ id: z.string(), name: z.string() }),
    'SELECT id, name FROM names_in($1) ORDER BY name',
    [band],
  );
  return Object.fromEntries(
    rows.map(({ document, count, seen, authors }) => [
      document,
      { count, seen, by: named.filter(({ id }) => authors.includes(id)).map(({ name }) => name) },
    ]),
  );
};
