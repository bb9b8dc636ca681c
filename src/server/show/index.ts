import 'server-only';
import * as z from 'zod';
import { AWAY, type Show, showSchema, toldSchema } from '@/core/playing/show';
import { type MemberId, type Queries, refuse } from '../database';
import { mayEdit } from '../people/bands';

const showRow = z.object({
  conductor: z.string(),
  device: z.string(),
  body: z.unknown(),
  silent: z.number(),
});

/** The show of a set, where one runs. */
export const showOf = async (db: Queries, set: string): Promise<Show | undefined> => {
  const row = await db.maybeOne(
    showRow,
    `SELECT member.name AS conductor, device, body,
            extract(epoch FROM now() - heard_at)::float8 * 1000 AS silent
     FROM show JOIN member ON member.id = conductor WHERE song_set = $1`,
    [set],
  );
  if (!row) return undefined;
  const { body, ...rest } = row;
  return showSchema.parse({ ...rest, ...toldSchema.parse(body) });
};

const setRow = z.object({ band: z.string(), mayEdit: z.boolean() });

/** The band of a set whose show the member may lead; refused where they may not. */
const bandToConduct = async (db: Queries, set: string): Promise<string> => {
  const row = await db.maybeOne(
    setRow,
    `SELECT band, ${mayEdit('band')} AS "mayEdit" FROM song_set WHERE id = $1`,
    [set],
  );
  if (!row) return refuse('not-found', 'Set', 'There is no such set in your bands.');
  if (!row.mayEdit) return refuse('forbidden', 'Show', 'Drummers and leaders conduct a show.');
  return row.band;
};

type Conducting = {
  readonly member: MemberId;
  readonly set: string;
  readonly device: string;
  readonly told: z.infer<typeof toldSchema>;
};

const deviceRow = z.object({ device: z.string() });

/**
 * Takes the baton where nobody has it: one device conducts at a time, until it gives the baton away or has
 * been away for a while.
 */
export const takeShow = async (
  db: Queries,
  { member, set, device, told }: Conducting,
): Promise<void> => {
  const band = await bandToConduct(db, set);
  const rows = await db.many(
    deviceRow,
    `INSERT INTO show (song_set, band, conductor, device, body) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (song_set) DO UPDATE
       SET conductor = excluded.conductor, device = excluded.device, body = excluded.body, heard_at = now()
       WHERE show.device = excluded.device OR show.heard_at < now() - make_interval(secs => $6)
     RETURNING device`,
    [set, band, member, device, JSON.stringify(told), AWAY / 1000],
  );
  if (rows.length === 0) return refuseTaken((await showOf(db, set))?.conductor ?? 'Somebody');
};

/**
 * Tells where a show stands that the device conducts. What comes after the baton was given away came too
 * late, and takes it nobody again.
 */
export const tellShow = async (
  db: Queries,
  { set, device, told }: Omit<Conducting, 'member'>,
): Promise<void> => {
  await bandToConduct(db, set);
  const rows = await db.many(
    deviceRow,
    'UPDATE show SET body = $3, heard_at = now() WHERE song_set = $1 AND device = $2 RETURNING device',
    [set, device, JSON.stringify(told)],
  );
  const other = rows.length === 0 ? await showOf(db, set) : undefined;
  if (other) return refuseTaken(other.conductor);
};

const refuseTaken = (conductor: string): never =>
  refuse('taken', 'Show', `${conductor} conducts this show, and has to give the baton away first.`);

/** Ends a show, or gives the baton away; nothing happens where another device conducts. */
export const endShow = async (db: Queries, set: string, device: string): Promise<void> => {
  await bandToConduct(db, set);
  await db.run('DELETE FROM show WHERE song_set = $1 AND device = $2', [set, device]);
};
