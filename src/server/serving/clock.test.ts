import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { ownPostgres } from '../testing/postgres';
import {
  countInChange,
  hearNews,
  pause,
  postChange,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/** The clock of a machine, application and database alike, is set back an hour and forward again. */

const NAME = 'clock';
const postgresql = ownPostgres(NAME);

let db: TestDatabase;
let folder: string;
let faked: Record<string, string>;
const setClock = (offset: string) => writeFileSync(path.join(folder, 'clock'), offset);
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-clock-'));
  chmodSync(folder, 0o755);
  setClock('+0');
  // Debian's faketime: what it says in a file is the time for whoever was started with it.
  const library = readdirSync('/usr/lib')
    .map((of) => `/usr/lib/${of}/faketime/libfaketime.so.1`)
    .find(existsSync);
  if (!library) throw new Error('Debian’s faketime is not installed.');
  faked = {
    LD_PRELOAD: library,
    FAKETIME_TIMESTAMP_FILE: path.join(folder, 'clock'),
    FAKETIME_NO_CACHE: '1',
    DONT_FAKE_MONOTONIC: '1',
  };
  postgresql.start(faked);
  db = await openTestDatabase(NAME);
});
afterAll(async () => {
  await stopAll();
  await db.close();
  postgresql.run('remove');
  rmSync(folder, { recursive: true, force: true });
});

test('set back and forward: sessions last, news goes on, the history has the order in which it was done', async () => {
  const server: Started = await start({ DATABASE_URL: db.url, ...faked });
  const cookies = await signedIn(server, 'Wren Halloway');
  const song = await db.arrangement('Quay Lights');
  const url = `${server.url}/api/documents/${song}`;
  const { heard, over: reading } = await hearNews(server, cookies);
  const done: string[] = [];
  const save = async (countIn: number) => {
    const change = countInChange(countIn);
    expect((await postChange(server, song, change, cookies)).status).toBe(200);
    done.push(change.id);
    while (!heard().includes(change.id)) await pause(20);
  };
  const now = () => db.value<Date>('SELECT now()');

  await save(3);
  const before = await now();
  setClock('-1h');
  expect((await now()).getTime()).toBeLessThan(before.getTime() - 3_500_000);
  await save(5);
  // Who signs in now is in, and each is let in by what they had before.
  const odile = await signedIn(server, 'Odile Marsh');
  setClock('+0');
  expect((await fetch(url, { headers: odile })).status).toBe(200);
  await save(7);
  expect((await fetch(url, { headers: cookies })).status).toBe(200);

  const history = await (await fetch(`${url}/history`, { headers: cookies })).json();
  const order = JSON.stringify(history);
  const places = done.map((id) => order.indexOf(id));
  expect(places.every((place) => place >= 0)).toBe(true);
  expect([places, [...places].reverse()]).toContainEqual([...places].sort((a, b) => a - b));
  const { body } = await (await fetch(url, { headers: cookies })).json();
  expect(body.start.countIn).toBe(7);
  expect((await fetch(`${server.url}/api/ready`)).status).toBe(200);
  await server.stop();
  await reading;
});
