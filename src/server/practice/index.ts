import 'server-only';
import * as z from 'zod';
import {
  type ByHand,
  byHandSchema,
  type Entry,
  entrySchema,
  type LoggedRun,
  type Run,
  runSchema,
} from '@/core/practice/log';
import { type PlanSettings, planSettingsSchema, readinessSchema } from '@/core/practice/plan';
import { type MemberId, type Queries, refuse } from '../database';

/** So many of the last runs of a song are read, and so many entries of a whole log. */
const MOST_RUNS = 50;
const MOST_ENTRIES = 1000;

const runRow = z.object({ at: z.date(), body: runSchema });

/** What the member of the transaction has practised of an arrangement, the last first. */
export const runsOf = async (db: Queries, arrangement: string): Promise<LoggedRun[]> => {
  await bandOf(db, arrangement);
  const rows = await db.many(
    runRow,
    `SELECT at, body FROM practice WHERE arrangement = $1 AND NOT body ? 'kind'
     ORDER BY at DESC LIMIT $2`,
    [arrangement, MOST_RUNS],
  );
  return rows.map(({ at, body }) => ({ ...body, at: at.toISOString() }));
};

/** Keeps a run; one that is told again is kept once. */
export const keepRun = async (
  db: Queries,
  member: MemberId,
  arrangement: string,
  run: Run,
): Promise<void> => {
  const band = await bandOf(db, arrangement);
  await db.run(
    `INSERT INTO practice (id, band, arrangement, member, body) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (id) DO NOTHING`,
    [run.id, band, arrangement, member, JSON.stringify(run)],
  );
};

/** Removes a run of the member's own; nothing happens where it is none. */
export const removeRun = async (db: Queries, arrangement: string, run: string): Promise<void> => {
  await bandOf(db, arrangement);
  await db.run('DELETE FROM practice WHERE arrangement = $1 AND id = $2', [arrangement, run]);
};

const entryRow = z.object({
  at: z.date(),
  song: z.string().nullable(),
  what: entrySchema.shape.what,
});

/** All that the member of the transaction has practised in a band, the last first. */
export const logOf = async (db: Queries, band: string): Promise<Entry[]> => {
  const rows = await db.many(
    entryRow,
    `SELECT at, arrangement AS song, body AS what FROM practice
     WHERE band = $1 AND member = current_member() ORDER BY at DESC LIMIT $2`,
    [band, MOST_ENTRIES],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
};

/** Clocks of devices are a little wrong, and days begin elsewhere earlier: so long ahead is not the future yet. */
const AHEAD = 24 * 3600 * 1000;

/** Keeps what somebody says they practised; what is told again is kept once. */
export const keepByHand = async (
  db: Queries,
  member: MemberId,
  band: string,
  said: ByHand,
  now = Date.now(),
): Promise<void> => {
  if (Date.parse(said.at) > now + AHEAD)
    return refuse('invalid', 'When', 'That day is still to come: log it once it is done.');
  if (said.song !== null && (await bandOf(db, said.song)) !== band)
    return refuse('not-found', 'Song', 'There is no such song in this band.');
  await db.run(
    `INSERT INTO practice (id, band, arrangement, member, at, body) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (id) DO NOTHING`,
    [said.id, band, said.song, member, said.at, JSON.stringify(byHandSchema.parse(said))],
  );
};

/** Removes an entry of the member's own; nothing happens where it is none. */
export const removeEntry = (db: Queries, band: string, entry: string): Promise<number> =>
  db.run('DELETE FROM practice WHERE band = $1 AND id = $2 AND member = current_member()', [
    band,
    entry,
  ]);

const planRow = z.object({ event: z.string(), body: planSettingsSchema });

/** What the member of the transaction has said of the days before each gig of a band, by event. */
export const plansOf = async (
  db: Queries,
  band: string,
): Promise<Readonly<Record<string, PlanSettings>>> =>
  Object.fromEntries(
    (
      await db.many(
        planRow,
        'SELECT event, body FROM practice_plan WHERE band = $1 AND member = current_member()',
        [band],
      )
    ).map(({ event, body }) => [event, body]),
  );

/** What is kept of a plan: what was said of its days, and how far songs are, for leaders. */
export const planSchema = z.object({
  event: z.uuid('A gig or rehearsal is named by its id.'),
  settings: planSettingsSchema,
  readiness: readinessSchema.default({}),
});

/** Keeps a plan; what leaders are told goes with it, and goes away where nothing is to be told. */
export const keepPlan = async (
  db: Queries,
  member: MemberId,
  band: string,
  { event, settings, readiness }: z.infer<typeof planSchema>,
): Promise<void> => {
  const known = await db.maybeOne(
    z.object({ id: z.string() }),
    'SELECT id FROM event WHERE id = $1 AND band = $2 AND deleted_at IS NULL',
    [event, band],
  );
  if (!known)
    return refuse('not-found', 'Event', 'There is no such gig or rehearsal in this band.');
  const row = [member, event, band];
  await db.run(
    `INSERT INTO practice_plan (member, event, band, body) VALUES ($1, $2, $3, $4)
     ON CONFLICT (member, event) DO UPDATE SET body = excluded.body`,
    [...row, JSON.stringify(settings)],
  );
  if (settings.shares)
    await db.run(
      `INSERT INTO readiness (member, event, band, body) VALUES ($1, $2, $3, $4)
       ON CONFLICT (member, event) DO UPDATE SET body = excluded.body, told_at = now()`,
      [...row, JSON.stringify(readiness)],
    );
  else await db.run('DELETE FROM readiness WHERE member = $1 AND event = $2 AND band = $3', row);
};

const toldRow = z.object({ event: z.string(), name: z.string(), songs: readinessSchema });

/** How far others say they are, for whoever leads the band; nothing for anybody else. */
export const toldReadiness = (db: Queries, band: string) =>
  db.many(
    toldRow,
    `SELECT event, member.name, body AS songs FROM readiness JOIN member ON member.id = readiness.member
     WHERE band = $1 AND readiness.member <> current_member() ORDER BY member.name`,
    [band],
  );

export type ToldReadiness = z.infer<typeof toldRow>;

/** The band of an arrangement that the member may read. */
const bandOf = async (db: Queries, arrangement: string): Promise<string> => {
  const row = await db.maybeOne(
    z.object({ band: z.string() }),
    'SELECT band FROM arrangement WHERE id = $1',
    [arrangement],
  );
  return row?.band ?? refuse('not-found', 'Song', 'There is no such song in your bands.');
};
