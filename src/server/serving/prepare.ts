import { createPrivateKey, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { migrate, NewerDatabase } from '../database/migrate';
import { queriesOf } from '../database/queries';
import { UPKEEP } from '../database/upkeep';
import { newestVersion } from '../database/version';
import { inviteToServer, isEmptyServer } from '../people/invitations';
import type { Settings } from '../settings';
import { CannotStart } from './cannotStart';

/**
 * Makes a database ready to be served: the newest schema, or the sentence why not.
 *
 * @throws CannotStart
 */
export const prepareDatabase = async (settings: Settings): Promise<void> => {
  const owner = settings.DATABASE_OWNER_URL;
  try {
    if (owner) await migrate(owner);
    await asked(settings.DATABASE_URL, checkVersion);
  } catch (error) {
    throw cannotStart(error);
  }
};

const checkVersion = async (client: pg.Client): Promise<void> => {
  const knows = newestVersion();
  // 42883: a schema of before it could be asked.
  const is = await client
    .query('SELECT schema_version() AS version')
    .then(({ rows }) => Number(rows[0]?.version))
    .catch((error) => (isCode(error, '42883') ? 0 : Promise.reject(error)));
  if (is > knows) throw new NewerDatabase(is, knows);
  if (is < knows)
    throw new CannotStart(
      `The database is at ${is} and has to be brought to ${knows}: set DATABASE_OWNER_URL for that.`,
    );
};

/**
 * Looks at the certificate, where the server does TLS itself: browsers would only say that it is broken.
 *
 * @throws CannotStart
 */
export const checkCertificate = (settings: Settings, now: number): void => {
  const { EBRANT_TLS_KEY: key, EBRANT_TLS_CERTIFICATE: file } = settings;
  if (!key || !file) return;
  let certificate: X509Certificate;
  let belongs: boolean;
  try {
    certificate = new X509Certificate(readFileSync(file));
    belongs = certificate.checkPrivateKey(createPrivateKey(readFileSync(key)));
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    throw new CannotStart(`Key and certificate cannot be read: ${code ?? message}.`);
  }
  if (!belongs) throw new CannotStart(`The key ${key} does not belong to the certificate ${file}.`);
  if (Date.parse(certificate.validTo) < now)
    throw new CannotStart(`The certificate ${file} ran out on ${certificate.validTo}.`);
};

/**
 * A link by which one person makes an account, made by the owner of the database.
 *
 * @param always also where somebody has an account already
 * @returns nothing where there are accounts
 * @throws CannotStart
 */
export const accountLink = async (
  settings: Settings,
  always: boolean,
): Promise<string | undefined> => {
  const owner = settings.DATABASE_OWNER_URL;
  if (!owner) {
    if (!always) return undefined;
    throw new CannotStart('Only the owner makes such a link: set DATABASE_OWNER_URL.');
  }
  try {
    return await asked(owner, async (client) => {
      await client.query(UPKEEP);
      const db = queriesOf(client);
      if (!always && !(await isEmptyServer(db))) return undefined;
      return `${addressOf(settings)}/join#${await inviteToServer(db)}`;
    });
  } catch (error) {
    throw cannotStart(error);
  }
};

/** How people reach the server. */
export const addressOf = (settings: Settings): string =>
  (
    settings.EBRANT_PUBLIC_ADDRESS ?? `http://${settings.EBRANT_ADDRESS}:${settings.EBRANT_PORT}`
  ).replace(/\/$/, '');

const asked = async <T>(url: string, ask: (client: pg.Client) => Promise<T>): Promise<T> => {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 });
  await client.connect();
  try {
    return await ask(client);
  } finally {
    await client.end();
  }
};

const isCode = (error: unknown, code: string) => (error as { code?: string }).code === code;

/** The commonest ways in which a database is not there, in words. */
const cannotStart = (error: unknown): Error => {
  if (error instanceof CannotStart || error instanceof NewerDatabase) return error;
  const { code = '', message } = error as Error & { code?: string };
  if (/^(ECONN|ENOTFOUND|EAI_AGAIN|ETIMEDOUT|57P03)/.test(code) || /timeout/.test(message))
    return new CannotStart(`The database does not answer (${code || 'no answer in ten seconds'}).`);
  if (/^28/.test(code)) return new CannotStart('The database refuses the role or its password.');
  if (code === '3D000') return new CannotStart('There is no database of that name.');
  return error as Error;
};
