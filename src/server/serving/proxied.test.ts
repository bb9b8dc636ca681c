import { type ChildProcess, execFileSync, spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import {
  chmodSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import type { IncomingMessage } from 'node:http';
import https from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import tls from 'node:tls';
import { DEMO_PASSPHRASE } from '../demo/people';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { freePort, pause, type Started, start, stopAll } from '../testing/server';

/** deploy/nginx.conf as it is shipped, but for name, ports and certificate, before two servers. */

let folder: string;
let db: TestDatabase;
let nginx: ChildProcess;
let port: number;
let agent: https.Agent;
let servers: Started[];
let environment: Record<string, string>;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'ebrant-proxied-'));
  // nginx works as a user of its own.
  chmodSync(folder, 0o755);
  db = await openTestDatabase('proxied');
  port = await freePort();
  const [key, certificate] = ['key.pem', 'certificate.pem'].map((name) => path.join(folder, name));
  execFileSync(
    'openssl',
    `req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 1 -subj /CN=localhost -addext subjectAltName=DNS:localhost -keyout ${key} -out ${certificate}`.split(
      ' ',
    ),
    { stdio: 'ignore' },
  );
  agent = new https.Agent({ keepAlive: true, ca: readFileSync(certificate!) });
  environment = {
    DATABASE_URL: db.url,
    EBRANT_TRUSTED_PROXIES: '127.0.0.1',
    EBRANT_PUBLIC_ADDRESS: `https://localhost:${port}`,
  };
  servers = await Promise.all([start(environment), start(environment)]);
  const [plain, ports] = [await freePort(), servers.map(({ url }) => new URL(url).port)];
  const site = readFileSync('deploy/nginx.conf', 'utf8')
    .replace('127.0.0.1:3000', `127.0.0.1:${ports[0]}`)
    .replace('127.0.0.1:3001', `127.0.0.1:${ports[1]}`)
    .replace('listen 80;', `listen 127.0.0.1:${plain};`)
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    .replace(/(ssl_certificate +)\S+;/, `$1${certificate};`)
    .replace(/(ssl_certificate_key +)\S+;/, `$1${key};`)
    .replaceAll('drums.example.org', 'localhost');
  writeFileSync(
    path.join(folder, 'nginx.conf'),
    `pid ${folder}/pid; error_log ${folder}/error.log; events {} http { access_log ${folder}/access.log;
     ${['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((what) => `${what}_temp_path ${folder}/${what};`).join(' ')}
     ${site} }`,
  );
  const checked = spawnSync('nginx', ['-t', '-c', path.join(folder, 'nginx.conf')], {
    encoding: 'utf8',
  });
  expect(checked.stderr).toMatch(/test is successful/);
  nginx = spawn('nginx', ['-c', path.join(folder, 'nginx.conf'), '-g', 'daemon off;'], {
    stdio: 'ignore',
  });
  while ((await ask('GET', '/api/ready').catch(() => ({ status: 0 }))).status !== 200)
    await pause(50);
});
afterAll(async () => {
  nginx.kill('SIGTERM');
  agent.destroy();
  await Promise.all([once(nginx, 'close'), stopAll()]);
  await db.close();
  rmSync(folder, { recursive: true });
});

const open = (method: string, where: string, headers: Record<string, string>, body?: unknown) =>
  new Promise<IncomingMessage>((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    https
      .request(
        `https://localhost:${port}${where}`,
        {
          method,
          agent,
          headers: { ...(text && { 'Content-Type': 'application/json' }), ...headers },
        },
        resolve,
      )
      .on('error', reject)
      .end(text);
  });

/** One request through nginx, answered in whole. */
const ask = async (
  method: string,
  where: string,
  headers: Record<string, string> = {},
  body?: unknown,
) => {
  const answer = await open(method, where, headers, body);
  let text = '';
  for await (const chunk of answer) text += chunk;
  return { status: answer.statusCode, headers: answer.headers, text };
};

const signedIn = async (name: string): Promise<Record<string, string>> => {
  const { status, headers } = await ask(
    'POST',
    '/api/session',
    {},
    { name, passphrase: DEMO_PASSPHRASE },
  );
  expect(status).toBe(204);
  return { cookie: headers['set-cookie']?.[0]?.split(';')[0] ?? '' };
};

test('behind TLS cookies are for TLS alone, the browser is told to stay with it, and the source is the caller’s', async () => {
  const { headers } = await ask(
    'POST',
    '/api/session',
    { 'X-Forwarded-For': '192.0.2.66' },
    { name: 'Tam Breck', passphrase: DEMO_PASSPHRASE },
  );
  expect(headers['set-cookie']?.every((cookie) => /; Secure$/.test(cookie))).toBe(true);
  expect((await ask('GET', '/')).headers['strict-transport-security']).toMatch(/max-age=\d{8}/);
  const id = headers['x-request-id'];
  expect(id).toMatch(/^[0-9a-f]{32}$/);
  expect(servers.map(({ said }) => said()).join('')).toContain(id);
  // Its own id of a request is what nginx hands on, whatever the caller says.
  expect(
    (await ask('GET', '/api/health', { 'X-Request-Id': 'chosen-by-me' })).headers['x-request-id'],
  ).not.toBe('chosen-by-me');
});

test('shapes of requests that would be read in two ways do not come through', async () => {
  const line = 'POST /api/session HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n';
  const answer = (bytes: string) =>
    new Promise<string>((resolve) => {
      const socket = tls.connect({
        port,
        host: '127.0.0.1',
        servername: 'localhost',
        ca: agent.options.ca as Buffer,
      });
      let heard = '';
      socket.on('data', (chunk) => {
        heard += chunk;
      });
      socket.on('error', () => undefined);
      socket.on('close', () => resolve(heard.split('\r\n', 1)[0] ?? ''));
      socket.write(bytes);
    });
  const refused = /^HTTP\/1.1 4\d\d/;
  expect(
    await answer(`${line}Content-Length: 5\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`),
  ).toMatch(refused);
  expect(await answer(`${line}Content-Length: 5\r\nContent-Length: 6\r\n\r\nabcdef`)).toMatch(
    refused,
  );
  expect(await answer(`${line}Transfer-Encoding: xchunked\r\n\r\n0\r\n\r\n`)).toMatch(
    /^HTTP\/1.1 [45]\d\d/,
  );
  expect(await answer(`${line}X: ${'x'.repeat(65_536)}\r\n\r\n`)).toMatch(refused);
});

/** A folder that is the application of tomorrow: the same, and one migration more. */
const tomorrow = (): string => {
  const root = path.join(folder, 'tomorrow');
  mkdirSync(path.join(root, 'db'), { recursive: true });
  for (const name of ['bin', '.next', 'node_modules', 'package.json', 'next.config.ts'])
    symlinkSync(path.resolve(name), path.join(root, name));
  cpSync('db/migrations', path.join(root, 'db/migrations'), { recursive: true });
  const newest = readdirSync('db/migrations').sort().at(-1) ?? '';
  const next = `${Number.parseInt(newest, 10) + 1}`.padStart(3, '0');
  writeFileSync(
    path.join(root, `db/migrations/${next}.do.tomorrow.sql`),
    'ALTER TABLE note ADD COLUMN of_tomorrow text;',
  );
  return path.join(root, 'bin/serve');
};

test('one server killed under load, and one begun anew with a new schema: nothing saved is lost, news goes on', async () => {
  const cookies = await signedIn('Wren Halloway');
  const songs = await db.value<string[]>(
    `SELECT (array_agg(document.id::text ORDER BY document.id))[1:4]
     FROM document JOIN band ON band.id = document.band
     WHERE slug = 'saltreach-nine' AND kind = 'road-map'`,
  );
  let over = false;
  const acknowledged: string[] = [];
  /** As a page saves: what is not answered is sent again, as the same change. */
  const edit = async (song: string) => {
    for (let count = 0; !over; count++) {
      const change = {
        id: randomUUID(),
        operations: [{ type: 'set', in: 'start', fields: { countIn: count % 60 } }],
      };
      for (let status: number | undefined = 0; status !== 200; ) {
        status = await ask('POST', `/api/documents/${song}/changes`, cookies, {
          base: 0,
          changes: [change],
        }).then(
          (answer) => answer.status,
          () => 0,
        );
        if (status !== 200) await pause(100);
      }
      acknowledged.push(change.id);
      await pause(20);
    }
  };
  /** As a page follows: a stream that ends is opened again. */
  const heard = new Set<string>();
  let ends = 0;
  let longestSilence = 0;
  const follow = async () => {
    let lost: number | undefined;
    while (!over) {
      try {
        const stream = await open('GET', '/api/bands/saltreach-nine/news', cookies);
        if (stream.statusCode === 200) {
          const overAtLast = setInterval(() => over && stream.destroy(), 50);
          try {
            for await (const chunk of stream) {
              if (lost !== undefined) longestSilence = Math.max(longestSilence, Date.now() - lost);
              lost = undefined;
              for (const [, id] of `${chunk}`.matchAll(/"id":"([0-9a-f-]{36})"/g))
                heard.add(id ?? '');
            }
          } finally {
            clearInterval(overAtLast);
          }
        } else stream.resume();
      } catch {
        // Opened again below.
      }
      if (over) return;
      ends++;
      lost ??= Date.now();
      await pause(100);
    }
  };
  const work = [...songs.map(edit), follow(), follow()];
  const until = async (count: number) => {
    const target = acknowledged.length + count;
    while (acknowledged.length < target) await pause(50);
  };
  const renewed = await changingServers(until).finally(() => {
    over = true;
  });
  await Promise.all(work);
  expect((await fetch(`${renewed.url}/api/ready`)).status).toBe(200);
  const saved = await db.value<string[]>('SELECT array_agg(id::text) FROM change');
  expect(acknowledged.filter((id) => !saved.includes(id))).toEqual([]);
  expect(new Set(acknowledged).size).toBe(acknowledged.length);
  expect(ends).toBeGreaterThanOrEqual(2);
  // Some of what was saved after the last start was heard: streams are alive again.
  expect(acknowledged.slice(-40).some((id) => heard.has(id))).toBe(true);
  expect(longestSilence).toBeLessThan(20_000);
});

/**
 * What happens to the servers meanwhile: the first is killed, the application of tomorrow takes its place,
 * and then the second is stopped.
 *
 * @param until waits until so many more edits were saved
 * @returns the one that is left
 */
const changingServers = async (until: (count: number) => Promise<void>): Promise<Started> => {
  await until(30);
  const [first, second] = servers;
  // Both its processes at once, as when a machine goes.
  for (const id of [...childrenOf(first!), first!.process.pid!]) process.kill(id, 'SIGKILL');
  await until(60);
  // In its place the application of tomorrow, which brings the schema further.
  const renewed = await start(
    { ...environment, DATABASE_OWNER_URL: db.ownerUrl, EBRANT_PORT: new URL(first!.url).port },
    tomorrow(),
  );
  expect(await db.value('SELECT count(of_tomorrow)::integer FROM note')).toBe(0);
  await until(60);
  // The old one lives with it, and is stopped as one does.
  expect((await fetch(`${second!.url}/api/ready`)).status).toBe(200);
  expect(await second!.stop()).toBe(0);
  await until(60);
  return renewed;
};

const childrenOf = ({ process: { pid } }: Started): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').map(Number);

test('the addresses of calendars, which are secrets, are in no log', async () => {
  await ask('GET', '/api/health');
  await ask('GET', `/api/calendar/${'s'.repeat(43)}.ics`);
  await pause(100);
  const log = readFileSync(path.join(folder, 'access.log'), 'utf8');
  expect(log).toContain('/api/health');
  expect(log).not.toContain('sss');
});
