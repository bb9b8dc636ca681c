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
  readonly as: <T>(name: string, work: (db: Queries) => Promise<T>) => Promise<T>;
  /** Where the database is, as the application connects to it. */
  readonly url: string;
  readonly close: () => Promise<void>;
};

export const openTestDatabase = async (name: string): Promise<TestDatabase> => {
  const server = process.env.DATABASE_OWNER_URL;
  const app = process.env.DATABASE_URL;
  const admin = process.env.DATABASE_ADMIN_URL;
  if (!server || !app || !admin)
    throw new Error('These tests need the database that bin/test starts.');
  const named = (url: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  await onServer(
    admin,
    `DROP DATABASE IF EXISTS ${name} WITH (FORCE)`,
    `CREATE DATABASE ${name} OWNER ebrant_owner`,
  );
  execFileSync('npx', ['tsx', '--conditions=react-server', 'bin/prepare-database.ts'], {
    env: { ...process.env, DATABASE_OWNER_URL: named(server), NODE_OPTIONS: '' },
    stdio: 'pipe',
  });
  process.env.DATABASE_URL = named(app);
  const owner = new pg.Client({ connectionString: named(server) });
  await owner.connect();
  await owner.query(UPKEEP);
  await loadDemo(queriesOf(owner), new Date('2026-11-24T12:00:00Z'));
  const value: TestDatabase['value'] = async (sql, values = []) => {
    const { rows } = await owner.query({ text: sql, values: [...values], rowMode: 'array' });
    return rows[0]?.[0];
  };
  const member = async (person: string) =>
    (await value<string>('SELECT id FROM member WHERE name = $1', [person])) as MemberId;
  return {
    url: named(app),
    value,
    member,
    as: async (person, work) => asMember(await member(person), work),
    close: async () => {
      await pool().end();
      await owner.end();
    },
  };
};

const onServer = async (url: string, ...statements: string[]) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  for (const statement of statements) await client.query(statement);
  await client.end();
};
