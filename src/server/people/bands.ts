import 'server-only';
import { randomBytes } from 'node:crypto';
import * as z from 'zod';
import { type MemberId, type Queries, refuse } from '../database';
import { counted } from './attempts';

export const ROLES = ['leader', 'drummer', 'player', 'guest'] as const;

export const bandRow = z.object({
  id: z.string(),
  slug: z.string(),
  name: z.string(),
  role: z.enum(ROLES),
  mayEdit: z.boolean(),
  archived: z.boolean(),
});

/** A band as one of its members sees it. */
export type Band = z.infer<typeof bandRow>;
export type Role = (typeof ROLES)[number];

/** SQL for whether the member may change things in the band that a column names. */
export const mayEdit = (column: string): string =>
  `(${column} = ANY ((SELECT bands_to_edit())::uuid[]))`;

const BANDS = `SELECT id, slug, name, role_in(id) AS role, ${mayEdit('id')} AS "mayEdit",
                      archived_at IS NOT NULL AS archived FROM band`;

/** One of the member's bands by the short name in its addresses. */
export const bandBySlug = async (db: Queries, slug: string): Promise<Band> =>
  (await db.maybeOne(bandRow, `${BANDS} WHERE slug = $1 AND deleted_at IS NULL`, [slug])) ??
  noSuchBand();

/** One of the member's bands that they may change things in. */
export const editableBand = async (db: Queries, slug: string): Promise<Band> => {
  const band = await bandBySlug(db, slug);
  return band.mayEdit ? band : readOnly();
};

export const readOnly = (): never =>
  refuse('forbidden', '', 'Only drummers and leaders of the band may change this.');

const noSuchBand = (): never => refuse('not-found', 'Band', 'There is no such band among yours.');

/** One of the member's bands that they lead. */
export const ledBand = async (db: Queries, slug: string): Promise<Band> => {
  const band = await bandBySlug(db, slug);
  return band.role === 'leader' ? band : leadersOnly();
};

const leadersOnly = (): never => refuse('forbidden', '', 'Only leaders of the band may do this.');

const memberRow = z.object({ id: z.string(), name: z.string(), role: z.enum(ROLES) });

/** Who is in a band, leaders first. */
export const bandMembers = (db: Queries, band: string) =>
  db.many(
    memberRow,
    `SELECT member.id, member.name, role FROM membership JOIN member ON member.id = membership.member
     WHERE band = $1 ORDER BY role, member.name`,
    [band],
  );

export type BandMember = z.infer<typeof memberRow>;

/** Founds a band, with the member as its leader. @returns its short name */
export const foundBand = async (db: Queries, member: MemberId, name: string): Promise<string> => {
  await counted('found-band', member);
  const short = shortNameOf(name);
  const { taken } = await db.one(
    z.object({ taken: z.boolean() }),
    'SELECT slug_is_taken($1) AS taken',
    [short],
  );
  // A few letters by chance tell bands of one name apart.
  const slug = taken || RESERVED.has(short) ? `${short}-${randomBytes(3).toString('hex')}` : short;
  await db.run('SELECT found_band($1, $2)', [name, slug]);
  return slug;
};

/** These begin addresses of the application's own; the database refuses them too. */
const RESERVED: ReadonlySet<string> = new Set([
  'api',
  'account',
  'join',
  'recover',
  'deputy',
  'sign-in',
]);

/**
 * A band's name as it stands in addresses.
 *
 * @example shortNameOf('The Saltreach Nine!') // => 'the-saltreach-nine'
 * @example shortNameOf('海の音') // => 'band'
 */
export const shortNameOf = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50)
    .replace(/-+$/, '') || 'band';

/** What is changed about a band; what is left out stays. */
export type BandChanges = {
  readonly name?: string | undefined;
  readonly archived?: boolean | undefined;
  readonly deleted?: boolean | undefined;
};

/** Renames a band, archives or deletes it, or takes it back. What was deleted thirty days ago is gone. */
export const changeBand = async (
  db: Queries,
  band: string,
  { name = null, archived = null, deleted = null }: Nullable<BandChanges>,
): Promise<void> => {
  await db.run(
    `UPDATE band SET name = coalesce($2, name),
       archived_at = CASE WHEN $3::boolean IS NULL THEN archived_at WHEN $3 THEN coalesce(archived_at, now()) END,
       deleted_at = CASE WHEN $4::boolean IS NULL THEN deleted_at WHEN $4 THEN coalesce(deleted_at, now()) END
     WHERE id = $1`,
    [band, name, archived, deleted],
  );
};

type Nullable<T> = { readonly [Key in keyof T]: T[Key] | null };

/** Bands that the member leads and that are deleted, with the day on which they go for good. */
export const deletedBands = (db: Queries) =>
  db.many(
    z.object({ slug: z.string(), name: z.string(), goneAt: z.date() }),
    `SELECT slug, name, deleted_at + interval '30 days' AS "goneAt" FROM band
     WHERE deleted_at IS NOT NULL ORDER BY deleted_at DESC`,
  );

export type DeletedBand = Awaited<ReturnType<typeof deletedBands>>[number];

/** A band that the member leads, whether it is deleted or not. */
export const ledBandEvenDeleted = async (db: Queries, slug: string): Promise<Band> => {
  const band = (await db.maybeOne(bandRow, `${BANDS} WHERE slug = $1`, [slug])) ?? noSuchBand();
  return band.role === 'leader' ? band : leadersOnly();
};

/**
 * Gives a member of a band another role.
 *
 * @param handOver the leader who says so becomes a drummer by the same step
 * @throws Refusal `not-found` for who is not in it, `invalid` where no leader would be left
 */
export const giveRole = async (
  db: Queries,
  band: string,
  member: string,
  role: Role,
  handOver: MemberId | undefined,
): Promise<void> => {
  const touched = await db.run('UPDATE membership SET role = $3 WHERE band = $1 AND member = $2', [
    band,
    member,
    role,
  ]);
  if (touched === 0) noSuchMember();
  if (handOver && handOver !== member)
    await db.run(`UPDATE membership SET role = 'drummer' WHERE band = $1 AND member = $2`, [
      band,
      handOver,
    ]);
};

/** Takes somebody out of a band, or oneself. @throws Refusal as above */
export const removeMember = async (db: Queries, band: string, member: string): Promise<void> => {
  const touched = await db.run('DELETE FROM membership WHERE band = $1 AND member = $2', [
    band,
    member,
  ]);
  if (touched === 0) noSuchMember();
};

const noSuchMember = (): never => refuse('not-found', 'Member', 'They are not in this band.');

const auditRow = z.object({
  id: z.string(),
  at: z.date(),
  actor: z.string().nullable(),
  what: z.string(),
  subject: z.string().nullable(),
  detail: z.record(z.string(), z.unknown()),
});

/** What was done about people, roles, links and files, newest first, for leaders. */
export const auditOf = (db: Queries, band: string) =>
  db.many(
    auditRow,
    `WITH named AS MATERIALIZED (SELECT id, name FROM names_in($1))
     SELECT audit.id::text, at, actor.name AS actor, what, subject.name AS subject, detail
     FROM audit LEFT JOIN named AS actor ON actor.id = audit.actor
                LEFT JOIN named AS subject ON subject.id = audit.subject
     WHERE band = $1 ORDER BY audit.id DESC LIMIT 500`,
    [band],
  );

export type Audited = z.infer<typeof auditRow>;

/** Says that a member took a file of the band along, or put one in. */
export const auditFile = (db: Queries, band: string, what: 'taken along' | 'put in') =>
  db.run('SELECT audit_file($1, $2)', [band, what]);
