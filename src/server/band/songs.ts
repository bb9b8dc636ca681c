import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { parseDocument } from '@/core/document';
import { blankRoadMap, type RoadMap, roadMapKind } from '@/core/roadmap';
import { type Queries, Refusal, refuse } from '../database';
import { insertDocument, readDocument } from '../documents';
import { readOnly } from '../people/bands';

const songRow = z.object({
  song: z.string(),
  title: z.string(),
  arrangement: z.string(),
  arrangementName: z.string(),
  body: z.unknown(),
  revision: z.number(),
  mayEdit: z.boolean(),
});

/** An arrangement with its song's title and its road map. */
export type SongEntry = Omit<z.infer<typeof songRow>, 'body'> & { readonly map: RoadMap };

const SONGS = `
  SELECT song.id AS song, song.title, arrangement.id AS arrangement,
         arrangement.name AS "arrangementName",
         document.body, document.revision, may_edit(document.band) AS "mayEdit"
  FROM arrangement
  JOIN song ON song.id = arrangement.song
  JOIN document ON document.id = arrangement.id`;

/** All arrangements of a band's songs, by title. */
export const bandSongs = async (db: Queries, band: string): Promise<SongEntry[]> =>
  (
    await db.many(
      songRow,
      `${SONGS} WHERE arrangement.band = $1 ORDER BY lower(song.title), song.id, arrangement.position`,
      [band],
    )
  ).map(withMap);

/** The arrangement of an id, if the member may read it. */
export const readSong = async (db: Queries, arrangement: string): Promise<SongEntry> => {
  const row = await db.maybeOne(songRow, `${SONGS} WHERE arrangement.id = $1`, [arrangement]);
  return row ? withMap(row) : refuse('not-found', 'Song', 'There is no such song in your bands.');
};

/** The arrangements of some ids; those the member may not read are left out. */
export const readSongs = async (
  db: Queries,
  arrangements: readonly string[],
): Promise<SongEntry[]> =>
  (await db.many(songRow, `${SONGS} WHERE arrangement.id = ANY($1)`, [arrangements])).map(withMap);

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
  const { mayEdit, song, map } = await readSong(db, arrangement);
  if (!mayEdit) return readOnly();
  const { band } = await readDocument(db, arrangement);
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

const withMap = ({ body, ...row }: z.infer<typeof songRow>): SongEntry => {
  const parsed = parseDocument(roadMapKind, body);
  if (!parsed.ok) throw new Refusal(parsed.problem);
  return { ...row, map: parsed.value };
};
