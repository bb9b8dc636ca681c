import { execFile, execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { parseDocument, replay } from '@/core/base/document';
import { roadMapKind } from '@/core/song/roadmap';
import { UPKEEP } from '../database/upkeep';
import { saveChanges } from '../documents';
import { emptyDatabase, openTestDatabase, type TestDatabase } from '../testing/database';
import { hashOf } from '../testing/hash';

let db: TestDatabase;
let owner: string;
let folder: string;
beforeAll(async () => {
  db = await openTestDatabase('backup_from');
  owner = db.ownerUrl;
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-backup-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await db.close();
});

type Ended = { readonly code: number; readonly said: string };

const run = async (program: string, url: string, ...options: string[]): Promise<Ended> => {
  try {
    const { stdout, stderr } = await promisify(execFile)(program, options, {
      env: { ...process.env, DATABASE_OWNER_URL: url },
    });
    return { code: 0, said: stdout + stderr };
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string };
    return { code, said: stdout + stderr };
  }
};

const backedUp = async (): Promise<string> => {
  const { code, said } = await run('bin/backup', owner, folder);
  expect([code, said]).toEqual([0, expect.stringMatching(/\.dump\n$/)]);
  return said.trim();
};

const rowsOf = async <T>(url: string, sql: string): Promise<T[]> => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(UPKEEP);
  const { rows } = await client.query(sql);
  await client.end();
  return rows;
};

const TABLES = `SELECT relname AS name FROM pg_class JOIN pg_namespace ON pg_namespace.oid = relnamespace
                WHERE nspname = 'public' AND relkind = 'r' ORDER BY relname`;

/** How many rows each table has, and a hash of all that stands in them. */
const contents = async (url: string) => {
  const names = await rowsOf<{ name: string }>(url, TABLES);
  const one = ({ name }: { name: string }) =>
    `SELECT '${name}' AS name, count(*)::integer AS rows, md5(string_agg(line, E'\\n' ORDER BY line)) AS hash
     FROM (SELECT "${name}"::text AS line FROM "${name}") AS lines`;
  return rowsOf<{ name: string; rows: number }>(url, names.map(one).join(' UNION ALL '));
};

type Stored = { id: string; revision: number; body: unknown };
const ROAD_MAPS = `SELECT id, revision, body FROM document WHERE kind = 'road-map' ORDER BY id`;

test('a back-up of a database that is at rest comes back row by row, with what may be done with it', async () => {
  const file = await backedUp();
  const { owner: into, app } = await emptyDatabase('backup_into');
  const { code, said } = await run('bin/restore', into, file);
  expect(said).toMatch(
    /^Restored: \d+ members, 2 bands, \d+ documents, \d+ changes, the last of .* UTC\.\n$/,
  );
  expect(code).toBe(0);
  const restored = await contents(into);
  expect(restored).toEqual(await contents(owner));
  expect(restored.filter(({ rows }) => rows > 0).length).toBeGreaterThan(8);
  // Row security came along: the application sees nothing without saying for whom.
  expect(await rowsOf(app, 'SELECT FROM document')).toEqual([]);
  const policies =
    'SELECT tablename, policyname, roles, cmd, qual, with_check FROM pg_policies ORDER BY 1, 2';
  expect(await rowsOf(into, policies)).toEqual(await rowsOf(owner, policies));
  const forced = `SELECT relname, relrowsecurity, relforcerowsecurity FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' ORDER BY 1`;
  expect(await rowsOf(into, forced)).toEqual(await rowsOf(owner, forced));
});

test('a back-up made under load is of one moment: every document is what its log says', async () => {
  const before = new Map((await rowsOf<Stored>(owner, ROAD_MAPS)).map((one) => [one.id, one]));
  const author = await db.member('Wren Halloway');
  const ours = await db
    .as('Wren Halloway', async (q) => q.run('SELECT 1'))
    .then(() =>
      rowsOf<{ id: string }>(
        owner,
        `SELECT document.id FROM document JOIN band ON band.id = document.band
       WHERE slug = 'saltreach-nine' AND kind = 'road-map' ORDER BY document.id LIMIT 4`,
      ),
    );
  let over = false;
  const write = async ({ id }: { id: string }) => {
    for (let count = 0; !over; count++)
      await db.as('Wren Halloway', (q) =>
        saveChanges(q, author, id, 0, [
          {
            id: randomUUID(),
            operations: [{ type: 'set', in: 'start', fields: { countIn: count % 60 } }],
          },
        ]),
      );
  };
  const changes = () => db.value<number>('SELECT count(*)::integer FROM change');
  const enough = (await changes()) + 20;
  const writing = ours.map(write);
  // Some of it is there before the back-up begins, and more comes while it is made.
  while ((await changes()) < enough) await new Promise((resolve) => setTimeout(resolve, 20));
  const file = await backedUp();
  over = true;
  await Promise.all(writing);
  const { owner: into } = await emptyDatabase('backup_into');
  expect((await run('bin/restore', into, file)).code).toBe(0);
  const logged = await rowsOf<{
    document: string;
    id: string;
    revision: number;
    operations: never;
  }>(into, 'SELECT document, id, revision, operations FROM change ORDER BY document, revision');
  const restored = await rowsOf<Stored>(into, ROAD_MAPS);
  let replayed = 0;
  for (const { id, revision, body } of restored) {
    const start = before.get(id);
    const parsed = parseDocument(roadMapKind, start?.body);
    if (!start || !parsed.ok) throw new Error(`No document ${id} from before.`);
    const since = logged.filter((one) => one.document === id && one.revision > start.revision);
    expect(since.map((one) => one.revision)).toEqual(
      Array.from({ length: revision - start.revision }, (_, index) => start.revision + 1 + index),
    );
    const after = replay(roadMapKind, parsed.value, since);
    expect([id, after.ok && hashOf(after.value)]).toEqual([id, hashOf(body)]);
    replayed += since.length;
  }
  expect(replayed).toBeGreaterThan(0);
});

test('nothing is restored over something; beside it, it is', async () => {
  const file = await backedUp();
  await emptyDatabase('backup_beside');
  expect(await run('bin/restore', owner, file)).toEqual({
    code: 1,
    said: expect.stringMatching(/^This database holds something already\. .*--into/s),
  });
  expect(await run('bin/restore', owner, file, '--into', 'backup_beside')).toMatchObject({
    code: 0,
  });
  expect(await run('bin/restore', owner, file, '--into', 'nowhere_at_all')).toEqual({
    code: 1,
    said: expect.stringContaining('there is none of that name.'),
  });
  expect(await run('bin/restore', owner, file, '--into', 'x; DROP TABLE member')).toMatchObject({
    code: 1,
  });
});

test('of two restores at once one is done, and the other changes nothing', async () => {
  const file = await backedUp();
  const { owner: into } = await emptyDatabase('backup_into');
  const both = await Promise.all([1, 2].map(() => run('bin/restore', into, file)));
  expect(both.map(({ code }) => code).sort()).toEqual([0, 1]);
  expect(await contents(into)).toEqual(await contents(owner));
});

test('a damaged back-up is refused, with and without its sum, and the database stays empty', async () => {
  const file = await backedUp();
  const { owner: into } = await emptyDatabase('backup_into');
  const bad = path.join(folder, 'damaged.dump');
  const bytes = readFileSync(file);
  copyFileSync(`${file}.sha256`, `${bad}.sha256`);
  writeFileSync(bad, bytes.fill(0, bytes.length - 4096, bytes.length - 4000));
  expect(await run('bin/restore', into, bad)).toEqual({
    code: 1,
    said: 'This back-up is damaged: it is not what was written. Take another one.\n',
  });
  rmSync(`${bad}.sha256`);
  truncateSync(bad, bytes.length >> 1);
  expect(await run('bin/restore', into, bad)).toEqual({
    code: 1,
    said: expect.stringMatching(/Nothing was restored: the database is as it was\.\n$/),
  });
  expect(await rowsOf(into, TABLES)).toEqual([]);
  rmSync(bad);
});

test('old ones go by age, never the three newest, and only once a new one is whole', async () => {
  const aged = (name: string, days: number) => {
    writeFileSync(path.join(folder, name), 'x');
    const then = Date.now() / 1000 - days * 86_400;
    utimesSync(path.join(folder, name), then, then);
  };
  const dumps = () =>
    readdirSync(folder)
      .filter((name) => name.endsWith('.dump'))
      .sort();
  for (const name of readdirSync(folder)) rmSync(path.join(folder, name));
  const [old, older, oldest] = ['20260105', '20260104', '20260103'].map(
    (day) => `ebrant-${day}T000000Z.dump`,
  );
  aged(old!, 40);
  aged(older!, 41);
  aged(oldest!, 42);
  aged('songs-of-ours.dump', 900);
  // The database is away: what is there stays.
  const away = Object.assign(new URL(owner), { port: '1' }).href;
  expect(await run('bin/backup', away, folder)).toEqual({
    code: 1,
    said: expect.stringContaining('No back-up was written; those of before are still there.'),
  });
  expect(dumps()).toHaveLength(4);
  const newest = path.basename(await backedUp());
  expect(dumps()).toEqual([older, old, newest, 'songs-of-ours.dump']);
  expect((await run('bin/backup', owner, folder, '--keep', '45')).code).toBe(0);
  expect(dumps()).toHaveLength(5);
});

test('a disk that is full: said, nothing half-written left, those of before untouched', async () => {
  // 64 kB are too few for a back-up.
  const limited = `ulimit -f 64; exec bin/backup "$1"`;
  const before = readdirSync(folder).sort();
  const ended = await promisify(execFile)('bash', ['-c', limited, 'bash', folder], {
    env: { ...process.env, DATABASE_OWNER_URL: owner },
  }).catch((error) => error as { code: number; stderr: string });
  expect(ended).toMatchObject({
    code: 1,
    stderr: expect.stringContaining('those of before are still there'),
  });
  expect(readdirSync(folder).sort()).toEqual(before);
});

test.each([
  [[], 'bin/backup FOLDER'],
  [['--keep', '0', '.'], '--keep is a number of days'],
  [['--keep', '1; rm', '.'], '--keep is a number of days'],
  [['/nowhere/at/all'], 'There is no folder /nowhere/at/all.'],
])('bin/backup %j says what it wants', async (options, said) => {
  expect(await run('bin/backup', owner, ...options)).toEqual({
    code: 1,
    said: expect.stringContaining(said),
  });
});

test('the back-up is for its owner alone, and a settings file says where the database is', async () => {
  const settings = path.join(folder, 'ebrant.env');
  writeFileSync(settings, `# ours\nDATABASE_OWNER_URL='${owner}'\n`);
  const { said } = await run('bin/backup', '', folder, '--settings', settings);
  expect(execFileSync('stat', ['-c', '%a', said.trim()], { encoding: 'utf8' })).toBe('600\n');
});
