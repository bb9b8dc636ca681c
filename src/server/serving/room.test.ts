import { execFileSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  countInChange,
  freePort,
  pause,
  postChange,
  run,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/** A disk without room: what members and whoever runs the server then get. */

let db: TestDatabase;
let admin: pg.Client;
let folder: string;
beforeAll(async () => {
  db = await openTestDatabase('room');
  admin = new pg.Client({ connectionString: process.env.DATABASE_ADMIN_URL });
  await admin.connect();
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-room-'));
  chmodSync(folder, 0o755);
});
afterAll(async () => {
  await stopAll();
  await db.close();
  await admin.query('DROP DATABASE IF EXISTS room WITH (FORCE)');
  await admin.query('DROP TABLESPACE IF EXISTS small');
  await admin.end();
  try {
    execFileSync('umount', [path.join(folder, 'disk')]);
  } catch {}
  rmSync(folder, { recursive: true, force: true });
});

const songId = () => db.arrangement('Quay Lights');

/** Moves the log of changes to a disk of 8 MB, and fills that. @returns what gives it room again */
const fillDisk = async (): Promise<() => Promise<void>> => {
  const disk = path.join(folder, 'disk');
  mkdirSync(disk);
  const owner = new pg.Client({ connectionString: onRoom(process.env.DATABASE_ADMIN_URL) });
  await owner.connect();
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=8m,mode=777', 'tmpfs', disk], {
      stdio: 'pipe',
    });
  } catch {
    // Where no disk may be mounted, the database says what it would say on a full one.
    await owner.query(`CREATE FUNCTION is_full() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION 'No space left on device' USING ERRCODE = 'disk_full'; END $$`);
    await owner.query('CREATE TRIGGER is_full BEFORE INSERT ON change EXECUTE FUNCTION is_full()');
    return async () => {
      await owner.query('DROP TRIGGER is_full ON change');
      await owner.end();
    };
  }
  mkdirSync(path.join(disk, 'data'));
  execFileSync('chown', ['postgres', path.join(disk, 'data')]);
  await owner.query(`CREATE TABLESPACE small LOCATION '${path.join(disk, 'data')}'`);
  await owner.query('ALTER TABLE change SET TABLESPACE small');
  await owner.end();
  const filler = path.join(disk, 'filler');
  execFileSync('bash', ['-c', 'cat /dev/zero >"$1" || true', 'bash', filler], { stdio: 'pipe' });
  return async () => rmSync(filler);
};
const onRoom = (url = '') => Object.assign(new URL(url), { pathname: '/room' }).href;

test('no room for what is saved: a sentence and when to come back, reading goes on, then nothing is lost', async () => {
  const server: Started = await start({ DATABASE_URL: db.url });
  const cookies = await signedIn(server, 'Wren Halloway');
  const song = await songId();
  const save = (one: ReturnType<typeof countInChange>) => postChange(server, song, one, cookies);
  const giveRoom = await fillDisk();
  const saved: string[] = [];
  // What is free in the last page is still written to.
  let one = countInChange(1);
  let answer = await save(one);
  for (let number = 1; answer.status === 200 && number < 500; number++) {
    saved.push(one.id);
    one = countInChange(1 + (number % 16));
    answer = await save(one);
  }
  expect([answer.status, answer.headers.has('retry-after')]).toEqual([503, true]);
  expect((await answer.json()).problem.message).toBe(
    'The server has no room left and saves nothing for now. What was saved is there.',
  );
  expect((await fetch(`${server.url}/api/documents/${song}`, { headers: cookies })).status).toBe(
    200,
  );
  expect((await fetch(`${server.url}/api/health`)).status).toBe(200);
  // Whoever runs it finds why.
  expect(server.said()).toMatch(/"fault":\{[^\n]*"code":"53100"/);
  await giveRoom();
  expect((await save(one)).status).toBe(200);
  saved.push(one.id);
  expect(await db.value('SELECT count(*)::integer FROM change WHERE id = ANY($1)', [saved])).toBe(
    saved.length,
  );
  await server.stop();
});

test('no room for the log: it has a hole, the application serves', async () => {
  const [port, metrics] = [await freePort(), await freePort()];
  // Every write to /dev/full fails as on a disk without room (full(4)).
  const { child, ended } = run(
    ['-c', 'exec bin/serve >/dev/full 2>&1'],
    {
      DATABASE_URL: db.url,
      EBRANT_PROCESSES: '1',
      EBRANT_PORT: `${port}`,
      EBRANT_METRICS: `127.0.0.1:${metrics}`,
      EBRANT_LOG_LEVEL: 'debug',
    },
    'bash',
  );
  const url = `http://127.0.0.1:${port}`;
  const status = () =>
    fetch(`${url}/api/ready`).then(
      (answer) => answer.status,
      () => 0,
    );
  while (child.exitCode === null && (await status()) !== 200) await pause(100);
  const cookies = await signedIn({ url }, 'Wren Halloway');
  const saved = await postChange({ url }, await songId(), countInChange(5), cookies);
  expect(saved.status).toBe(200);
  expect(await status()).toBe(200);
  child.kill('SIGTERM');
  expect(await ended).toBe(0);
});
