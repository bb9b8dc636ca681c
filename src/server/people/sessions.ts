import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import * as z from 'zod';
import { asNobody, type MemberId, pool, refuse } from '../database';

export const SESSION_DAYS = 30;

/** Wrong passphrases a name may have in a quarter of an hour. */
const ATTEMPTS = 10;
const WINDOW_SECONDS = 15 * 60;

export type SignedIn = { readonly member: MemberId; readonly name: string };

const memberRow = z.object({ id: z.string(), passphrase_hash: z.string() });

/** A passphrase as it is kept: argon2id with the library's parameters (19 MiB, two passes). */
export const hashPassphrase = (passphrase: string): Promise<string> => hash(passphrase);

/**
 * Opens a session for a name and passphrase.
 *
 * @returns the token for the cookie; the database keeps only its hash
 * @throws Refusal `signed-out` for a wrong pair, `too-many` after ten wrong ones
 */
export const signIn = async (name: string, passphrase: string): Promise<string> => {
  const key = name.trim().toLowerCase();
  const attempts = limiter();
  await attempts.consume(key).catch(tooMany);
  const member = await asNobody((db) =>
    db.maybeOne(memberRow, 'SELECT id, passphrase_hash FROM member WHERE lower(name) = $1', [key]),
  );
  const right = await verify(member?.passphrase_hash ?? (await nobodysHash), passphrase);
  if (!member || !right) {
    return refuse('signed-out', 'Sign in', 'Name and passphrase do not belong together.');
  }
  await attempts.delete(key);
  const token = randomBytes(32).toString('base64url');
  await asNobody((db) =>
    db.run(
      `INSERT INTO session (token_hash, member, expires_at)
       VALUES ($1, $2, now() + make_interval(days => $3))`,
      [hashToken(token), member.id, SESSION_DAYS],
    ),
  );
  return token;
};

/** Who a session's token belongs to, if it is still open. */
export const signedIn = async (token: string | undefined): Promise<SignedIn | undefined> => {
  if (!token) return undefined;
  const row = await asNobody((db) =>
    db.maybeOne(
      z.object({ id: z.string(), name: z.string() }),
      `SELECT member.id, member.name FROM session JOIN member ON member.id = session.member
       WHERE token_hash = $1 AND expires_at > now()`,
      [hashToken(token)],
    ),
  );
  return row && { member: row.id as MemberId, name: row.name };
};

/** Ends a session, and sweeps out those that have run out. */
export const signOut = (token: string): Promise<number> =>
  asNobody((db) =>
    db.run('DELETE FROM session WHERE token_hash = $1 OR expires_at < now()', [hashToken(token)]),
  );

const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();

/** Verified when the name is unknown, so that the answer takes as long. */
const nobodysHash = hash(randomBytes(16).toString('hex'));

const limiter = () =>
  new RateLimiterPostgres({
    storeClient: pool(),
    tableName: 'attempt',
    tableCreated: true,
    keyPrefix: 'sign-in',
    points: ATTEMPTS,
    duration: WINDOW_SECONDS,
    clearExpiredByTimeout: false,
  });

const tooMany = (reason: unknown) => {
  if (!(reason instanceof RateLimiterRes)) {
    return refuse(
      'unavailable',
      '',
      'The database does not answer at the moment. Please try again.',
      reason,
    );
  }
  return refuse(
    'too-many',
    'Sign in',
    'Too many attempts for this name. Try again in a quarter of an hour.',
  );
};
