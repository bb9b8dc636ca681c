import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** A folder of its own, with the script in it, so that no other database is touched. */
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-database-'));
  cpSync('bin/database', path.join(folder, 'bin/database'), { recursive: true });
});
afterAll(() => {
  database('remove', 'keep');
  rmSync(folder, { recursive: true });
});

const database = (command: string, name: string) => {
  const { status, stdout, stderr } = spawnSync('bin/database', [command, name], {
    cwd: folder,
    encoding: 'utf8',
  });
  return { status, said: stdout + stderr };
};

const ask = (name: string, sql: string): string => {
  const [, url = ''] = /DATABASE_URL='([^']+)'/.exec(database('env', name).said) ?? [];
  return execFileSync('psql', ['-tAc', sql, url], { encoding: 'utf8' }).trim();
};

const state = (file: string) => path.join(folder, '.data/keep', file);

test('a database is started once in a folder, and the owner of its tables is no superuser', () => {
  expect(database('start', 'keep').status).toBe(0);
  expect(
    ask('keep', `SELECT rolsuper OR rolbypassrls FROM pg_roles WHERE rolname = 'ebrant_owner'`),
  ).toBe('f');
  const again = database('start', 'keep');
  expect([again.status, again.said]).toEqual([3, expect.stringContaining('running already')]);
  expect(ask('keep', 'SELECT 1')).toBe('1');
});

test('a lost port file loses no data', () => {
  ask('keep', 'SELECT 1');
  const owner = /OWNER_URL='([^']+)'/.exec(database('env', 'keep').said)?.[1] ?? '';
  execFileSync('psql', ['-qc', 'CREATE TABLE song AS SELECT 1 AS bars', owner]);
  execFileSync('psql', ['-qc', 'GRANT SELECT ON song TO ebrant_app', owner]);
  database('stop', 'keep');
  rmSync(state('port'));
  expect(database('start', 'keep').status).toBe(0);
  expect(ask('keep', 'SELECT bars FROM song')).toBe('1');
});

test('where something is missing, it is said with what to do, and nothing is removed', () => {
  database('stop', 'keep');
  const secret = readFileSync(state('ebrant_app.secret'));
  rmSync(state('ebrant_app.secret'));
  const { status, said } = database('start', 'keep');
  expect([status, said]).toEqual([1, expect.stringMatching(/is missing[\s\S]*was not touched/)]);
  const [, data = ''] = /Its data is in (\S+) and/.exec(said) ?? [];
  expect(data).not.toBe('');
  execFileSync('sh', [
    '-c',
    `printf %s "$0" > "$1"`,
    secret.toString(),
    state('ebrant_app.secret'),
  ]);
  expect(database('start', 'keep').status).toBe(0);
  expect(ask('keep', 'SELECT bars FROM song')).toBe('1');
});

test('damaged data is said in a sentence and never removed', () => {
  database('stop', 'keep');
  const [data] = dataFolders();
  const control = path.join(data ?? '', 'global/pg_control');
  execFileSync('mv', [control, `${control}.away`]);
  const refused = database('start', 'keep');
  expect(refused.status).toBe(1);
  expect(refused.said).toMatch(/cannot be started[\s\S]*bin\/database remove keep/);
  expect(existsSync(`${control}.away`)).toBe(true);
  execFileSync('mv', [`${control}.away`, control]);
  expect(database('start', 'keep').status).toBe(0);
  expect(ask('keep', 'SELECT bars FROM song')).toBe('1');
});

/** Where the script says that it keeps the data. */
const dataFolders = (): string[] => {
  const port = readFileSync(state('port'), 'utf8').trim();
  const lines = execFileSync(
    'sh',
    ['-c', 'ls -d /var/lib/postgresql/ebrant-* "$0" 2>/dev/null || true', state('postgres')],
    {
      encoding: 'utf8',
    },
  );
  return lines.split('\n').filter((one) => {
    if (!one) return false;
    const options = path.join(one, 'postmaster.opts');
    return existsSync(options) && readFileSync(options, 'utf8').includes(`port=${port}`);
  });
};
