import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import * as z from 'zod';
import { type MemberId, once, refuse } from '../database';
import { attempted } from './attempts';
import { type Band, bandRow } from './bands';
import { hashPassphrase, verifyInTurn } from './passphrase';

/** The longest that a session is open, however often it is used; after thirty days unused it is over. */
export const SESSION_DAYS = 90;

export type SignedIn = {
  readonly member: MemberId;
  readonly name: string;
  /** Which of their sessions it is. */
  readonly session: string;
  /** Whether they have shown in the last ten minutes who they are. */
  readonly confirmed: boolean;
};

const memberRow = z.object({ id: z.string(), passphrase_hash: z.string() });

/** Where somebody signs in, as far as that is known. */
export type Place = {
  /** An address. */
  readonly source: string;
  /** What this browser was given when somebody signed in there. */
  readonly device: string | undefined;
  /** What its browser is called, for the list of one's sessions. */
  readonly browser?: string;
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
  place: Place = NOWHERE,
): Promise<OpenedSession> => openSession(await provenMember(typed, passphrase, place), place);

/** The member of a name and passphrase. @throws Refusal as above */
const provenMember = async (typed: string, passphrase: string, { source, device }: Place) => {
  const name = typed.trim().toLowerCase();
  const known = await once((db) =>
    db.one(z.object({ knows: z.boolean() }), 'SELECT knows_device($1, $2) AS knows', [
      name,
      hashToken(device ?? ''),
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
  return member.id;
};

/** Opens a session for a member who has shown who they are, and remembers the browser as theirs. */
export const openSession = async (
  member: string,
  { device = newToken(), browser = '' }: Place,
): Promise<OpenedSession> => {
  const token = newToken();
  await once((db) =>
    db.run('SELECT open_session($1, $2, $3), remember_device($4, $2)', [
      hashToken(token),
      member,
      browser,
      hashToken(device),
    ]),
  );
  return { token, device };
};

/** Shows again who it is that has a session, before a dangerous step. @throws Refusal as signing in does */
export const confirmSession = async (
  token: string,
  { member, name }: SignedIn,
  passphrase: string,
  place: Place,
): Promise<void> => {
  if ((await provenMember(name, passphrase, place)) !== member)
    refuse('signed-out', '', 'Please sign in.');
  await once((db) => db.run('SELECT confirm_session($1)', [hashToken(token)]));
};

const NOWHERE: Place = { source: '', device: undefined };

/** 256 bits by chance, as text for an address or a cookie. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** Who a session's token belongs to, if it is still open. */
export const signedIn = async (token: string | undefined): Promise<SignedIn | undefined> => {
  if (!token) return undefined;
  const row = await once((db) =>
    db.maybeOne(sessionRow, 'SELECT id, name, session, confirmed FROM session_of($1)', [
      hashToken(token),
    ]),
  );
  if (!row) return undefined;
  const { id, ...rest } = row;
  return { ...rest, member: id as MemberId };
};

const sessionRow = z.object({
  id: z.string(),
  name: z.string(),
  session: z.string(),
  confirmed: z.boolean(),
});

const headRow = z.object({ id: z.string(), name: z.string(), bands: z.array(bandRow) });

/** Who a page is for, with the bands they are in: the one that plays next comes first. */
export type PageHead = Pick<SignedIn, 'member' | 'name'> & { readonly bands: readonly Band[] };

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
const nobodysHash = hashPassphrase(randomBytes(16).toString('hex'));
