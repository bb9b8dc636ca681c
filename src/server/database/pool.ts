import 'server-only';
import pg from 'pg';
import { answerFigure } from '../running';
import { createQueue, type Queue } from './queue';

/**
 * Connections a process keeps. A database that is down refuses at once; the time to connect is for one
 * that is there while this process has its hands full.
 */
const MOST_CONNECTIONS = Number(process.env.EBRANT_CONNECTIONS) || 10;
const CONNECT_WITHIN = 10_000;
const ANSWER_WITHIN = 15_000;
/** Transactions that may wait for a connection, and for how long (ms). */
const MOST_WAITING = 1500;
const PATIENCE = 12_000;

/** Shared by all of the process, however its code was bundled. */
const holder = globalThis as { ebrantPool?: pg.Pool; ebrantQueue?: Queue };

/** The process's connections to the database named by DATABASE_URL. */
export const pool = (): pg.Pool => {
  holder.ebrantPool ??= openPool(databaseUrl());
  return holder.ebrantPool;
};

/** Where transactions wait for one of the connections. */
export const connections = (): Queue => {
  holder.ebrantQueue ??= openQueue();
  return holder.ebrantQueue;
};

const openQueue = (): Queue => {
  const queue = createQueue({
    atOnce: MOST_CONNECTIONS,
    waiting: MOST_WAITING,
    patience: PATIENCE,
  });
  answerFigure('connectionsInUse', queue.running);
  answerFigure('waitingForConnection', queue.waiting);
  return queue;
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
