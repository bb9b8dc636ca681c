import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { blankSet, itemsOf, type SongSet, setKind } from '@/core/song/set';
import { type Queries, refuse } from '../database';
import { asDocument, insertDocument, storeItems } from '../documents';
import { mayEdit } from '../people/bands';
import type { SongEntry } from './songs';
import { readSongs } from './songs';

const eventRow = z.object({
  id: z.string(),
  kind: z.enum(['gig', 'rehearsal']),
  title: z.string(),
  place: z.string(),
  startsAt: z.date(),
});

/** A gig or rehearsal. */
export type BandEvent = z.infer<typeof eventRow>;

const setRow = z.object({
  id: z.string(),
  event: z.string(),
  revision: z.number(),
  mayEdit: z.boolean(),
  body: z.unknown(),
  band: z.string(),
  slug: z.string(),
});

/** A set with its document. */
export type SetEntry = Omit<z.infer<typeof setRow>, 'body'> & { readonly set: SongSet };

const EVENTS = 'SELECT id, kind, title, place, starts_at AS "startsAt" FROM event';
const SETS = `
  SELECT song_set.id, song_set.event, document.revision, ${mayEdit('song_set.band')} AS "mayEdit",
         document.body, band.id AS band, band.slug
  FROM song_set JOIN document ON document.id = song_set.id JOIN band ON band.id = song_set.band`;

/** A band's gigs and rehearsals, the next one first and past ones last. */
export const bandEvents = (db: Queries, band: string): Promise<BandEvent[]> =>
  db.many(
    eventRow,
    `${EVENTS} WHERE band = $1
     ORDER BY starts_at < now() - interval '12 hours', abs(extract(epoch FROM starts_at - now()))`,
    [band],
  );

/** All sets of a band, by event and their place in it. */
export const bandSets = async (db: Queries, band: string): Promise<SetEntry[]> =>
  (await db.many(setRow, `${SETS} WHERE song_set.band = $1 ORDER BY event, position`, [band])).map(
    withSet,
  );

/** A set with the event it belongs to. */
export const readSet = async (db: Queries, id: string): Promise<SetEntry & { of: BandEvent }> => {
  const row = await db.maybeOne(setRow, `${SETS} WHERE song_set.id = $1`, [id]);
  if (!row) return refuse('not-found', 'Set', 'There is no such set in your bands.');
  const of = await db.one(eventRow, `${EVENTS} WHERE id = $1`, [row.event]);
  return { ...withSet(row), of };
};

/** The arrangements that a set names, by id. */
export const songsOfSet = async (db: Queries, set: SongSet): Promise<Map<string, SongEntry>> => {
  const songs = await readSongs(
    db,
    itemsOf(set).map(({ arrangement }) => arrangement),
  );
  return new Map(songs.map((song) => [song.arrangement, song]));
};

/** A gig or rehearsal with its first set. */
export type NewEvent = Omit<BandEvent, 'id'>;

export const createEvent = async (db: Queries, band: string, event: NewEvent): Promise<string> => {
  const id = randomUUID();
  await db.run(
    'INSERT INTO event (id, band, kind, title, place, starts_at) VALUES ($1, $2, $3, $4, $5, $6)',
    [id, band, event.kind, event.title, event.place, event.startsAt],
  );
  return id;
};

/** A set at the end of an event of the band. */
export const createSet = async (
  db: Queries,
  band: string,
  event: string,
  set: SongSet = blankSet('New set'),
): Promise<string> => {
  const known = await db.maybeOne(eventRow, `${EVENTS} WHERE id = $1 AND band = $2`, [event, band]);
  if (!known)
    return refuse('not-found', 'Event', 'There is no such gig or rehearsal in this band.');
  const id = randomUUID();
  await insertDocument(db, band, 'set', id, set);
  await db.run(
    `INSERT INTO song_set (id, band, event, position)
     SELECT $1, $2, $3, count(*) FROM song_set WHERE event = $3`,
    [id, band, event],
  );
  await storeItems(db, id, band, set);
  return id;
};

const withSet = ({ body, ...row }: z.infer<typeof setRow>): SetEntry => ({
  ...row,
  set: asDocument(setKind, body),
});
