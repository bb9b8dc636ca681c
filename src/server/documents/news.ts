import 'server-only';
import pg from 'pg';
import * as z from 'zod';
import { type LoggedChange, loggedChangeSchema } from '@/core/base/document';
import type { Show } from '@/core/playing/show';
import { asMember, databaseUrl, type MemberId } from '../database';
import { answerFigure, reportFault } from '../running';
import { showOf } from '../show';
import type { Presence } from './presence';

/**
 * News of what is saved, from whichever process saved it. One connection a process listens on one
 * channel; when it breaks it is opened again, and everybody who listens is told that something may
 * have been missed. Kinds of news are added in `newsSchema` and in a trigger that tells of them.
 */
const newsSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('document'),
    band: z.string(),
    document: z.string(),
    revision: z.number().int(),
  }),
  z.object({ kind: z.literal('songs'), band: z.string() }),
  z.object({ kind: z.literal('notes'), band: z.string(), document: z.string() }),
  z.object({
    kind: z.literal('presence'),
    band: z.string(),
    document: z.string(),
    member: z.string(),
    name: z.string(),
    page: z.string(),
    place: z.string().nullable(),
    typing: z.boolean(),
    gone: z.boolean(),
  }),
  z.object({ kind: z.literal('show'), band: z.string(), set: z.string() }),
  z.object({ kind: z.literal('band'), band: z.string() }),
  z.object({ kind: z.literal('membership'), band: z.string(), member: z.string() }),
  z.object({ kind: z.literal('session'), session: z.string() }),
]);

/** What a follower is told. */
export type Told =
  | {
      readonly kind: 'document';
      readonly document: string;
      readonly revision: number;
      /** Left out where it is long. */
      readonly change?: LoggedChange;
    }
  | { readonly kind: 'songs' }
  /** Notes at a document are others than before. */
  | { readonly kind: 'notes'; readonly document: string }
  /** Where somebody is. */
  | ({
      readonly kind: 'presence';
      readonly document: string;
      readonly member: string;
      readonly name: string;
    } & Presence)
  /** Where the show of a set stands; null where it is over. */
  | { readonly kind: 'show'; readonly set: string; readonly show: Show | null }
  /** Something may have been missed. */
  | { readonly kind: 'gap' }
  /** The session or the membership is over. */
  | { readonly kind: 'over' };

/** Who follows a band, and how they are told. */
export type Follower = {
  readonly band: string;
  readonly member: MemberId;
  /** The hash of the session's token, in hexadecimal digits. */
  readonly session: string;
  /** All that follow one band are told with the same object, so that it is written out once. */
  readonly tell: (told: Told) => void;
};

const AGAIN_AFTER = 1000;
/** Characters of a change that is sent along with its news. */
const LONGEST_CHANGE = 20_000;
/** Streams a member may hold in one process. */
export const MOST_STREAMS = 12;

type Hub = {
  readonly bands: Map<string, Set<Follower>>;
  readonly streams: Map<MemberId, number>;
  client?: pg.Client | undefined;
  opening?: Promise<void> | undefined;
  /** Whether the connection was lost, so that something may have been missed. */
  missed?: boolean;
};

const holder = globalThis as { ebrantNews?: Hub };

const hub = (): Hub => {
  holder.ebrantNews ??= openHub();
  return holder.ebrantNews;
};

const openHub = (): Hub => {
  const { bands, streams } = { bands: new Map(), streams: new Map<MemberId, number>() };
  answerFigure('streams', () => [...streams.values()].reduce((sum, count) => sum + count, 0));
  return { bands, streams };
};

/** Whether news of what is saved would reach everybody who follows in this process. */
export const isListening = (): boolean => hub().bands.size === 0 || hub().client !== undefined;

/** Whether a member holds as many streams as they may. */
export const holdsEnough = (member: MemberId): boolean =>
  (hub().streams.get(member) ?? 0) >= MOST_STREAMS;

/**
 * Tells a follower of everything that is saved in a band from the moment this resolves, or of a gap.
 *
 * @returns how to stop
 */
export const follow = async (follower: Follower): Promise<() => void> => {
  const { bands, streams } = hub();
  const { band, member } = follower;
  const those = bands.get(band) ?? new Set();
  bands.set(band, those.add(follower));
  streams.set(member, (streams.get(member) ?? 0) + 1);
  let stopped = false;
  const stop = () => {
    if (stopped) return;
    stopped = true;
    those.delete(follower);
    if (those.size === 0 && bands.get(band) === those) bands.delete(band);
    const left = (streams.get(member) ?? 1) - 1;
    if (left > 0) streams.set(member, left);
    else streams.delete(member);
    if (bands.size === 0) close();
  };
  await open();
  return stop;
};

/** Nobody follows any more: the connection is given back until somebody does. */
const close = () => {
  const state = hub();
  void state.client?.end();
  state.client = undefined;
  state.missed = false;
};

const open = (): Promise<void> => {
  const state = hub();
  if (state.client) return Promise.resolve();
  state.opening ??= listen().finally(() => {
    state.opening = undefined;
  });
  return state.opening;
};

const listen = async (): Promise<void> => {
  const state = hub();
  const client = new pg.Client({ connectionString: databaseUrl(), connectionTimeoutMillis: 3000 });
  let over = false;
  let connected = false;
  const lost = () => {
    if (over) return;
    over = true;
    // Given back on purpose, it is missed by nobody; another may be open by now.
    if (connected && state.client !== client) return;
    state.client = undefined;
    if (state.bands.size === 0) return;
    state.missed = true;
    setTimeout(() => state.bands.size > 0 && void open(), AGAIN_AFTER).unref();
  };
  client.on('error', lost);
  client.once('end', lost);
  // One after the other, so that changes are told in the order in which they were saved.
  let spreading = Promise.resolve();
  client.on('notification', ({ payload = '' }) => {
    spreading = spreading.then(() => spread(payload)).catch((error) => reportFault(error));
  });
  try {
    await client.connect();
    await client.query('LISTEN news');
    connected = true;
    state.client = client;
    if (state.bands.size === 0) return close();
    if (state.missed) for (const those of state.bands.values()) tellAll(those, { kind: 'gap' });
    state.missed = false;
  } catch {
    void client.end().catch(() => undefined);
    lost();
  }
};

const tellAll = (those: Iterable<Follower>, told: Told) => {
  for (const follower of those) follower.tell(told);
};

/** Passes a notification on to those whom it is for. */
const spread = async (payload: string) => {
  const news = newsSchema.safeParse(JSON.parse(payload)).data;
  if (!news) return;
  const { bands } = hub();
  if (news.kind === 'session') {
    for (const those of bands.values())
      tellAll(
        [...those].filter(({ session }) => session === news.session),
        OVER,
      );
    return;
  }
  const those = bands.get(news.band);
  if (!those) return;
  if (news.kind === 'songs') return tellAll(those, { kind: 'songs' });
  if (news.kind === 'notes') return tellAll(those, { kind: 'notes', document: news.document });
  if (news.kind === 'presence') {
    const { band: _, ...presence } = news;
    return tellAll(those, presence);
  }
  // Archived or deleted: whoever may still read it comes back.
  if (news.kind === 'band') return tellAll([...those], OVER);
  if (news.kind === 'membership')
    return tellAll(
      [...those].filter(({ member }) => member === news.member),
      OVER,
    );
  if (news.kind === 'show') {
    const show = await showFor([...those][0]?.member, news.set);
    return tellAll(those, { kind: 'show', set: news.set, show });
  }
  const { document, revision } = news;
  const change = await changeOf([...those][0]?.member, document, revision);
  tellAll(those, { kind: 'document', document, revision, ...(change && { change }) });
};

const OVER: Told = { kind: 'over' };

/** A change that was told of, read once for all who follow, as one of them. */
const changeOf = async (
  member: MemberId | undefined,
  document: string,
  revision: number,
): Promise<LoggedChange | undefined> => {
  if (!member) return undefined;
  try {
    return await asMember(member, (db) =>
      db.maybeOne(
        loggedChangeSchema,
        `SELECT id, revision, operations FROM change
         WHERE document = $1 AND revision = $2 AND length(operations::text) <= $3`,
        [document, revision, LONGEST_CHANGE],
      ),
    );
  } catch {
    // They are told of the revision alone, and ask for the rest themselves.
    return undefined;
  }
};

/** A show that was told of, read once for all who follow, as one of them. */
const showFor = async (member: MemberId | undefined, set: string): Promise<Show | null> => {
  if (!member) return null;
  return (await asMember(member, (db) => showOf(db, set))) ?? null;
};

const revisionRow = z.object({ document: z.string(), revision: z.number() });
const markRow = z.object({ mark: z.string() });

/**
 * Where the documents of a band stand, for a page that begins to follow: of all of them, or of those
 * changed since a mark.
 *
 * @param after a mark that was given out before
 * @returns the revisions by document, and a mark for the next time
 */
export const revisionsOf = (member: MemberId, band: string, after: string | undefined) =>
  asMember(member, async (db) => {
    const { mark } = await db.one(
      markRow,
      'SELECT pg_snapshot_xmin(pg_current_snapshot())::text AS mark',
    );
    const rows = await db.many(
      revisionRow,
      after === undefined
        ? 'SELECT id AS document, revision FROM document WHERE band = $1'
        : `SELECT document, max(revision) AS revision FROM change
           WHERE band = $1 AND made_in >= $2::xid8 GROUP BY document`,
      after === undefined ? [band] : [band, after],
    );
    return {
      mark,
      revisions: Object.fromEntries(rows.map(({ document, revision }) => [document, revision])),
    };
  });
