import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { connect } from 'node:net';
import pg from 'pg';
import { DEMO_PASSPHRASE } from '../demo/people';
import { emptyDatabase, openTestDatabase, type TestDatabase } from '../testing/database';
import {
  type Environment,
  ending,
  freePort,
  pause,
  posted,
  run,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/** bin/serve as whoever runs a server calls it: real processes on a database of this file's own. */

/** Bytes sent as they are, and all that comes back until the server closes. */
const raw = async ({ url }: Started, bytes: string): Promise<string> => {
  const socket = connect(Number(new URL(url).port), '127.0.0.1');
  let heard = '';
  socket.on('data', (chunk) => {
    heard += chunk;
  });
  socket.on('error', () => undefined);
  socket.write(bytes);
  await new Promise((resolve) => socket.once('close', resolve));
  return heard;
};

let db: TestDatabase;
let app = '';
beforeAll(async () => {
  db = await openTestDatabase('serving');
  app = db.url;
});
afterAll(async () => {
  await stopAll();
  await db.close();
});

describe('a start', () => {
  let empty: Awaited<ReturnType<typeof emptyDatabase>>;
  beforeAll(async () => {
    empty = await emptyDatabase('serving_empty');
  });
  const onEmpty = () => ({ DATABASE_URL: empty.app, DATABASE_OWNER_URL: empty.owner });
  const asOwner = async <T>(sql: string): Promise<T[]> => {
    const client = new pg.Client({ connectionString: empty.owner });
    await client.connect();
    const { rows } = await client.query(sql);
    await client.end();
    return rows;
  };

  test('without the owner it is said what the database lacks', async () => {
    expect(await ending({ DATABASE_URL: empty.app })).toEqual({
      code: 1,
      said: expect.stringMatching(/at 0 and has to be brought to \d+: set DATABASE_OWNER_URL/),
    });
  });

  test('what cannot be is said in a sentence, and nothing is left running', async () => {
    const said = async (environment: Environment, ...options: string[]) =>
      (await ending(environment, ...options)).said.trim();
    expect(await said({})).toBe('The settings are not taken:\n  DATABASE_URL: It has to be set.');
    expect(await said({ DATABASE_URL: app, EBRANT_PROT: '1' })).toMatch(/Is EBRANT_PORT meant\?/);
    expect(await said({}, '--settings', '/nowhere/ebrant.env')).toBe(
      '/nowhere/ebrant.env: There is no such file.',
    );
    expect(await said({}, '--quickly')).toMatch(/^Unknown option '--quickly'/);
    const elsewhere = (change: (url: URL) => void) => {
      const url = new URL(app);
      change(url);
      return url.href;
    };
    const wrongPort = await freePort();
    expect(await said({ DATABASE_URL: elsewhere((url) => (url.port = `${wrongPort}`)) })).toBe(
      'The database does not answer (ECONNREFUSED).',
    );
    expect(
      await said({ DATABASE_URL: elsewhere((url) => (url.password = 'not-this-password')) }),
    ).toBe('The database refuses the role or its password.');
    expect(await said({ DATABASE_URL: elsewhere((url) => (url.pathname = '/nothing')) })).toBe(
      'There is no database of that name.',
    );
  });

  test('cut off at any moment, the database is as before or as after; the next start goes on', async () => {
    // Each is killed a little later than the one before, until one is through.
    for (let after = 300; ; after *= 1.5) {
      const { child, ended, said } = run(['--invite'], onEmpty());
      await Promise.race([pause(after), ended]);
      child.kill('SIGKILL');
      await ended;
      const [table] = await asOwner<{ there: boolean }>(
        `SELECT to_regclass('schemaversion') IS NOT NULL AS there`,
      );
      const [whole] = await asOwner<{ there: boolean }>(
        `SELECT to_regclass('note') IS NOT NULL AS there`,
      );
      expect(table).toEqual(whole);
      if (/#/.test(said())) break;
    }
  });

  test('ten at once on an empty database: one brings it up, all go on', async () => {
    empty = await emptyDatabase('serving_empty');
    const ends = await Promise.all(Array.from({ length: 10 }, () => ending(onEmpty(), '--invite')));
    expect(ends).toEqual(
      ends.map(() => ({ code: 0, said: expect.stringMatching(/\/join#[\w-]{43}\n$/) })),
    );
    expect(new Set(ends.map(({ said }) => said)).size).toBe(10);
    const [{ versions, newest } = { versions: 0, newest: 1 }] = await asOwner<{
      versions: number;
      newest: number;
    }>('SELECT count(*)::integer AS versions, max(version)::integer AS newest FROM schemaversion');
    // Each migration once, and the row for the state before any.
    expect(versions).toBe(newest + 1);
  });

  test('an older application refuses a newer database', async () => {
    await asOwner(`INSERT INTO schemaversion (version, name) VALUES (999, 'of tomorrow')`);
    for (const environment of [onEmpty(), { DATABASE_URL: empty.app }])
      expect(await ending(environment)).toEqual({
        code: 1,
        said: expect.stringMatching(
          /^The database is at 999, and this version of Ebrant knows \d+/,
        ),
      });
    await asOwner('DELETE FROM schemaversion WHERE version = 999');
  });

  test('the first start prints a link for one account, which founds a band; then no more', async () => {
    const server = await start(onEmpty());
    const [, token = ''] =
      /Nobody has an account yet.*\n {2}\S+\/join#([\w-]{43})\n/.exec(server.said()) ?? [];
    const make = (name: string, invitation?: string) =>
      posted(`${server.url}/api/account`, {
        name,
        passphrase: 'four brass herons sleep',
        invitation,
      });
    expect((await make('Hesper Vane')).status).toBe(403);
    expect((await make('Hesper Vane', `${token.slice(0, -1)}_`)).status).toBe(404);
    expect(
      await (await posted(`${server.url}/api/invitations`, { invitation: token })).json(),
    ).toEqual({
      toServer: true,
    });
    // Two at once: it is good for one.
    const both = await Promise.all([make('Hesper Vane', token), make('Corin Ash', token)]);
    expect(both.map(({ status }) => status).sort()).toEqual([204, 404]);
    const made = both.find(({ status }) => status === 204);
    const cookie = made?.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const founded = await posted(`${server.url}/api/bands`, { name: 'The Eel Weir' }, { cookie });
    expect(founded.status).toBe(201);
    expect(await server.stop()).toBe(0);
    const again = await start(onEmpty());
    expect(again.said()).not.toMatch(/join#/);
    await again.stop();
  });
});

describe('a server', () => {
  let server: Started;
  let began: Date;
  beforeAll(async () => {
    began = new Date();
    server = await start({
      DATABASE_URL: app,
      EBRANT_PROCESSES: '2',
      EBRANT_TRUSTED_PROXIES: '127.0.0.2',
    });
  });

  test('is alive, and ready as long as its database answers', async () => {
    const told = async (what: string) => (await fetch(`${server.url}/api/${what}`)).json();
    expect(await told('health')).toEqual({ application: 'up' });
    expect(await told('ready')).toEqual({ database: 'up', migrated: true, listening: true });
  });

  test('each answer has an id; the log says it with route, status and time, and nothing that was typed', async () => {
    const before = server.said().length;
    const cookies = await signedIn(server, 'Wren Halloway');
    const answers = [
      await fetch(`${server.url}/api/bands/saltreach-nine/find?words=lantern`, {
        headers: cookies,
      }),
      await fetch(`${server.url}/api/calendar/${'s'.repeat(43)}.ics`),
      await fetch(`${server.url}/saltreach-nine/sets`, {
        headers: { ...cookies, 'X-Request-Id': 'of-a-stranger' },
      }),
      await posted(`${server.url}/api/session`, { name: 'Perpetua', passphrase: 'a wrong one' }),
      await fetch(`${server.url}/api/account`, {
        method: 'POST',
        body: 'not json: herons',
        headers: { 'Content-Type': 'application/json' },
      }),
    ];
    await Promise.all(answers.map((answer) => answer.text()));
    await pause(200);
    const log = server.said().slice(before);
    const lines = log
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    for (const answer of answers) {
      const id = answer.headers.get('x-request-id');
      expect(id).toMatch(/^[0-9a-f-]{36}$/);
      expect(lines).toContainEqual(
        expect.objectContaining({ request: id, status: answer.status, ms: expect.any(Number) }),
      );
    }
    expect(lines.map(({ route }) => route)).toEqual(
      expect.arrayContaining([
        '/api/session',
        '/api/bands/[band]/find',
        '/[band]/sets',
        '/api/account',
      ]),
    );
    expect(log).not.toMatch(
      /lantern|Wren|Perpetua|wrong one|herons|saltreach|sss|ebrant_session|tidal/i,
    );
  });

  test('figures are those of all its processes, by route and never by address', async () => {
    const saved = async () => {
      const text = await (await fetch(server.metrics)).text();
      return Number(/^ebrant_saves_total (\d+)$/m.exec(text)?.[1]);
    };
    const cookies = await signedIn(server, 'Odile Marsh');
    const song = await db.value<string>(
      `SELECT document.id FROM document JOIN band ON band.id = document.band
       WHERE slug = 'saltreach-nine' AND kind = 'road-map' ORDER BY document.id LIMIT 1`,
    );
    const before = await saved();
    // Connections of their own, so that both processes get some.
    const save = (index: number) =>
      posted(
        `${server.url}/api/documents/${song}/changes`,
        {
          base: 0,
          changes: [
            {
              id: crypto.randomUUID(),
              operations: [{ type: 'set', in: 'start', fields: { countIn: index } }],
            },
          ],
        },
        { ...cookies, connection: 'close' },
      );
    const answers = await Promise.all(Array.from({ length: 12 }, (_, index) => save(index)));
    const taken = answers.filter(({ status }) => status === 200).length;
    expect((await saved()) - before).toBe(taken);
    const text = await (await fetch(server.metrics)).text();
    expect(text).toMatch(
      /ebrant_http_request_duration_seconds_count\{route="\/api\/documents\/\[id\]\/changes",method="POST",status="\d+"\} \d+/,
    );
    expect(text).not.toContain(song);
    expect(text).toMatch(/^nodejs_eventloop_lag_p99_seconds /m);
    for (const gauge of [
      'database_connections_in_use',
      'database_waiting',
      'streams',
      'files_being_made',
      'files_waiting',
    ])
      expect(text).toMatch(new RegExp(`^ebrant_${gauge} 0$`, 'm'));
    expect((await fetch(server.metrics.replace('/metrics', '/'))).status).toBe(404);
  });

  test('the alerts that ship are ones that Prometheus understands, and of figures that there are', async () => {
    expect(spawnSync('promtool', ['check', 'rules', 'deploy/alerts.yml']).status).toBe(0);
    const tested = spawnSync('promtool', ['test', 'rules', 'deploy/alerts.test.yml'], {
      encoding: 'utf8',
    });
    expect([tested.status, tested.stdout]).toEqual([0, expect.stringContaining('SUCCESS')]);
    await fetch(`${server.url}/api/health`);
    const figures = await (await fetch(server.metrics)).text();
    const named =
      readFileSync('deploy/alerts.yml', 'utf8').match(/\b(ebrant|nodejs)_[a-z0-9_]+/g) ?? [];
    expect(named.length).toBeGreaterThan(5);
    for (const name of named) expect(figures).toMatch(new RegExp(`^${name}[ {]`, 'm'));
    // The application renders the route of saves as the alert names it.
    expect(readFileSync('deploy/alerts.yml', 'utf8')).toContain(
      'route="/api/documents/[id]/changes"',
    );
  });

  test('what is no honest request is refused before anything reads it', async () => {
    const line =
      'POST /api/session HTTP/1.1\r\nHost: x\r\nConnection: close\r\nContent-Type: application/json\r\n';
    // RFC 9112, 6.3: both lengths at once is how requests are smuggled.
    expect(
      await raw(server, `${line}Content-Length: 4\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`),
    ).toMatch(/^HTTP\/1.1 400/);
    expect(await raw(server, `${line}Content-Length: 4\r\nContent-Length: 5\r\n\r\nabcde`)).toMatch(
      /^HTTP\/1.1 400/,
    );
    expect(
      await raw(server, `${line}Transfer-Encoding: chunked, identity\r\n\r\n0\r\n\r\n`),
    ).toMatch(/^HTTP\/1.1 400/);
    // RFC 6585, 5.
    expect(
      await raw(server, `GET / HTTP/1.1\r\nHost: x\r\nX: ${'x'.repeat(65_536)}\r\n\r\n`),
    ).toMatch(/^HTTP\/1.1 431/);
  });

  test('who sends a head a letter at a time is not waited for; others are served meanwhile', async () => {
    const slow = Array.from({ length: 200 }, () =>
      raw(server, 'GET / HTTP/1.1\r\nHost: x\r\nX-Slow: '),
    );
    expect((await fetch(`${server.url}/api/ready`)).status).toBe(200);
    for (const heard of await Promise.all(slow)) expect(heard).toMatch(/^HTTP\/1.1 408/);
  });

  test('nothing is written into its folder, which may be read-only', async () => {
    const cookies = await signedIn(server, 'Wren Halloway');
    for (const path of ['/', '/saltreach-nine/sets', '/saltreach-nine/songs', '/account'])
      expect((await fetch(`${server.url}${path}`, { headers: cookies })).status).toBe(200);
    const newer = spawnSync('find', ['.next', 'src', 'db', '-newermt', began.toISOString()]);
    expect(`${newer.stdout}${newer.stderr}`).toBe('');
  });

  test('a process that is killed is started again', async () => {
    const before = new Set(processesOf(server));
    const [one] = before;
    process.kill(one ?? Number.NaN, 'SIGKILL');
    while (processesOf(server).filter((id) => !before.has(id)).length === 0) await pause(100);
    expect((await fetch(`${server.url}/api/ready`)).status).toBe(200);
  });

  test('told to stop it finishes what runs and ends its streams', async () => {
    const cookies = await signedIn(server, 'Tam Breck');
    const stream = await fetch(`${server.url}/api/bands/saltreach-nine/news`, { headers: cookies });
    const heard = stream.text().then(
      () => 'ended',
      () => 'ended',
    );
    // Hashing a passphrase takes longer than it takes to be told.
    const under = posted(`${server.url}/api/session`, {
      name: 'Ives Corran',
      passphrase: DEMO_PASSPHRASE,
    });
    await pause(30);
    const began = Date.now();
    expect(await server.stop()).toBe(0);
    expect(Date.now() - began).toBeLessThan(8000);
    expect((await under).status).toBe(204);
    expect(await heard).toBe('ended');
  });

  test('a port that is taken is said, and it ends', async () => {
    const other = createServer().listen(0, '127.0.0.1');
    await once(other, 'listening');
    const { port } = other.address() as { port: number };
    const { code, said } = await ending({ DATABASE_URL: app, EBRANT_PORT: `${port}` });
    other.close();
    expect([code, said]).toEqual([1, expect.stringContaining(`Port ${port} cannot be served on.`)]);
  });
});

/** The ids of the processes that serve. */
const processesOf = ({ process: { pid } }: Started): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').map(Number);
