import { execFile } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { ownPostgres } from '../testing/postgres';
import {
  countInChange,
  freePort,
  hearNews,
  pause,
  postChange,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/**
 * The database moves to another address: a streaming standby (PostgreSQL 15, 27.2) takes over. What
 * forwards here stands for a name that is made to mean another machine.
 */

const NAME = 'moving';
const bin = readdirSync('/usr/lib/postgresql').map(Number).sort().at(-1);
const postgresql = ownPostgres(NAME);
/** While somebody saves, nothing may hold up whoever asks for it. */
const inBackground = promisify(execFile);
/** As PostgreSQL's own user: it does not run as root. */
const asServer = (program: string, ...options: string[]) => {
  const whole = [`/usr/lib/postgresql/${bin}/bin/${program}`, ...options];
  const [first = '', ...rest] =
    process.getuid?.() === 0 ? ['runuser', '-u', 'postgres', '--', ...whole] : whole;
  return inBackground(first, rest, { cwd: '/' });
};

let folder: string;
let db: TestDatabase;
beforeAll(async () => {
  postgresql.start();
  db = await openTestDatabase(NAME);
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-standby-'));
  chmodSync(folder, 0o777);
});
afterAll(async () => {
  await stopAll();
  await db.close().catch(() => undefined);
  try {
    await asServer('pg_ctl', '-D', standbyFolder(), '-m', 'immediate', 'stop');
  } catch {}
  postgresql.run('remove');
  rmSync(folder, { recursive: true, force: true });
});

const standbyFolder = () => path.join(folder, 'standby');

/** A database of the same name and people, behind another port. */
const behind = (url: string, port: number) => Object.assign(new URL(url), { port: `${port}` }).href;

/** Makes a copy that follows the database, and starts it. @returns its port */
const startStandby = async (): Promise<number> => {
  const port = await freePort();
  await asServer(
    'pg_basebackup',
    '-R',
    '--checkpoint=fast',
    '-D',
    standbyFolder(),
    '-d',
    process.env.DATABASE_ADMIN_URL ?? '',
  );
  const options = `-c listen_addresses=127.0.0.1 -c port=${port} -c unix_socket_directories=''`;
  const log = path.join(standbyFolder(), 'server.log');
  await asServer('pg_ctl', '-D', standbyFolder(), '-w', '-l', log, '-o', options, 'start');
  return port;
};

const forwarder = async (first: number) => {
  let to = first;
  const server = createServer((socket) => {
    const onward = connect(to, '127.0.0.1');
    for (const [one, other] of [
      [socket, onward],
      [onward, socket],
    ] as const) {
      one.on('error', () => other.destroy());
      one.on('close', () => other.destroy());
      one.pipe(other);
    }
  });
  const port = await freePort();
  server.listen(port, '127.0.0.1');
  return {
    port,
    close: () => server.close(),
    turnTo: (next: number) => {
      to = next;
    },
  };
};

test('a standby takes over while members save: what was saved is there, the same processes go on', async () => {
  const forwarding = await forwarder(Number(new URL(db.url).port));
  const server: Started = await start({ DATABASE_URL: behind(db.url, forwarding.port) });
  const cookies = await signedIn(server, 'Wren Halloway');
  const song = await db.arrangement('Quay Lights');
  const { heard, over: reading } = await hearNews(server, cookies);

  const kept: string[] = [];
  let over = false;
  const refusals = new Set<number>();
  const member = (async () => {
    for (let number = 0; !over; number++) {
      const one = countInChange(1 + (number % 16));
      for (;;) {
        const { status } = await postChange(server, song, one, cookies);
        if (status === 200) break;
        refusals.add(status);
        await pause(100);
      }
      kept.push(one.id);
    }
  })();

  const port = await startStandby();
  const until = async (count: number) => {
    while (kept.length < count) await pause(20);
  };
  await until(kept.length + 10);
  // A clean stop sends what is written to whoever follows, before it ends.
  await inBackground('bin/database', ['pause', NAME]);
  await asServer('pg_ctl', '-D', standbyFolder(), '-w', 'promote');
  forwarding.turnTo(port);
  const before = kept.length;
  await until(before + 20);
  // News is listened for anew after a pause of seconds; what is saved from then on is heard.
  while (!kept.slice(before).some((id) => heard().includes(id))) await pause(100);
  over = true;
  await member;

  const moved = new pg.Client({ connectionString: behind(db.ownerUrl, port) });
  await moved.connect();
  const { rows } = await moved.query(
    'SELECT count(*)::integer AS found FROM change WHERE id = ANY($1)',
    [kept],
  );
  await moved.end();
  expect(rows).toEqual([{ found: kept.length }]);
  for (const status of refusals) expect(status).toBe(503);
  expect((await fetch(`${server.url}/api/ready`)).status).toBe(200);
  expect(server.process.exitCode).toBeNull();
  await server.stop();
  await reading;
  forwarding.close();
});
