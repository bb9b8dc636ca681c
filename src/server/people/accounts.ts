import 'server-only';
import * as z from 'zod';
import { asNobody, type MemberId, type Queries, Refusal, refuse } from '../database';
import { counted } from './attempts';
import { joinBy, takeServerInvitation } from './invitations';
import { shapeOf } from './names';
import { newPassphrase } from './passphrase';

/** Whether anybody may make an account, or only who was invited. */
export const signUpIsOpen = (): boolean => process.env.EBRANT_SIGN_UP === 'open';

const NAME_TAKEN = 'Somebody has this name already, or one that looks like it. Choose another one.';

/**
 * Makes an account, and joins the band of an invitation where it is to one: both, or neither.
 *
 * @throws Refusal `taken` for a name, `invalid` for a weak passphrase, `forbidden` where it takes an
 *   invitation
 */
export const makeAccount = async (
  { name, passphrase, invitation }: NewAccount,
  source: string,
): Promise<MemberId> => {
  if (!invitation && !signUpIsOpen())
    return refuse('forbidden', '', 'Accounts are made with an invitation from a band.');
  await counted('make-account', source);
  const hash = await newPassphrase(passphrase, name);
  return asNobody(async (db) => {
    const { id } = await db.one(madeRow, 'SELECT make_account($1, $2, $3) AS id', [
      name,
      shapeOf(name),
      hash,
    ]);
    if (id === null) return refuse('taken', 'Name', NAME_TAKEN);
    if (invitation && !(await takeServerInvitation(db, invitation))) {
      await db.run(`SELECT set_config('ebrant.member', $1, true)`, [id]);
      await joinBy(db, invitation);
    }
    return id as MemberId;
  });
};

export type NewAccount = {
  readonly name: string;
  readonly passphrase: string;
  /** The token of an invitation to a band, or to the server. */
  readonly invitation?: string | undefined;
};

const madeRow = z.object({ id: z.string().nullable() });

/** @throws Refusal `taken` */
export const renameMember = async (db: Queries, member: MemberId, name: string): Promise<void> => {
  try {
    await db.run('UPDATE member SET name = $2, shape = $3 WHERE id = $1', [
      member,
      name,
      shapeOf(name),
    ]);
  } catch (error) {
    const { constraint } = error as { constraint?: string };
    if (constraint?.startsWith('member_by_')) refuse('taken', 'Name', NAME_TAKEN);
    throw error;
  }
};

/** A new passphrase: every session of the member's is over, this one too. */
export const changePassphrase = async (
  db: Queries,
  member: MemberId,
  hash: string,
): Promise<void> => {
  await db.run('UPDATE member SET passphrase_hash = $2 WHERE id = $1', [member, hash]);
  await db.run('DELETE FROM session WHERE member = $1', [member]);
};

export const allowLeadersToReset = (
  db: Queries,
  member: MemberId,
  allowed: boolean,
): Promise<number> =>
  db.run('UPDATE member SET leaders_may_reset = $2 WHERE id = $1', [member, allowed]);

/** @throws Refusal where a band would be left without a leader */
export const deleteAccount = async (db: Queries): Promise<void> => {
  try {
    await db.run('SELECT delete_account()');
  } catch (error) {
    const { constraint } = error as { constraint?: string };
    if (constraint === 'band_has_a_leader')
      throw new Refusal({
        code: 'invalid',
        place: '',
        message:
          'You are the only leader of a band. Make somebody else its leader, or delete it, and then your account.',
      });
    throw error;
  }
};

const accountRow = z.object({
  name: z.string(),
  leadersMayReset: z.boolean(),
  codes: z.number(),
});
const sessionRow = z.object({
  id: z.string(),
  browser: z.string(),
  openedAt: z.date(),
  usedAt: z.date(),
});
const passkeyRow = z.object({
  id: z.string(),
  name: z.string(),
  madeAt: z.date(),
  usedAt: z.date().nullable(),
});

/** What a member sees of their own account. */
export const accountOf = async (db: Queries, member: MemberId) => ({
  ...(await db.one(
    accountRow,
    `SELECT name, leaders_may_reset AS "leadersMayReset",
            (SELECT count(*)::integer FROM recovery_code WHERE recovery_code.member = member.id) AS codes
     FROM member WHERE id = $1`,
    [member],
  )),
  sessions: await db.many(
    sessionRow,
    `SELECT id, browser, opened_at AS "openedAt", used_at AS "usedAt" FROM session
     WHERE member = $1 AND used_at > now() - interval '30 days' ORDER BY used_at DESC, opened_at DESC`,
    [member],
  ),
  passkeys: await db.many(
    passkeyRow,
    `SELECT id, name, made_at AS "madeAt", used_at AS "usedAt" FROM passkey
     WHERE member = $1 ORDER BY made_at`,
    [member],
  ),
});

export type Account = Awaited<ReturnType<typeof accountOf>>;

/** Ends one of the member's sessions, or all but one. @returns how many */
export const endSessions = (
  db: Queries,
  member: MemberId,
  which: { readonly only: string } | { readonly but: string },
): Promise<number> =>
  'only' in which
    ? db.run('DELETE FROM session WHERE member = $1 AND id = $2', [member, which.only])
    : db.run('DELETE FROM session WHERE member = $1 AND id <> $2', [member, which.but]);

const ownBand = z.object({ name: z.string(), role: z.string() });
const ownPractice = z.object({ band: z.string(), at: z.date(), body: z.unknown() });
const ownChange = z.object({ band: z.string(), at: z.date(), count: z.number() });

/** All that is kept of a member and is theirs alone, and where they took part, to be taken along. */
export const ownData = async (db: Queries, member: MemberId) => ({
  format: 'ebrant-own-data',
  version: 1,
  account: await accountOf(db, member),
  kit: (
    await db.one(z.object({ kit: z.unknown() }), 'SELECT kit FROM member WHERE id = $1', [member])
  ).kit,
  bands: await db.many(
    ownBand,
    `SELECT band.name, role::text FROM membership JOIN band ON band.id = membership.band
     WHERE member = $1 ORDER BY band.name`,
    [member],
  ),
  practice: await db.many(
    ownPractice,
    `SELECT band.name AS band, at, practice.body FROM practice JOIN band ON band.id = practice.band
     WHERE member = $1 ORDER BY at`,
    [member],
  ),
  changes: await db.many(
    ownChange,
    `SELECT band.name AS band, date_trunc('day', at) AS at, count(*)::integer AS count
     FROM change JOIN band ON band.id = change.band WHERE author = $1 GROUP BY 1, 2 ORDER BY 2, 1`,
    [member],
  ),
});
