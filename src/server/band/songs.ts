import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { packed } from '@/core/base/packed';
import { clickSettingsSchema, NO_OVERRIDES } from '@/core/music/click';
import { layoutSchema, USUAL_LAYOUT } from '@/core/music/kit';
import { blankRoadMap, LONGEST_NAME, type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { type Queries, refuse } from '../database';
import { asDocument, insertDocument, keptDocument, VERSION } from '../documents';
import { type Band, mayEdit, readOnly } from '../people/bands';
import { mayChange } from './removing';

const songRow = z.object({
  song: z.string(),
  title: z.string(),
  arrangement: z.string(),
  arrangementName: z.string(),
  version: z.string(),
  revision: z.number(),
  mayEdit: z.boolean(),
  band: z.string(),
  slug: z.string(),
  /** The band that it was copied from. */
  cameFrom: z.string().nullable(),
  /** Which of the two is deleted, the song first. */
  deleted: z.enum(['song', 'arrangement']).nullable(),
});

/** An arrangement with its song's title and its road map. */
export type SongEntry = Omit<z.infer<typeof songRow>, 'version'> & { readonly map: RoadMap };

const SONGS = `
  SELECT song.id AS song, song.title, arrangement.id AS arrangement,
         arrangement.name AS "arrangementName",
         ${VERSION} AS version, document.revision, ${mayEdit('document.band')} AS "mayEdit",
         band.id AS band, band.slug, song.came_from AS "cameFrom",
         CASE WHEN song.deleted_at IS NOT NULL THEN 'song'
              WHEN arrangement.deleted_at IS NOT NULL THEN 'arrangement' END AS deleted
  FROM arrangement
  JOIN song ON song.id = arrangement.song
  JOIN document ON document.id = arrangement.id
  JOIN band ON band.id = arrangement.band`;

/** Which songs of a band are wanted beside those that are in use. */
type Wanted = {
  readonly archived?: boolean;
  /** Arrangements that are named by something, whatever has become of them. */
  readonly also?: readonly string[];
};

/** All arrangements of a band's songs, by title; what is archived or deleted only where it is wanted. */
export const bandSongs = async (
  db: Queries,
  band: string,
  { archived = false, also = [] }: Wanted = {},
): Promise<SongEntry[]> =>
  withMaps(
    db,
    await db.many(
      songRow,
      `${SONGS} WHERE arrangement.band = $1
         AND (song.deleted_at IS NULL AND arrangement.deleted_at IS NULL AND ($2 OR song.archived_at IS NULL)
              OR arrangement.id = ANY ($3))
       ORDER BY lower(song.title), song.id, arrangement.position`,
      [band, archived, also],
    ),
  );

/** Of its band’s library a link shows the click alone. */
const bandClick = (band: string) =>
  `coalesce((SELECT body->'click' FROM library JOIN document USING (id) WHERE library.band = ${band}), click_by_link())`;
const OWN_KIT = 'SELECT kit FROM member WHERE id = current_member()';

/** What a page of a set needs beside its songs: the band's click, the member's own kit. One statement. */
export const besideSet = async (db: Queries, band: string) => {
  const { kit, click } = await db.one(
    besideRow.omit({ arrangements: true }),
    `SELECT ${bandClick('$1')} AS click, (${OWN_KIT}) AS kit`,
    [band],
  );
  return { click, layout: kit ?? USUAL_LAYOUT };
};

/** An arrangement as it is sent to a page: what a list or a program needs of it. */
export const sentSong = ({ song, arrangement, arrangementName, title, map }: SongEntry) => ({
  song,
  arrangement,
  arrangementName,
  title,
  map: packed(map),
});

/** The arrangement of an id, if the member may read it. */
export const readSong = async (db: Queries, arrangement: string): Promise<SongEntry> => {
  const [song] = await readSongs(db, [arrangement]);
  return song ?? refuse('not-found', 'Song', 'There is no such song in your bands.');
};

const besideRow = z.object({
  arrangements: z.array(z.object({ id: z.string(), name: z.string() })),
  // A band that has said nothing of its click has none in its library yet.
  click: clickSettingsSchema.nullable().transform((click) => click ?? NO_OVERRIDES),
  kit: layoutSchema.nullable(),
});

/**
 * What a page of a song shows beside its road map: the arrangements of the song, what the band says
 * of its click, the member's own kit. One statement.
 */
export const besideSong = async (db: Queries, { song, band }: SongEntry) => {
  const { kit, ...row } = await db.one(
    besideRow,
    `SELECT (SELECT coalesce(json_agg(json_build_object('id', id, 'name', name) ORDER BY position), '[]')
             FROM arrangement WHERE song = $1 AND deleted_at IS NULL) AS arrangements,
            ${bandClick('$2')} AS click, (${OWN_KIT}) AS kit`,
    [song, band],
  );
  return { ...row, layout: kit ?? USUAL_LAYOUT };
};

/** The arrangements of some ids; those the member may not read are left out. */
export const readSongs = async (
  db: Queries,
  arrangements: readonly string[],
): Promise<SongEntry[]> =>
  withMaps(db, await db.many(songRow, `${SONGS} WHERE arrangement.id = ANY($1)`, [arrangements]));

/** The arrangements that a song has, in their order. */
export const arrangementsOf = (db: Queries, song: string) =>
  db.many(
    z.object({ id: z.string(), name: z.string() }),
    'SELECT id, name FROM arrangement WHERE song = $1 AND deleted_at IS NULL ORDER BY position',
    [song],
  );

/** A new song with one arrangement. */
export const createSong = async (
  db: Queries,
  band: string,
  title: string,
  map: RoadMap = blankRoadMap(),
  name = 'As recorded',
): Promise<{ song: string; arrangement: string }> => {
  const song = randomUUID();
  await db.run('INSERT INTO song (id, band, title) VALUES ($1, $2, $3)', [song, band, title]);
  return { song, arrangement: await createArrangement(db, band, song, name, map) };
};

/** A further arrangement of a song. */
export const createArrangement = async (
  db: Queries,
  band: string,
  song: string,
  name: string,
  map: RoadMap,
): Promise<string> => {
  const id = randomUUID();
  await insertDocument(db, band, 'road-map', id, map);
  await db.run(
    `INSERT INTO arrangement (id, band, song, name, position)
     SELECT $1, $2, $3, $4, count(*) FROM arrangement WHERE song = $3`,
    [id, band, song, name],
  );
  return id;
};

/**
 * A further arrangement of the song that one belongs to, beginning as that one stands.
 *
 * @throws Refusal `taken` where the song has one of this name
 */
export const copyArrangement = async (
  db: Queries,
  arrangement: string,
  name: string,
): Promise<string> => {
  const { mayEdit, song, map, band } = await readSong(db, arrangement);
  if (!mayEdit) return readOnly();
  const others = await arrangementsOf(db, song);
  if (others.some((other) => other.name.toLowerCase() === name.trim().toLowerCase()))
    return refuse('taken', 'Arrangement', 'The song has an arrangement of this name already.');
  return createArrangement(db, band, song, name.trim(), map);
};

/**
 * A copy of a song with all its arrangements, beginning as they stand.
 *
 * @param to another band of the member's that it is copied to; it then says where it came from
 */
export const copySong = async (
  db: Queries,
  song: string,
  to?: Pick<Band, 'id'>,
): Promise<{ arrangement: string }> => {
  await mayChange(db, 'song', song);
  const entries = await withMaps(
    db,
    await db.many(
      songRow,
      `${SONGS} WHERE song.id = $1 AND arrangement.deleted_at IS NULL ORDER BY arrangement.position`,
      [song],
    ),
  );
  const [first, ...others] = entries;
  if (!first) return refuse('not-found', 'Song', 'There is no such song in your bands.');
  const band = to?.id ?? first.band;
  const title = band === first.band ? copyTitle(first.title) : first.title;
  const made = await createSong(db, band, title, first.map, first.arrangementName);
  for (const { arrangementName, map } of others)
    await createArrangement(db, band, made.song, arrangementName, map);
  if (band !== first.band)
    await db.run(
      'UPDATE song SET came_from = (SELECT name FROM band WHERE id = $2) WHERE id = $1',
      [made.song, first.band],
    );
  return made;
};

/**
 * What a copy is called.
 */
export const copyTitle = (title: string): string =>
  `${[...title].slice(0, LONGEST_NAME - COPY.length).join('')}${COPY}`;

const COPY = ' (copy)';

/** Renames a song. */
export const renameSong = async (db: Queries, song: string, title: string): Promise<void> => {
  await mayChange(db, 'song', song);
  await db.run('UPDATE song SET title = $2 WHERE id = $1', [song, title]);
};

/**
 * Renames an arrangement.
 *
 * @throws Refusal `taken` where the song has another of this name
 */
export const renameArrangement = async (db: Queries, id: string, name: string): Promise<void> => {
  await mayChange(db, 'arrangement', id);
  const { song } = await readSong(db, id);
  const others = await arrangementsOf(db, song);
  if (others.some((one) => one.id !== id && one.name.toLowerCase() === name.trim().toLowerCase()))
    return refuse('taken', 'Arrangement', 'The song has an arrangement of this name already.');
  await db.run('UPDATE arrangement SET name = $2 WHERE id = $1', [id, name.trim()]);
};

const bodyRow = z.object({ id: z.string(), version: z.string(), body: z.unknown() });

/** Songs with their road maps: those that are known as they stand are not read again. */
const withMaps = async (
  db: Queries,
  rows: readonly z.infer<typeof songRow>[],
): Promise<SongEntry[]> => {
  const maps = new Map(
    rows.map(({ arrangement, version }) => [
      arrangement,
      keptDocument<RoadMap>(arrangement, version),
    ]),
  );
  const missing = [...maps].flatMap(([id, map]) => (map ? [] : [id]));
  if (missing.length > 0) {
    const bodies = await db.many(
      bodyRow,
      `SELECT id, ${VERSION} AS version, body FROM document WHERE id = ANY($1)`,
      [missing],
    );
    for (const { id, version, body } of bodies)
      maps.set(id, asDocument(roadMapKind, body, id, version));
  }
  return rows.flatMap(({ version: _, ...row }) => {
    const map = maps.get(row.arrangement);
    return map ? [{ ...row, map }] : [];
  });
};
