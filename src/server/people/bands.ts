import 'server-only';
import * as z from 'zod';
import { type Queries, refuse } from '../database';

export const ROLES = ['leader', 'drummer', 'player', 'guest'] as const;

export const bandRow = z.object({
  id: z.string(),
  slug: z.string(),
  name: z.string(),
  role: z.enum(ROLES),
  mayEdit: z.boolean(),
});

/** A band as one of its members sees it. */
export type Band = z.infer<typeof bandRow>;
export type Role = (typeof ROLES)[number];

/** SQL for whether the member may change things in the band that a column names. */
export const mayEdit = (column: string): string =>
  `(${column} = ANY ((SELECT bands_to_edit())::uuid[]))`;

const BANDS = `SELECT id, slug, name, role_in(id) AS role, ${mayEdit('id')} AS "mayEdit" FROM band`;

/** One of the member's bands by the short name in its addresses. */
export const bandBySlug = async (db: Queries, slug: string): Promise<Band> =>
  (await db.maybeOne(bandRow, `${BANDS} WHERE slug = $1`, [slug])) ?? noSuchBand();

/** One of the member's bands that they may change things in. */
export const editableBand = async (db: Queries, slug: string): Promise<Band> => {
  const band = await bandBySlug(db, slug);
  return band.mayEdit ? band : readOnly();
};

export const readOnly = (): never =>
  refuse('forbidden', '', 'Only drummers and leaders of the band may change this.');

const noSuchBand = (): never => refuse('not-found', 'Band', 'There is no such band among yours.');

const memberRow = z.object({ name: z.string(), role: z.enum(ROLES) });

/** Who is in a band, leaders first. */
export const bandMembers = (db: Queries, band: string) =>
  db.many(
    memberRow,
    `SELECT member.name, role FROM membership JOIN member ON member.id = membership.member
     WHERE band = $1 ORDER BY role, member.name`,
    [band],
  );
