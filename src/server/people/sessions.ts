import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import * as z from 'zod';
import { type MemberId, once, refuse } from '../database';
import { attempted } from './attempts';
import { type Band, bandRow } from './bands';
import { verifyInTurn } from './passphrase';

export const SESSION_DAYS = 30;

export type SignedIn = { readonly member: MemberId; readonly name: string };

const memberRow = z.object({ id: z.string(), passphrase_hash: z.string() });

/** A passphrase as it is kept: argon2id with the library's parameters (19 MiB, two passes). */
export const hashPassphrase = (passphrase: string): Promise<string> => hash(passphrase);

/** Where somebody signs in, as far as that is known. */
export type Place = {
  /** An address. */
  readonly source: string;
  /** What this browser was given when somebody signed in there. */
  readonly device: string | undefined;
};

/** A session that was opened: the tokens for the cookies; the database keeps only their hashes. */
export type OpenedSession = { readonly token: string; readonly device: string };

/**
 * Opens a session for a name and passphrase.
 *
 * @throws Refusal `signed-out` for a wrong pair, `too-many` after several wrong ones
 */
export const signIn = async (
  typed: string,
  passphrase: string,
  { source, device = newToken() }: Place = NOWHERE,
): Promise<OpenedSession> => {
  const name = typed.trim().toLowerCase();
  const known = await once((db) =>
    db.one(z.object({ knows: z.boolean() }), 'SELECT knows_device($1, $2) AS knows', [
      name,
      hashToken(device),
    ]),
  );
  const { succeeded } = await attempted({
    name,
    source,
    device: known.knows ? device : undefined,
  });
  const member = await once((db) =>
    db.maybeOne(memberRow, 'SELECT id, passphrase_hash FROM to_sign_in($1)', [name]),
  );
  const right = await verifyInTurn(member?.passphrase_hash ?? (await nobodysHash), passphrase);
  if (!member || !right) {
    return refuse('signed-out', 'Sign in', 'Name and passphrase do not belong together.');
  }
  await succeeded();
  const token = newToken();
  await once((db) =>
    db.run('SELECT open_session($1, $2, $3), remember_device($4, $2)', [
      hashToken(token),
      member.id,
      SESSION_DAYS,
      hashToken(device),
    ]),
  );
  return { token, device };
};

const NOWHERE: Place = { source: '', device: undefined };

const newToken = (): string => randomBytes(32).toString('base64url');

/** Who a session's token belongs to, if it is still open. */
export const signedIn = async (token: string | undefined): Promise<SignedIn | undefined> => {
  if (!token) return undefined;
  const row = await once((db) =>
    db.maybeOne(
      z.object({ id: z.string(), name: z.string() }),
      'SELECT id, name FROM session_of($1)',
      [hashToken(token)],
    ),
  );
  return row && { member: row.id as MemberId, name: row.name };
};

const headRow = z.object({ id: z.string(), name: z.string(), bands: z.array(bandRow) });

/** Who a page is for, with the bands they are in: the one that plays next comes first. */
export type PageHead = SignedIn & { readonly bands: readonly Band[] };

export const pageHead = async (token: string | undefined): Promise<PageHead | undefined> => {
  if (!token) return undefined;
  const row = await once((db) =>
    db.maybeOne(headRow, 'SELECT id, name, bands FROM page_head($1)', [hashToken(token)]),
  );
  return row && { member: row.id as MemberId, name: row.name, bands: row.bands };
};

/** Ends a session, and sweeps out those that have run out. */
export const signOut = (token: string): Promise<number> =>
  once((db) => db.run('SELECT close_session($1)', [hashToken(token)]));

/** What the database, and news of it, knows a session by. */
export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();

/** Verified when the name is unknown, so that the answer takes as long. */
const nobodysHash = hash(randomBytes(16).toString('hex'));
