import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { clickSettingsSingle } from '@/core/music/click';
import { layoutSchema, USUAL_LAYOUT } from '@/core/music/kit';
import { blankRoadMap, type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { type Queries, refuse } from '../database';
import { asDocument, insertDocument, keptDocument, readDocument, VERSION } from '../documents';
import { mayEdit, readOnly } from '../people/bands';

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
});

/** An arrangement with its song's title and its road map. */
export type SongEntry = Omit<z.infer<typeof songRow>, 'version'> & { readonly map: RoadMap };

const SONGS = `
  SELECT song.id AS song, song.title, arrangement.id AS arrangement,
         arrangement.name AS "arrangementName",
         ${VERSION} AS version, document.revision, ${mayEdit('document.band')} AS "mayEdit",
         band.id AS band, band.slug
  FROM arrangement
  JOIN song ON song.id = arrangement.song
  JOIN document ON document.id = arrangement.id
  JOIN band ON band.id = arrangement.band`;

/** All arrangements of a band's songs, by title. */
export const bandSongs = async (db: Queries, band: string): Promise<SongEntry[]> =>
  withMaps(
    db,
    await db.many(
      songRow,
      `${SONGS} WHERE arrangement.band = $1 ORDER BY lower(song.title), song.id, arrangement.position`,
      [band],
    ),
  );

const BAND_CLICK = `SELECT body->'click' FROM book JOIN document USING (id) WHERE book.band =`;
const OWN_KIT = 'SELECT kit FROM member WHERE id = current_member()';

/** What a page of a set needs beside its songs: the band's click, the member's own kit. One statement. */
export const besideSet = async (db: Queries, band: string) => {
  const { kit, click } = await db.one(
    besideRow.omit({ arrangements: true }),
    `SELECT (${BAND_CLICK} $1) AS click, (${OWN_KIT}) AS kit`,
    [band],
  );
  return { click, layout: kit ?? USUAL_LAYOUT };
};

/** The arrangement of an id, if the member may read it. */
export const readSong = async (db: Queries, arrangement: string): Promise<SongEntry> => {
  const [song] = await readSongs(db, [arrangement]);
  return song ?? refuse('not-found', 'Song', 'There is no such song in your bands.');
};

const besideRow = z.object({
  arrangements: z.array(z.object({ id: z.string(), name: z.string() })),
  click: clickSettingsSingle,
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
             FROM arrangement WHERE song = $1) AS arrangements,
            (${BAND_CLICK} $2) AS click, (${OWN_KIT}) AS kit`,
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
    'SELECT id, name FROM arrangement WHERE song = $1 ORDER BY position',
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

/** Renames the song that an arrangement belongs to. */
export const renameSong = async (
  db: Queries,
  arrangement: string,
  title: string,
): Promise<void> => {
  const { mayEdit } = await readDocument(db, arrangement);
  if (!mayEdit) return readOnly();
  await db.run(
    'UPDATE song SET title = $2 FROM arrangement WHERE song.id = arrangement.song AND arrangement.id = $1',
    [arrangement, title],
  );
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
