import 'server-only';
import pg from 'pg';
import { databaseUrl } from '../database';

/**
 * News of saved changes, from whichever process saved them. One connection a process listens; when
 * it breaks it is opened again, and everybody is told to look, since something may have been missed.
 */
type Listener = (revision: number | undefined) => void;

const AGAIN_AFTER = 1000;

type Hub = {
  listeners: Map<string, Set<Listener>>;
  client?: pg.Client | undefined;
  opening?: boolean;
};

const holder = globalThis as { ebrantHub?: Hub };

const hub = (): Hub => {
  holder.ebrantHub ??= { listeners: new Map() };
  return holder.ebrantHub;
};

/**
 * Calls back whenever a document has a new revision; with nothing when it may have.
 *
 * @returns how to stop
 */
export const onChange = (document: string, listener: Listener): (() => void) => {
  const { listeners } = hub();
  const those = listeners.get(document) ?? new Set();
  listeners.set(document, those.add(listener));
  void open();
  return () => {
    those.delete(listener);
    if (those.size === 0) listeners.delete(document);
    if (listeners.size === 0) close();
  };
};

/** Nobody listens any more: the connection is given back until somebody does. */
const close = () => {
  const state = hub();
  void state.client?.end();
  state.client = undefined;
};

const open = async () => {
  const state = hub();
  if (state.client || state.opening) return;
  state.opening = true;
  const client = new pg.Client({ connectionString: databaseUrl(), connectionTimeoutMillis: 3000 });
  const lost = () => {
    if (state.client === client) state.client = undefined;
    if (state.listeners.size > 0) setTimeout(open, AGAIN_AFTER).unref();
  };
  client.once('error', lost);
  client.once('end', lost);
  client.on('notification', ({ payload = '' }) => {
    const [document = '', revision] = payload.split(' ');
    for (const listener of state.listeners.get(document) ?? []) listener(Number(revision));
  });
  try {
    await client.connect();
    await client.query('LISTEN document_changed');
    state.client = client;
    if (state.listeners.size === 0) return close();
    for (const those of state.listeners.values()) for (const listener of those) listener(undefined);
  } catch {
    lost();
  } finally {
    state.opening = false;
  }
};
