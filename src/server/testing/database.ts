import { execFileSync } from 'node:child_process';
import pg from 'pg';
import { asMember, type MemberId, pool, type Queries, queriesOf } from '../database';
import { UPKEEP } from '../database/upkeep';
import { loadDemo } from '../demo/load';

/**
 * A database of this test file's own, with the newest schema and the demo data, on the server that
 * bin/test has started (DATABASE_OWNER_URL).
 */
export type TestDatabase = {
  /** The member of a name. */
  readonly member: (name: string) => Promise<MemberId>;
  /** One value of a query, read as the owner. */
  readonly value: <T>(sql: string, values?: readonly unknown[]) => Promise<T>;
  /** The first arrangement of the song of a title. */
  readonly arrangement: (title: string) => Promise<string>;
  readonly as: <T>(name: string, work: (db: Queries) => Promise<T>) => Promise<T>;
  /** Where the database is, as the application connects to it. */
  readonly url: string;
  /** The same, as its owner. */
  readonly ownerUrl: string;
  readonly close: () => Promise<void>;
};

/** Holds the demo bands as they are after loading, to be copied. Made once a run, by whoever is first. */
const TEMPLATE = 'demo_template';

export const openTestDatabase = async (name: string): Promise<TestDatabase> => {
  const { owner: server, app, admin } = servers();
  const named = (url: string) => onDatabase(url, name);
  const client = await connected(admin);
  await client.query(`SELECT pg_advisory_lock(hashtext('${TEMPLATE}'))`);
  const { rowCount } = await client.query('SELECT FROM pg_database WHERE datname = $1', [TEMPLATE]);
  if (rowCount === 0) await makeTemplate(client);
  await client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await client.query(`CREATE DATABASE ${name} OWNER ebrant_owner TEMPLATE ${TEMPLATE}`);
  await client.end();
  process.env.DATABASE_URL = named(app);
  const owner = await connected(named(server));
  // Some tests stop the server under it.
  owner.on('error', () => undefined);
  await owner.query(UPKEEP);
  const value: TestDatabase['value'] = async (sql, values = []) => {
    const { rows } = await owner.query({ text: sql, values: [...values], rowMode: 'array' });
    return rows[0]?.[0];
  };
  const member = async (person: string) =>
    (await value<string>('SELECT id FROM member WHERE name = $1', [person])) as MemberId;
  return {
    url: named(app),
    ownerUrl: named(server),
    value,
    member,
    arrangement: (title) =>
      value<string>(
        'SELECT arrangement.id FROM arrangement JOIN song ON song.id = song WHERE title = $1 ORDER BY position LIMIT 1',
        [title],
      ),
    as: async (person, work) => asMember(await member(person), work),
    close: async () => {
      await pool().end();
      await owner.end();
    },
  };
};

/** An empty database, as the owner and as the application connect to it. */
export const emptyDatabase = async (name: string) => {
  const { owner, app, admin } = servers();
  const client = await connected(admin);
  await client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await client.query(`CREATE DATABASE ${name} OWNER ebrant_owner`);
  await client.end();
  return { owner: onDatabase(owner, name), app: onDatabase(app, name) };
};

const makeTemplate = async (admin: pg.Client) => {
  const making = `${TEMPLATE}_making`;
  await admin.query(`DROP DATABASE IF EXISTS ${making} WITH (FORCE)`);
  await admin.query(`CREATE DATABASE ${making} OWNER ebrant_owner`);
  const url = onDatabase(servers().owner, making);
  // Not in this process: the migrations come by a module that Jest cannot read.
  execFileSync('npx', ['tsx', '--conditions=react-server', 'bin/prepare-database.ts'], {
    env: { ...process.env, DATABASE_OWNER_URL: url, NODE_OPTIONS: '' },
    stdio: 'pipe',
  });
  const owner = await connected(url);
  await owner.query(UPKEEP);
  await loadDemo(queriesOf(owner), new Date('2026-11-24T12:00:00Z'));
  await owner.end();
  await admin.query(`ALTER DATABASE ${making} RENAME TO ${TEMPLATE}`);
};

const servers = () => {
  const { DATABASE_OWNER_URL: owner, DATABASE_URL: app, DATABASE_ADMIN_URL: admin } = process.env;
  if (!owner || !app || !admin)
    throw new Error('These tests need the database that bin/test starts.');
  return { owner, app, admin };
};

const onDatabase = (url: string, name: string) =>
  Object.assign(new URL(url), { pathname: `/${name}` }).href;

const connected = async (url: string): Promise<pg.Client> => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  return client;
};
