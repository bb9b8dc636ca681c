import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import pg from 'pg';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { ownPostgres } from '../testing/postgres';
import {
  countInChange,
  hearNews,
  pause,
  postChange,
  posted,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/** What can go wrong around a server, on a PostgreSQL of this file's own, which is stopped and started. */

const NAME = 'faults';
const postgresql = ownPostgres(NAME);

let db: TestDatabase;
let server: Started;
let cookies: Record<string, string>;
let song: string;
beforeAll(async () => {
  postgresql.start();
  db = await openTestDatabase('faults');
  song = await db.arrangement('Quay Lights');
  server = await start({ DATABASE_URL: db.url });
  cookies = await signedIn(server, 'Wren Halloway');
});
afterAll(async () => {
  await stopAll();
  await db.close().catch(() => undefined);
  postgresql.run('remove');
});

const save = (one: ReturnType<typeof countInChange>) => postChange(server, song, one, cookies);
const ready = async () => (await fetch(`${server.url}/api/ready`)).status;

/** The processes of this file's PostgreSQL. */
const postgres = async (): Promise<number[]> => {
  const client = new pg.Client({ connectionString: process.env.DATABASE_ADMIN_URL });
  await client.connect();
  const { rows } = await client.query(`SELECT pg_read_file('postmaster.pid') AS file`);
  await client.end();
  const leader = Number.parseInt(rows[0].file, 10);
  const others = readFileSync(`/proc/${leader}/task/${leader}/children`, 'utf8')
    .trim()
    .split(' ')
    .map(Number);
  return [leader, ...others];
};

/** Some of them may have ended by then. */
const signal = (processes: readonly number[], what: NodeJS.Signals) => {
  for (const id of processes)
    try {
      process.kill(id, what);
    } catch {}
};

test('a database that hangs: a sentence and when to come back, the process lives, and what was sent twice is saved once', async () => {
  const frozen = await postgres();
  signal(frozen, 'SIGSTOP');
  const one = countInChange(7);
  const began = Date.now();
  try {
    const [answer, alive] = await Promise.all([save(one), fetch(`${server.url}/api/health`)]);
    expect(alive.status).toBe(200);
    expect(answer.status).toBe(503);
    expect(Number(answer.headers.get('retry-after'))).toBeGreaterThan(0);
    expect((await answer.json()).problem.message).toMatch(
      /^The database does not answer .* Nothing that was saved is lost/,
    );
    // One wait for an answer, not another for taking it back.
    expect(Date.now() - began).toBeLessThan(25_000);
  } finally {
    signal(frozen, 'SIGCONT');
  }
  expect((await save(one)).status).toBe(200);
  expect((await save(one)).status).toBe(200);
  expect(await db.value('SELECT count(*)::integer FROM change WHERE id = $1', [one.id])).toBe(1);
  expect(await ready()).toBe(200);
});

test('a database that is stopped and started again: streams say that something may be missing, and go on', async () => {
  const { heard, over: reading } = await hearNews(server, cookies);
  const times = (event: string) => heard().split(`event: ${event}\n`).length - 1;
  while (times('revisions') < 1) await pause(20);
  postgresql.run('pause');
  expect(await ready()).toBe(503);
  const refused = await save(countInChange(9));
  expect([refused.status, refused.headers.has('retry-after')]).toEqual([503, true]);
  postgresql.run('resume');
  while ((await ready()) !== 200) await pause(100);
  while (times('revisions') < 2) await pause(50);
  const saved = countInChange(11);
  expect((await save(saved)).status).toBe(200);
  while (!heard().includes(saved.id)) await pause(20);
  await server.stop();
  await reading;
  server = await start({ DATABASE_URL: db.url });
});

test('wrong sign-ins by the hundred, while members work: none is let in, and members are not held up', async () => {
  let over = false;
  const tried: number[] = [];
  const flood = Array.from({ length: 20 }, async (_, who) => {
    for (let round = 0; !over; round++) {
      const { status } = await posted(`${server.url}/api/session`, {
        name: `Somebody ${who} ${round}`,
        passphrase: 'four brass herons sleep',
      });
      tried.push(status);
      await pause(50);
    }
  });
  while (tried.length < 50) await pause(20);
  for (let count = 0; count < 20; count++)
    expect((await save(countInChange(count))).status).toBe(200);
  over = true;
  await Promise.all(flood);
  expect(new Set(tried)).toEqual(new Set([401, 429]));
  expect(tried.filter((status) => status === 429).length).toBeGreaterThan(0);
  // The member's own device is not slowed by what strangers did elsewhere.
  expect((await fetch(`${server.url}/api/documents/${song}`, { headers: cookies })).status).toBe(
    200,
  );
});

test('no file descriptor left: connections wait or are closed, the process lives, and serves again', async () => {
  const { process: leader } = server;
  const [worker = 0] = readFileSync(`/proc/${leader.pid}/task/${leader.pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .map(Number);
  execFileSync('prlimit', ['--pid', `${worker}`, '--nofile=80:']);
  const { port } = new URL(server.url);
  const sockets: Socket[] = Array.from({ length: 150 }, () =>
    connect(Number(port), '127.0.0.1').on('error', () => undefined),
  );
  await pause(1000);
  for (const socket of sockets) socket.destroy();
  execFileSync('prlimit', ['--pid', `${worker}`, '--nofile=4096:']);
  let status = 0;
  for (let tries = 0; tries < 50 && status !== 200; tries++) {
    status = await ready().catch(() => 0);
    await pause(100);
  }
  expect(status).toBe(200);
  expect(process.kill(worker, 0)).toBe(true);
  expect((await save(countInChange(3))).status).toBe(200);
});
