import 'server-only';
import pg from 'pg';

/** Connections a process keeps; short waits, so that a dead database is noticed within seconds. */
const MOST_CONNECTIONS = 10;
const CONNECT_WITHIN = 3000;
const ANSWER_WITHIN = 15_000;

const holder = globalThis as { ebrantPool?: pg.Pool };

/** The process's connections to the database named by DATABASE_URL. */
export const pool = (): pg.Pool => {
  holder.ebrantPool ??= openPool(databaseUrl());
  return holder.ebrantPool;
};

export const databaseUrl = (): string => {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL does not say where the database is; bin/demo sets it.');
  return url;
};

const openPool = (connectionString: string): pg.Pool => {
  const opened = new pg.Pool({
    connectionString,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_WITHIN,
    query_timeout: ANSWER_WITHIN,
    idleTimeoutMillis: 30_000,
  });
  // An idle connection that the database closes is replaced by the next query.
  opened.on('error', () => undefined);
  return opened;
};
