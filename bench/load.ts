import { createHash, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import http from 'node:http';
import pg from 'pg';
import {
  type Change,
  firstOrders,
  type LoggedChange,
  merge,
  setFields,
} from '@/core/base/document';
import { newSection, type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { roadMapOf } from '@/core/testing';
import { UPKEEP } from '@/server/database/upkeep';
import type { Connection } from '@/ui/document/connection';
import { createDocumentStore } from '@/ui/document/store';
import { NO_STORAGE } from '@/ui/document/undo';
import { memoryStorage } from '@/ui/document/unsaved';
import { milliseconds, quantile, type Row } from './measure';
import { together } from './together';

/** Many at once on one process of the built application. */
export const measureLoad = async (
  url: string | undefined,
  owner: string | undefined,
): Promise<Row[]> => {
  const rows = [await catchingUp()];
  if (!url || !owner) return rows;
  const crowd = await aCrowd(owner);
  return [
    ...rows,
    await pageViews(url, crowd),
    await together(url, crowd.cookies),
    await besideLongFiles(url, crowd),
    await followers(url, crowd, 300, 150),
    await followers(url, crowd, 1000, 400),
  ];
};

export type Crowd = {
  readonly cookies: readonly string[];
  readonly set: string;
  readonly song: string;
  /** All arrangements of the band. */
  readonly songs: readonly string[];
};

/** A hundred players of the demo's band, each signed in. */
export const aCrowd = async (owner: string): Promise<Crowd> => {
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  await client.query(UPKEEP);
  const cookies: string[] = [];
  for (let count = 0; count < 100; count++) {
    const token = randomUUID();
    await client.query(
      `WITH made AS (INSERT INTO member (name, shape, passphrase_hash) VALUES ($1, $1, '$argon2id$none') RETURNING id),
            joined AS (INSERT INTO membership (band, member, role)
                       SELECT band.id, made.id, 'drummer' FROM band, made WHERE slug = 'saltreach-nine')
       INSERT INTO session (token_hash, member, expires_at)
       SELECT $2, id, now() + interval '1 hour' FROM made`,
      [`Bench ${count}`, createHash('sha256').update(token).digest()],
    );
    cookies.push(`ebrant_session=${token}`);
  }
  const id = async (sql: string) => (await client.query<{ id: string }>(sql)).rows[0]?.id ?? '';
  const set = await id(`SELECT id FROM document WHERE body->'heading'->>'title' = 'First set'`);
  const song = await id(
    `SELECT arrangement.id FROM arrangement JOIN song ON song.id = song WHERE title = 'Nine Mile Ferry' LIMIT 1`,
  );
  const { rows } = await client.query<{ id: string }>(
    `SELECT document.id FROM document JOIN band ON band.id = band
     WHERE slug = 'saltreach-nine' AND kind = 'road-map' AND body->'sections' ? 'sections1'`,
  );
  await client.end();
  return { cookies, set, song, songs: rows.map((row) => row.id) };
};

const agent = new http.Agent({ maxSockets: Number.POSITIVE_INFINITY });

export const get = (url: string, cookie: string) =>
  new Promise<{ status: number; ms: number }>((resolve) => {
    const start = performance.now();
    http
      .get(url, { agent, headers: { cookie } }, (response) => {
        response.on('data', () => undefined);
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, ms: performance.now() - start }),
        );
      })
      .on('error', () => resolve({ status: 0, ms: performance.now() - start }));
  });

const pageViews = async (url: string, { cookies, set, song }: Crowd): Promise<Row> => {
  const paths = [
    `/saltreach-nine/songs/${song}`,
    `/saltreach-nine/sets/${set}`,
    '/saltreach-nine/songs',
  ];
  // Every process has served every page before: what is measured is not its first start.
  for (let round = 0; round < 10; round++)
    await Promise.all(paths.map((path) => get(url + path, cookies[round] ?? '')));
  const answers = await Promise.all(
    Array.from({ length: 300 }, (_, index) =>
      get(url + paths[index % paths.length], cookies[index % cookies.length] ?? ''),
    ),
  );
  const refused = answers.filter(({ status }) => status !== 200).length;
  const times = answers.map(({ ms }) => ms);
  return [
    '300 page views at once, 99th percentile',
    milliseconds(quantile(times, 0.99)),
    'under 3000 ms',
    `${refused} refused, median ${milliseconds(quantile(times, 0.5))}`,
  ];
};

/** What others wait while a set of 40 songs of 20,000 bars is written out, as a table and as sound. */
const besideLongFiles = async (url: string, { cookies }: Crowd): Promise<Row> => {
  const cookie = cookies[0] ?? '';
  const headers = { cookie, 'Content-Type': 'application/json' };
  const send = async (path: string, body: unknown) =>
    (await fetch(url + path, { method: 'POST', headers, body: JSON.stringify(body) })).json();
  const { set } = await send('/api/bands/saltreach-nine/events', {
    kind: 'gig',
    title: 'Long',
    place: '',
    startsAt: '2027-01-01T20:00:00Z',
    timeZone: 'Europe/Lisbon',
    loadInAt: null,
  });
  const items: unknown[] = [];
  const orders = firstOrders(40);
  for (let index = 0; index < 40; index++) {
    const { arrangement } = await send('/api/bands/saltreach-nine/songs', {
      title: `Long ${index}`,
    });
    const value = { ...newSection('s', { bars: 2000, times: 10 }), order: 'a0' };
    await send(`/api/documents/${arrangement}/changes`, {
      base: 0,
      changes: [
        { id: randomUUID(), operations: [{ type: 'insert', in: 'sections', id: 's', value }] },
      ],
    });
    items.push({
      type: 'insert',
      in: 'items',
      id: `i${index}`,
      value: {
        kind: 'song',
        order: orders[index],
        arrangement,
        gap: { kind: 'seconds', seconds: 5 },
      },
    });
  }
  await send(`/api/documents/${set}/changes`, {
    base: 0,
    changes: [{ id: randomUUID(), operations: items }],
  });
  let making = true;
  const start = performance.now();
  const long = Promise.all([
    get(`${url}/api/documents/${set}/sheet?as=csv`, cookie),
    fetch(`${url}/api/documents/${set}/click?as=wav`, { headers }).then(async (response) => {
      // The head and some seconds of it: the whole would be hours.
      const reader = response.body?.getReader();
      for (let count = 0; count < 50; count++) await reader?.read();
      await reader?.cancel();
    }),
  ]).then(() => {
    making = false;
  });
  const waits: number[] = [];
  while (making) waits.push((await get(`${url}/api/health`, cookie)).ms);
  await long;
  return [
    'a request beside a long set’s files, 95th percentile',
    milliseconds(quantile(waits, 0.95)),
    'under 100 ms',
    `${waits.length} requests in ${((performance.now() - start) / 1000).toFixed(1)} s, longest ${milliseconds(quantile(waits, 1))}`,
  ];
};

/** Memory of the server's processes in MB, where the machine says it. */
export const memoryOf = (pid: string | undefined): number => {
  try {
    const workers = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ');
    return [pid, ...workers].reduce((sum, one) => {
      const status = readFileSync(`/proc/${one}/status`, 'utf8');
      return sum + Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024;
    }, 0);
  } catch {
    return Number.NaN;
  }
};

const ROUNDS = 20;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Followers of a band’s news. @param pid of the process that leads the server */
export const followers = async (
  url: string,
  { cookies, song }: Crowd,
  count: number,
  wanted: number,
  pid = process.env.EBRANT_PID,
): Promise<Row> => {
  const before = memoryOf(pid);
  let heard: number[] = [];
  let start = 0;
  let open = 0;
  const streams = Array.from({ length: count }, (_, index) => {
    const cookie = cookies[Math.floor(index / 10) % cookies.length] ?? '';
    return http.get(
      `${url}/api/bands/saltreach-nine/news`,
      { agent, headers: { cookie } },
      (response) => {
        response.setEncoding('utf8');
        response.on('data', (text: string) => {
          if (text.includes('event: revisions')) open++;
          if (text.includes('event: document')) heard.push(performance.now() - start);
        });
      },
    );
  });
  for (let waited = 0; open < count && waited < 60; waited++) await pause(500);
  const during = memoryOf(pid);
  const all: number[] = [];
  let missed = 0;
  // The first one finds code that has not run yet.
  await save(url, cookies[0] ?? '', song, ROUNDS);
  await pause(800);
  for (let round = 0; round < ROUNDS; round++) {
    heard = [];
    start = performance.now();
    await save(url, cookies[0] ?? '', song, round);
    await pause(800);
    all.push(...heard);
    missed += count - heard.length;
  }
  for (const stream of streams) stream.destroy();
  return [
    `news of an edit to ${count} followers, 99th percentile`,
    milliseconds(quantile(all, 0.99)),
    `under ${wanted} ms`,
    `from sending the edit; ${missed} of ${count * ROUNDS} missed, median ${milliseconds(quantile(all, 0.5))}, ${(during - before).toFixed(0)} MB more`,
  ];
};

const save = (url: string, cookie: string, song: string, round: number) =>
  fetch(`${url}/api/documents/${song}/changes`, {
    method: 'POST',
    headers: { cookie, 'Content-Type': 'application/json' },
    body: JSON.stringify({
      base: 0,
      changes: [
        { id: randomUUID(), operations: [setFields('sections', 'sections1', { bars: 4 + round })] },
      ],
    }),
  }).then((response) => response.arrayBuffer());

/** Two days without network: 200 edits of one's own against 300 of the others. */
const catchingUp = async (): Promise<Row> => {
  const song = roadMapOf(Array.from({ length: 120 }, (_, index) => ({ id: `s${index}`, bars: 8 })));
  const log: LoggedChange[] = [];
  let document: RoadMap = song;
  const save = ({ id, operations }: Change) => {
    const merged = merge(roadMapKind, document, operations);
    if (!merged.ok) return;
    document = merged.value.document;
    log.push({ id, operations: merged.value.done, revision: log.length + 1 });
  };
  for (let count = 0; count < 300; count++)
    save({
      id: `theirs${count}`,
      operations: [setFields('sections', `s${count % 120}`, { bars: 1 + (count % 30) })],
    });
  let up = false;
  const connection: Connection = {
    send: async (base, changes) => {
      if (!up) return { kind: 'away' };
      changes.forEach(save);
      const outcomes = changes.map(({ id }) => ({ id }));
      return { kind: 'saved', outcomes, news: log.filter(({ revision }) => revision > base) };
    },
    newsSince: async (base) => ({
      kind: 'news',
      news: log.filter(({ revision }) => revision > base),
    }),
  };
  let ids = 0;
  const store = createDocumentStore<RoadMap>({
    id: 'song',
    kind: roadMapKind,
    document: song,
    revision: 0,
    connection,
    unsaved: memoryStorage(),
    steps: NO_STORAGE,
    newId: () => `mine${++ids}`,
    now: () => performance.now(),
    random: () => 0,
  });
  for (let count = 0; count < 200; count++)
    store.edit([
      count % 4 === 0
        ? {
            type: 'insert',
            in: 'sections',
            id: `n${count}`,
            value: { ...newSection(`n${count}`), order: 'zz' },
          }
        : setFields('sections', `s${count % 120}`, { name: `Section ${count}` }),
    ]);
  up = true;
  const start = performance.now();
  const done = new Promise<void>((resolve) => {
    store.subscribe(() => store.snapshot().saving.kind === 'saved' && resolve());
  });
  store.refresh();
  await done;
  const took = performance.now() - start;
  store.close();
  const same = JSON.stringify(store.snapshot().document) === JSON.stringify(document);
  return [
    '200 edits of one’s own against 300 newer ones',
    milliseconds(took),
    'under 1000 ms',
    same ? 'sent and merged; both sides the same' : 'the two sides differ',
  ];
};
