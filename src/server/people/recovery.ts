import 'server-only';
import { randomInt } from 'node:crypto';
import * as z from 'zod';
import { type MemberId, once, type Queries, refuse } from '../database';
import { attempted, counted } from './attempts';
import { newPassphrase } from './passphrase';
import { hashToken, newToken, type Place } from './sessions';

/** Ways back for somebody who has forgotten their passphrase: codes of their own, or a leader's link. */

const CODES = 10;
/** Without letters and digits that are taken for one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const GROUPS = 4;
const GROUP = 5;

/** 20 letters of 31: 99 bits by chance, so that a plain hash is enough to keep it by. */
const newCode = (): string =>
  Array.from({ length: GROUPS }, () =>
    Array.from({ length: GROUP }, () => LETTERS[randomInt(LETTERS.length)]).join(''),
  ).join('-');

const codeHash = (code: string) => hashToken(code.toLowerCase().replace(/[^a-z0-9]/g, ''));

/** New codes, each good for once; those of before are good for nothing. */
export const renewCodes = async (db: Queries, member: MemberId): Promise<string[]> => {
  const codes = Array.from({ length: CODES }, newCode);
  await db.run('DELETE FROM recovery_code WHERE member = $1', [member]);
  await db.run('INSERT INTO recovery_code (member, code_hash) SELECT $1, unnest($2::bytea[])', [
    member,
    codes.map(codeHash),
  ]);
  return codes;
};

const whoRow = z.object({ who: z.string().nullable() });

/**
 * Sets a new passphrase by one of one's codes. All sessions are over.
 *
 * @throws Refusal `signed-out` for a wrong or used code, `too-many` after several
 */
export const recoverByCode = async (
  name: string,
  code: string,
  passphrase: string,
  place: Place,
): Promise<string> => {
  const { succeeded } = await attempted({
    name: name.trim().toLowerCase(),
    source: place.source,
    device: undefined,
  });
  const hash = await newPassphrase(passphrase, name);
  const { who } = await once((db) =>
    db.one(whoRow, 'SELECT recover_by_code($1, $2, $3) AS who', [
      name.trim(),
      codeHash(code),
      hash,
    ]),
  );
  if (who === null)
    return refuse('signed-out', 'Code', 'Name and code do not belong together, or it was used.');
  await succeeded();
  return who;
};

/** Whose new passphrase a leader's link is for. Nothing is used up by it. */
export const readResetLink = async (token: string, source: string): Promise<string> => {
  await counted('look-at-link', source);
  const row = await once((db) =>
    db.maybeOne(z.object({ name: z.string() }), 'SELECT name FROM reset_link_of($1)', [
      hashToken(token),
    ]),
  );
  return row?.name ?? noSuchLink();
};

const noSuchLink = (): never =>
  refuse('gone', 'Link', 'This link was used, has run out after a day, or never was one.');

/** Sets a new passphrase by a leader's link. All sessions are over. */
export const recoverByLink = async (
  token: string,
  passphrase: string,
  source: string,
): Promise<string> => {
  const name = await readResetLink(token, source);
  const hash = await newPassphrase(passphrase, name);
  const { who } = await once((db) =>
    db.one(whoRow, 'SELECT recover_by_link($1, $2) AS who', [hashToken(token), hash]),
  );
  return who ?? noSuchLink();
};

/**
 * A link by which a member of a band that one leads sets a new passphrase; good for once, for a day.
 *
 * @throws Refusal where they are in bands that one does not lead, and have not allowed it
 */
export const makeResetLink = async (db: Queries, band: string, member: string): Promise<string> => {
  const token = newToken();
  const { made } = await db.one(
    z.object({ made: z.enum(['made', 'not yours', 'other bands']) }),
    'SELECT make_reset_link($1, $2, $3) AS made',
    [hashToken(token), member, band],
  );
  if (made === 'other bands')
    return refuse(
      'forbidden',
      '',
      'They are in a band that you do not lead, and have not allowed this in their account. One of their recovery codes will do.',
    );
  if (made === 'not yours') return refuse('not-found', 'Member', 'They are not in this band.');
  return token;
};
