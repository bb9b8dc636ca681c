import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { blankSet, itemsOf, type SongSet, setKind } from '@/core/song/set';
import { type Queries, refuse } from '../database';
import { asDocument, insertDocument, storeItems } from '../documents';
import { mayEdit } from '../people/bands';
import { mayChange } from './removing';
import { copyTitle, readSongs, type SongEntry } from './songs';

const eventRow = z.object({
  id: z.string(),
  kind: z.enum(['gig', 'rehearsal']),
  title: z.string(),
  place: z.string(),
  startsAt: z.date(),
  /** An IANA name: its times are those of its place. */
  timeZone: z.string(),
  loadInAt: z.date().nullable(),
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
  /** Which of the two is deleted, the gig that it belongs to first. */
  deleted: z.enum(['event', 'set']).nullable(),
});

/** A set with its document. */
export type SetEntry = Omit<z.infer<typeof setRow>, 'body'> & { readonly set: SongSet };

const EVENTS = `
  SELECT id, kind, title, place, starts_at AS "startsAt", time_zone AS "timeZone", load_in_at AS "loadInAt"
  FROM event`;
const SETS = `
  SELECT song_set.id, song_set.event, document.revision, ${mayEdit('song_set.band')} AS "mayEdit",
         document.body, band.id AS band, band.slug, 
         CASE WHEN event.deleted_at IS NOT NULL THEN 'event'
              WHEN song_set.deleted_at IS NOT NULL THEN 'set' END AS deleted
  FROM song_set JOIN document ON document.id = song_set.id JOIN band ON band.id = song_set.band
  JOIN event ON event.id = song_set.event`;

/** A band's gigs and rehearsals, the next one first and past ones last; archived ones where wanted. */
export const bandEvents = (
  db: Queries,
  band: string,
  { archived = false }: { readonly archived?: boolean } = {},
): Promise<BandEvent[]> =>
  db.many(
    eventRow,
    `${EVENTS} WHERE band = $1 AND deleted_at IS NULL AND ($2 OR archived_at IS NULL)
     ORDER BY starts_at < now() - interval '12 hours', abs(extract(epoch FROM starts_at - now()))`,
    [band, archived],
  );

/** All sets of a band, by event and their place in it. */
export const bandSets = async (db: Queries, band: string): Promise<SetEntry[]> =>
  (
    await db.many(
      setRow,
      `${SETS} WHERE song_set.band = $1 AND song_set.deleted_at IS NULL ORDER BY song_set.event, position`,
      [band],
    )
  ).map(withSet);

/** A set with the event it belongs to. */
export const readSet = async (db: Queries, id: string): Promise<SetEntry & { of: BandEvent }> => {
  const row = await db.maybeOne(setRow, `${SETS} WHERE song_set.id = $1`, [id]);
  if (!row) return refuse('not-found', 'Set', 'There is no such set in your bands.');
  const of = await db.one(eventRow, `${EVENTS} WHERE id = $1`, [row.event]);
  return { ...withSet(row), of };
};

/** The ids of the arrangements that a set names. */
export const namedIn = (set: SongSet): string[] =>
  itemsOf(set).map(({ arrangement }) => arrangement);

/** The arrangements that a set names, by id. */
export const songsOfSet = async (db: Queries, set: SongSet): Promise<Map<string, SongEntry>> => {
  const songs = await readSongs(db, namedIn(set));
  return new Map(songs.map((song) => [song.arrangement, song]));
};

/** What is said of a gig or rehearsal when it is made. */
export type NewEvent = Omit<BandEvent, 'id'>;

export const createEvent = async (db: Queries, band: string, event: NewEvent): Promise<string> => {
  const id = randomUUID();
  await db.run(
    `INSERT INTO event (id, band, kind, title, place, starts_at, time_zone, load_in_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [id, band, ...valuesOf(event)],
  );
  return id;
};

const valuesOf = ({ kind, title, place, startsAt, timeZone, loadInAt }: NewEvent) => [
  kind,
  title,
  place,
  startsAt,
  timeZone,
  loadInAt,
];

/** Changes what is said of a gig or rehearsal; what is left out stays. */
export const changeEvent = async (
  db: Queries,
  id: string,
  changed: Partial<NewEvent>,
): Promise<void> => {
  await mayChange(db, 'event', id);
  const event = await db.one(eventRow, `${EVENTS} WHERE id = $1`, [id]);
  await db.run(
    `UPDATE event SET kind = $2, title = $3, place = $4, starts_at = $5, time_zone = $6, load_in_at = $7
     WHERE id = $1`,
    [id, ...valuesOf({ ...event, ...changed })],
  );
};

/** A copy of a gig or rehearsal with its sets, a week later. */
export const copyEvent = async (db: Queries, id: string): Promise<string> => {
  await mayChange(db, 'event', id);
  const event = await db.one(eventRow, `${EVENTS} WHERE id = $1`, [id]);
  const sets = await db.many(
    setRow,
    `${SETS} WHERE song_set.event = $1 AND song_set.deleted_at IS NULL ORDER BY position`,
    [id],
  );
  const { band } = await db.one(
    z.object({ band: z.string() }),
    'SELECT band FROM event WHERE id = $1',
    [id],
  );
  const made = await createEvent(db, band, {
    ...event,
    startsAt: aWeekLater(event.startsAt),
    loadInAt: event.loadInAt && aWeekLater(event.loadInAt),
  });
  for (const row of sets) await createSet(db, band, made, withSet(row).set);
  return made;
};

const aWeekLater = (date: Date): Date => new Date(date.getTime() + 7 * 24 * 3600 * 1000);

/** A copy of a set at the end of its event. */
export const copySet = async (db: Queries, id: string): Promise<string> => {
  await mayChange(db, 'set', id);
  const { set, band, event } = await readSet(db, id);
  const heading = { ...set.heading, title: copyTitle(set.heading.title) };
  return createSet(db, band, event, { ...set, heading });
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
