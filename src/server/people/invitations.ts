import 'server-only';
import * as z from 'zod';
import { type MemberId, once, type Queries, refuse } from '../database';
import { counted } from './attempts';
import { ROLES, type Role } from './bands';
import { hashToken, newToken } from './sessions';

export const MOST_USES = 100;
export const MOST_DAYS = 90;

const STATES = ['open', 'in it', 'removed', 'revoked', 'gone', 'expired', 'used up'] as const;

/** Why an invitation lets nobody in. */
const CLOSED = {
  removed: 'You were taken out of this band after the invitation was made. Ask for a new one.',
  revoked: 'This invitation was taken back. Ask for a new one.',
  gone: 'The band of this invitation is no longer there.',
  expired: 'This invitation has run out. Ask for a new one.',
  'used up': 'As many have come with this invitation as it was made for. Ask for a new one.',
} as const;

const heldRow = z.object({
  name: z.string(),
  role: z.enum(ROLES),
  madeBy: z.string(),
  state: z.enum(STATES),
});

/** What an invitation is to, as whoever holds its token reads it: a band, or the server itself. */
export type HeldInvitation = z.infer<typeof heldRow> | { readonly toServer: true };

/**
 * Reads an invitation. Nothing is used up by it.
 *
 * @throws Refusal `not-found` where nothing was ever made with this token, `gone` where it is closed
 */
export const readInvitation = async (token: string, source: string): Promise<HeldInvitation> => {
  await counted('look-at-link', source);
  const held = await once((db) =>
    db.maybeOne(heldRow, 'SELECT name, role, made_by AS "madeBy", state FROM invitation_of($1)', [
      hashToken(token),
    ]),
  );
  if (!held) return (await isToServer(token)) ? { toServer: true } : noSuchInvitation();
  if (held.state in CLOSED) return closed(held.state);
  return held;
};

const noSuchInvitation = (): never =>
  refuse('not-found', 'Invitation', 'There is no such invitation. Is the whole link there?');

const closed = (state: string): never =>
  refuse('gone', 'Invitation', CLOSED[state as keyof typeof CLOSED]);

const openRow = z.object({ open: z.boolean() });

const isToServer = async (token: string): Promise<boolean> => {
  const { open } = await once((db) =>
    db.one(openRow, 'SELECT server_invitation_is_open($1) AS open', [hashToken(token)]),
  );
  return open;
};

/** Uses up an invitation to the server, in the transaction that makes the account. @returns whether it was one */
export const takeServerInvitation = async (db: Queries, token: string): Promise<boolean> => {
  const { open } = await db.one(openRow, 'SELECT use_server_invitation($1) AS open', [
    hashToken(token),
  ]);
  return open;
};

const SERVER_INVITATION_DAYS = 7;

/**
 * Makes an invitation to the server, for one account. Run by its owner: it is how a server gets its
 * first account.
 *
 * @returns its token, which is nowhere kept
 */
export const inviteToServer = async (db: Queries): Promise<string> => {
  const token = newToken();
  await db.run('DELETE FROM server_invitation WHERE expires_at < now()');
  await db.run(
    `INSERT INTO server_invitation (token_hash, expires_at)
     VALUES ($1, now() + make_interval(days => $2))`,
    [hashToken(token), SERVER_INVITATION_DAYS],
  );
  return token;
};

/** Whether nobody has an account yet. For the owner. */
export const isEmptyServer = async (db: Queries): Promise<boolean> => {
  const { empty } = await db.one(
    z.object({ empty: z.boolean() }),
    'SELECT NOT EXISTS (SELECT FROM member) AS empty',
  );
  return empty;
};

const joinedRow = z.object({ slug: z.string(), state: z.enum(STATES) });

/**
 * Joins the member of a transaction to the band of an invitation. Whoever is in it stays what they are.
 *
 * @returns the band's short name
 * @throws Refusal as above
 */
export const joinBy = async (db: Queries, token: string): Promise<string> => {
  const joined =
    (await db.maybeOne(joinedRow, 'SELECT slug, state FROM accept_invitation($1)', [
      hashToken(token),
    ])) ?? noSuchInvitation();
  return joined.state in CLOSED ? closed(joined.state) : joined.slug;
};

/** Makes an invitation. @returns its token, which is nowhere kept */
export const invite = async (
  db: Queries,
  member: MemberId,
  band: string,
  { role, uses, days }: { readonly role: Role; readonly uses: number; readonly days: number },
): Promise<string> => {
  await counted('invite', member);
  const token = newToken();
  await db.run(
    `INSERT INTO invitation (band, token_hash, role, uses, made_by, expires_at)
     VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6))`,
    [band, hashToken(token), role, uses, member, days],
  );
  return token;
};

const invitationRow = z.object({
  id: z.string(),
  role: z.enum(ROLES),
  uses: z.number(),
  used: z.number(),
  madeBy: z.string().nullable(),
  madeAt: z.date(),
  expiresAt: z.date(),
});

/** The invitations of a band that still let somebody in, for its leaders. */
export const openInvitations = (db: Queries, band: string) =>
  db.many(
    invitationRow,
    `SELECT invitation.id, role, uses, used, member.name AS "madeBy",
            invitation.made_at AS "madeAt", expires_at AS "expiresAt"
     FROM invitation LEFT JOIN member ON member.id = made_by
     WHERE band = $1 AND revoked_at IS NULL AND used < uses AND expires_at > now()
     ORDER BY invitation.made_at DESC`,
    [band],
  );

export type OpenInvitation = Awaited<ReturnType<typeof openInvitations>>[number];

/** Takes an invitation back; whoever came with it stays. */
export const revokeInvitation = async (db: Queries, band: string, id: string): Promise<void> => {
  const touched = await db.run(
    'UPDATE invitation SET revoked_at = coalesce(revoked_at, now()) WHERE band = $1 AND id = $2',
    [band, id],
  );
  if (touched === 0) refuse('not-found', 'Invitation', 'There is no such invitation of this band.');
};
