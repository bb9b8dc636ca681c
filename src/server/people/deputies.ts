import 'server-only';
import * as z from 'zod';
import { asReader, type LinkId, type MemberId, once, type Queries, refuse } from '../database';
import { counted } from './attempts';
import { hashToken, newToken } from './sessions';

/** Links for deputies: one set or song, read without an account. */

const linkRow = z.object({ id: z.string(), document: z.string(), expiresAt: z.date() });
const kindRow = z.object({ kind: z.enum(['road-map', 'set']) });

/** A link that opens something. */
export type Link = {
  readonly id: LinkId;
  readonly document: string;
  readonly kind: 'road-map' | 'set';
  readonly expiresAt: Date;
};

/** The link of a token; nothing where it was taken back, has run out, or what it is for is gone. */
export const linkOf = async (token: string | undefined): Promise<Link | undefined> => {
  if (!token) return undefined;
  const named = await once((db) =>
    db.maybeOne(linkRow, 'SELECT id, document, expires_at AS "expiresAt" FROM link_of($1)', [
      hashToken(token),
    ]),
  );
  if (!named) return undefined;
  const id = named.id as LinkId;
  const shown = await asReader({ link: id }, (db) =>
    db.maybeOne(kindRow, 'SELECT kind FROM document WHERE id = $1', [named.document]),
  );
  return shown && { ...named, id, kind: shown.kind };
};

/** Opens a link: this is counted, and nothing else is kept of whoever opens it. */
export const openLink = async (token: string, source: string): Promise<Link> => {
  await counted('look-at-link', source);
  const link = await linkOf(token);
  if (!link)
    return refuse(
      'gone',
      'Link',
      'This link opens nothing any more: it was taken back, has run out, or what it showed is gone.',
    );
  await once((db) => db.run('SELECT link_is_opened($1)', [hashToken(token)]));
  return link;
};

export const MOST_LINK_DAYS = 90;

/** Makes a link to a set or a song. @returns its token, which is nowhere kept */
export const makeLink = async (
  db: Queries,
  member: MemberId,
  { id, band }: { readonly id: string; readonly band: string },
  days: number,
): Promise<string> => {
  await counted('make-link', member);
  const token = newToken();
  await db.run(
    `INSERT INTO deputy_link (band, document, token_hash, made_by, expires_at)
     VALUES ($1, $2, $3, $4, now() + make_interval(days => $5))`,
    [band, id, hashToken(token), member, days],
  );
  return token;
};

const madeRow = z.object({
  id: z.string(),
  madeBy: z.string().nullable(),
  expiresAt: z.date(),
  opened: z.number(),
  openedAt: z.date().nullable(),
});

/** The links to a set or song that still open it. */
export const openLinks = (db: Queries, document: string) =>
  db.many(
    madeRow,
    `SELECT deputy_link.id, member.name AS "madeBy", expires_at AS "expiresAt", opened,
            opened_at AS "openedAt"
     FROM deputy_link LEFT JOIN member ON member.id = made_by
     WHERE document = $1 AND revoked_at IS NULL AND expires_at > now() ORDER BY deputy_link.made_at DESC`,
    [document],
  );

/** Takes a link back: from then on it opens nothing. */
export const revokeLink = async (db: Queries, document: string, link: string): Promise<void> => {
  const touched = await db.run(
    'UPDATE deputy_link SET revoked_at = coalesce(revoked_at, now()) WHERE document = $1 AND id = $2',
    [document, link],
  );
  if (touched === 0) refuse('not-found', 'Link', 'There is no such link.');
};
