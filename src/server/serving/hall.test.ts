import { execFileSync, spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { freePort, pause, run } from '../testing/server';
import { addressInNetwork, certificatesFor, hallNotice } from './hall';

const folder = mkdtempSync(path.join(tmpdir(), 'ebrant-hall-'));
afterAll(() => rmSync(folder, { recursive: true }));

const card = (address: string, internal = false, family: 'IPv4' | 'IPv6' = 'IPv4') =>
  [{ address, internal, family, netmask: '', mac: '', cidr: null }] as never;

test('the address is the one of the hall’s network', () => {
  expect(
    addressInNetwork({
      lo: card('127.0.0.1', true),
      tunnel: card('203.0.113.7'),
      six: card('fe80::1', false, 'IPv6'),
      wireless: card('192.168.4.20'),
    }),
  ).toBe('192.168.4.20');
  expect(() => addressInNetwork({ lo: card('127.0.0.1', true) })).toThrow(
    /in no network of its own/,
  );
});

describe('certificates', () => {
  const made = certificatesFor('192.168.4.20', path.join(folder, 'keys'));
  const of = (file: string) => new X509Certificate(readFileSync(file));
  const verify = (file: string) =>
    spawnSync('openssl', ['verify', '-CAfile', made.authority, file], { encoding: 'utf8' });

  test('are for this address, of an authority that is kept, and good for no longer than browsers take', () => {
    const [server, authority] = [of(made.certificate), of(made.authority)];
    expect(server.checkIP('192.168.4.20')).toBe('192.168.4.20');
    expect(server.verify(authority.publicKey)).toBe(true);
    expect([server.ca, authority.ca]).toEqual([false, true]);
    const days = (Date.parse(server.validTo) - Date.parse(server.validFrom)) / 86_400_000;
    // CA/Browser Forum, Baseline Requirements 6.3.2: 398 days at most.
    expect(days).toBeLessThanOrEqual(398);
    expect(verify(made.certificate).stdout).toMatch(/: OK\n$/);
    const again = certificatesFor('10.0.0.5', path.join(folder, 'keys'));
    expect(of(again.authority).fingerprint256).toBe(authority.fingerprint256);
    expect(of(again.certificate).checkIP('10.0.0.5')).toBe('10.0.0.5');
    expect(verify(again.certificate).stdout).toMatch(/: OK\n$/);
  });

  test('their keys are for their owner alone', () => {
    expect(statSync(path.join(folder, 'keys')).mode & 0o077).toBe(0);
    expect(statSync(made.key).mode & 0o077).toBe(0);
  });

  // RFC 5280, 4.2.1.10.
  test.each([['DNS:drums.example.org'], ['IP:203.0.113.7']])(
    'the authority vouches for no %s, even with its key in the wrong hands',
    (name) => {
      const at = (file: string) => path.join(folder, file);
      writeFileSync(at('other.cnf'), `subjectAltName=${name}\nextendedKeyUsage=serverAuth\n`);
      execFileSync(
        'openssl',
        [
          'req',
          '-new',
          '-newkey',
          'ec',
          '-pkeyopt',
          'ec_paramgen_curve:prime256v1',
          '-nodes',
          '-subj',
          '/CN=other',
          '-keyout',
          at('other.key'),
          '-out',
          at('other.csr'),
        ],
        { stdio: 'ignore' },
      );
      const keys = path.join(folder, 'keys');
      execFileSync(
        'openssl',
        [
          'x509',
          '-req',
          '-in',
          at('other.csr'),
          '-CA',
          made.authority,
          '-CAkey',
          path.join(keys, 'authority.key'),
          '-days',
          '9',
          '-extfile',
          at('other.cnf'),
          '-out',
          at('other.crt'),
        ],
        { stdio: 'ignore' },
      );
      expect(verify(at('other.crt')).stderr).toMatch(/permitted subtree violation/);
    },
  );

  test('a folder that cannot be written to is said', () => {
    writeFileSync(path.join(folder, 'file'), '');
    expect(() => certificatesFor('10.0.0.5', path.join(folder, 'file/keys'))).toThrow(
      /^No certificate could be made in .*file\/keys: /,
    );
  });
});

test('what is said: address and code, and without TLS what is missing then', () => {
  const said = hallNotice('https://192.168.4.20:3000', 'http://192.168.4.20:3001');
  expect(said).toMatch(/^Ebrant serves this hall at https:\/\/192\.168\.4\.20:3000\n/);
  expect(said).toMatch(/[▀▄█]{8}/);
  expect(said).not.toMatch(/missing/);
  expect(hallNotice('http://192.168.4.20:3000', undefined)).toMatch(
    /are missing:\n {2}- taking a set along/,
  );
});

describe('served', () => {
  let db: TestDatabase;
  beforeAll(async () => {
    db = await openTestDatabase('hall');
  });
  afterAll(() => db.close());

  test('a device that trusts the authority gets the application by TLS, and one that does not is told how', async () => {
    const port = await freePort();
    const keys = path.join(folder, 'served');
    const { child, ended, said } = run(['--hall', keys], {
      DATABASE_URL: db.url,
      EBRANT_ADDRESS: '127.0.0.1',
      EBRANT_PORT: `${port}`,
      EBRANT_PROCESSES: '1',
    });
    while (!/Ebrant serves this hall/.test(said())) {
      if (child.exitCode !== null) throw new Error(said());
      await pause(50);
    }
    const guide = `http://127.0.0.1:${port + 1}`;
    expect(await (await fetch(guide)).text()).toContain(`<a href="https://127.0.0.1:${port}">`);
    const handed = await fetch(`${guide}/authority.crt`);
    expect(handed.headers.get('content-type')).toBe('application/x-x509-ca-cert');
    const ca = await handed.text();
    expect((await fetch(`${guide}/authority.key`)).status).toBe(404);
    const got = (options: https.RequestOptions) =>
      new Promise<number | string>((resolve) =>
        https
          .get(`https://127.0.0.1:${port}/api/ready`, options, (answer) =>
            resolve(answer.resume().statusCode ?? 0),
          )
          .on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? '')),
      );
    expect(await got({ ca })).toBe(200);
    expect(await got({})).toBe('UNABLE_TO_VERIFY_LEAF_SIGNATURE');
    child.kill('SIGTERM');
    expect(await ended).toBe(0);
  });

  test('a certificate that ran out, or of another key, is said at the start', async () => {
    const at = (name: string) => path.join(folder, name);
    const openssl = (words: string) =>
      execFileSync('openssl', words.split(' '), { stdio: 'ignore' });
    const make = (name: string, days: string) => {
      const [key, asked, made] = ['key', 'csr', 'crt'].map((end) => at(`${name}.${end}`));
      openssl(
        `req -new -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -subj /CN=x -keyout ${key} -out ${asked}`,
      );
      openssl(`x509 -req -in ${asked} -signkey ${key} -days ${days} -out ${made}`);
    };
    make('old', '-1');
    make('new', '1');
    const said = async (key: string, certificate: string) => {
      const ended = run([], {
        DATABASE_URL: db.url,
        EBRANT_TLS_KEY: at(key),
        EBRANT_TLS_CERTIFICATE: at(certificate),
      });
      expect(await ended.ended).toBe(1);
      return ended.said();
    };
    expect(await said('old.key', 'old.crt')).toMatch(/old\.crt ran out on \w+ /);
    expect(await said('old.key', 'new.crt')).toMatch(/old\.key does not belong to the certificate/);
    expect(await said('new.key', 'none.crt')).toBe('Key and certificate cannot be read: ENOENT.\n');
  });

  test('on a hall’s network the demo is not served', async () => {
    const { ended, said } = run(['--hall', folder, '--plain'], {
      DATABASE_URL: db.url,
      EBRANT_ADDRESS: '192.168.4.20',
      EBRANT_DEMO: '1',
    });
    expect(await ended).toBe(1);
    expect(said()).toMatch(/it is served on this machine only/);
  });
});
