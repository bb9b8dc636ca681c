/**
 * What whoever runs a server wants to know, of one process: for docs/running.md. `bin/bench operating`
 * prepares what this needs.
 */
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { setFields } from '@/core/base/document';
import { wavChunks } from '@/core/files/wav';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapOf } from '@/core/testing';
import { UPKEEP } from '@/server/database/upkeep';
import { type Started, start, stopAll } from '@/server/testing/server';
import { aCrowd, type Crowd, followers, get, memoryOf } from './load';
import { milliseconds, quantile, type Row, table } from './measure';

const owner = process.env.DATABASE_OWNER_URL ?? '';

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const startToReady = async (): Promise<[Started, Row]> => {
  const began = performance.now();
  const server = await start({ DATABASE_URL: process.env.DATABASE_URL ?? '' });
  while ((await fetch(`${server.url}/api/ready`)).status !== 200) await pause(20);
  const took = performance.now() - began;
  return [server, ['start to ready', milliseconds(took), 'under 3000 ms', 'one process']];
};

const EDIT_SECONDS = 10;

/** So many members who each save once a second. @returns how long each save took (ms), and how many failed */
const edit = async ({ url }: Started, crowd: Crowd, count: number) => {
  const times: number[] = [];
  let refused = 0;
  // As a page does, each says which revision it has seen last.
  const seen = new Map<number, number>();
  const save = async (member: number, bars: number) => {
    const began = performance.now();
    const answer = await fetch(
      `${url}/api/documents/${crowd.songs[member % crowd.songs.length]}/changes`,
      {
        method: 'POST',
        headers: {
          cookie: crowd.cookies[member % crowd.cookies.length] ?? '',
          'Content-Type': 'application/json',
        },
        body: JSON.stringify({
          base: seen.get(member) ?? 0,
          changes: [
            { id: randomUUID(), operations: [setFields('sections', 'sections1', { bars })] },
          ],
        }),
      },
    );
    const { news = [] } = await answer.json();
    // The first one catches up with all that was done before, as opening the song would have.
    if (seen.has(member)) times.push(performance.now() - began);
    if (!answer.ok) refused++;
    for (const { revision } of news) seen.set(member, revision);
    return performance.now() - began;
  };
  await Promise.all(
    Array.from({ length: count }, async (_, member) => {
      await pause((1000 * member) / count);
      for (let round = 0; round < EDIT_SECONDS; round++)
        await pause(Math.max(0, 1000 - (await save(member, 4 + round))));
    }),
  );
  return { times, refused };
};

/** More and more of them, as long as it goes well. */
const editors = async (server: Started, crowd: Crowd): Promise<Row> => {
  const memory = () => memoryOf(`${server.process.pid}`);
  // The first ones find code that has not run yet.
  await edit(server, crowd, 10);
  const before = memory();
  let most = 0;
  const said: string[] = [];
  for (const count of [25, 50, 100, 200, 300]) {
    const { times, refused } = await edit(server, crowd, count);
    const p99 = quantile(times, 0.99);
    const more = ((100 * (memory() - before)) / count).toFixed(0);
    said.push(
      `${count}: median ${milliseconds(quantile(times, 0.5))}, p99 ${milliseconds(p99)}, ${more} MB more a hundred`,
    );
    if (p99 > 300 || refused > 0) break;
    most = count;
  }
  return [
    'members who save once a second',
    `${most}`,
    'p99 of a save under 300 ms',
    said.slice(-2).join('; '),
  ];
};

const SET_SECONDS = 10;

const setPages = async ({ url }: Started, { cookies, set }: Crowd): Promise<Row> => {
  const address = `${url}/saltreach-nine/sets/${set}`;
  for (let round = 0; round < 20; round++) await get(address, cookies[0] ?? '');
  const times: number[] = [];
  const end = performance.now() + SET_SECONDS * 1000;
  await Promise.all(
    cookies.slice(0, 4).map(async (cookie) => {
      while (performance.now() < end) times.push((await get(address, cookie)).ms);
    }),
  );
  return [
    'pages of a set a second',
    (times.length / SET_SECONDS).toFixed(0),
    '',
    `four at a time, p99 ${milliseconds(quantile(times, 0.99))}`,
  ];
};

const wavHour = (): Row => {
  const hour = soloProgram('Hour', compile(roadMapOf([{ bars: 1800 }], { countIn: 0 })));
  const before = process.cpuUsage();
  for (const _ of wavChunks(hour, { bits: 16, layout: 'mono' }));
  const { user, system } = process.cpuUsage(before);
  return ['CPU of a WAV of an hour', `${((user + system) / 1e6).toFixed(1)} s`, '', 'click alone'];
};

const BANDS = 1000;

const backUp = async (): Promise<Row> => {
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  await client.query(UPKEEP);
  await client.query(`
    BEGIN;
    CREATE TEMP TABLE made AS SELECT n, gen_random_uuid() AS band FROM generate_series(1, ${BANDS}) n;
    INSERT INTO band (id, slug, name) SELECT band, 'bench-' || n, 'Bench ' || n FROM made;
    INSERT INTO membership (band, member, role)
      SELECT band, (SELECT id FROM member WHERE name = 'Odile Marsh'), 'leader' FROM made;
    CREATE TEMP TABLE copied AS
      SELECT made.band, document.id AS original, gen_random_uuid() AS id, body, revision
      FROM made, document JOIN band ON band.id = document.band
      WHERE slug = 'saltreach-nine' AND kind = 'road-map';
    INSERT INTO document (id, band, kind, body, revision)
      SELECT id, band, 'road-map', body, revision FROM copied;
    INSERT INTO song (id, band, title) SELECT id, band, 'A song' FROM copied;
    INSERT INTO arrangement (id, band, song, name) SELECT id, band, id, 'As recorded' FROM copied;
    INSERT INTO change (document, band, revision, id, operations, author)
      SELECT copied.id, copied.band, change.revision, gen_random_uuid(), operations, author
      FROM copied JOIN change ON change.document = original;
    COMMIT`);
  const { rows } = await client.query<{ songs: string; changes: string; size: string }>(
    `SELECT (SELECT count(*) FROM arrangement) AS songs, (SELECT count(*) FROM change) AS changes,
            pg_size_pretty(pg_database_size(current_database())) AS size`,
  );
  await client.end();
  const folder = mkdtempSync(path.join(tmpdir(), 'ebrant-bench-'));
  const began = performance.now();
  execFileSync('bin/backup', [folder], { stdio: 'pipe' });
  const took = performance.now() - began;
  const bytes = readdirSync(folder)
    .map((name) => statSync(path.join(folder, name)).size)
    .reduce((sum, size) => sum + size, 0);
  rmSync(folder, { recursive: true });
  const { songs, changes, size } = rows[0] ?? {};
  return [
    `back-up of ${BANDS} bands, read back`,
    `${(took / 1000).toFixed(1)} s`,
    '',
    `${songs} songs, ${changes} changes, ${size}; ${(bytes / 1e6).toFixed(0)} MB written`,
  ];
};

const [server, ready] = await startToReady();
const crowd = await aCrowd(owner);
const rows: Row[] = [ready];
rows.push(await editors(server, crowd));
for (const count of [100, 300, 600, 1000])
  rows.push(await followers(server.url, crowd, count, 150, `${server.process.pid}`));
rows.push(await setPages(server, crowd));
await stopAll();
rows.push(wavHour(), await backUp());
console.log(table(rows));
process.exit(0);
