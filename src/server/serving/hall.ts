import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import { renderUnicodeCompact } from 'uqr';
import { reachOf } from '../settings';
import { CannotStart } from './cannotStart';

/**
 * Serving on a hall's own network, where there is no internet and no name: by address, with certificates
 * of its own. Devices trust its authority once; it can vouch for nothing but addresses of such networks.
 */

/** Addresses of networks that are not the internet (RFC 1918, RFC 3927), and this machine's own. */
const NETWORKS = [
  ['10.0.0.0', '255.0.0.0'],
  ['172.16.0.0', '255.240.0.0'],
  ['192.168.0.0', '255.255.0.0'],
  ['169.254.0.0', '255.255.0.0'],
  ['127.0.0.0', '255.0.0.0'],
] as const;

const AUTHORITY_DAYS = 3650;
/** Browsers refuse certificates that are good for longer; one is made at each start. */
const SERVER_DAYS = 397;

/** The address by which others in the same network reach this machine. @throws CannotStart in none */
export const addressInNetwork = (interfaces = networkInterfaces()): string => {
  const found = Object.values(interfaces)
    .flatMap((those) => those ?? [])
    .find(
      ({ family, internal, address }) =>
        family === 'IPv4' && !internal && reachOf(address) === 'network',
    );
  if (!found)
    throw new CannotStart(
      'This machine is in no network of its own yet. Join the hall’s, or say EBRANT_ADDRESS.',
    );
  return found.address;
};

export type Certificates = {
  /** Paths of the files. */
  readonly key: string;
  readonly certificate: string;
  readonly authority: string;
};

/**
 * Makes a certificate for an address, and the authority behind it where there is none yet.
 *
 * @param folder for keys; it is made, for its owner alone
 * @throws CannotStart without openssl, or where nothing can be written
 */
export const certificatesFor = (address: string, folder: string): Certificates => {
  const at = (name: string) => path.join(folder, name);
  const openssl = (...options: string[]) =>
    execFileSync('openssl', options, { stdio: ['ignore', 'ignore', 'pipe'] });
  const newKey = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes'];
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    if (!existsSync(at('authority.crt'))) {
      writeFileSync(at('authority.cnf'), AUTHORITY);
      const days = `${AUTHORITY_DAYS}`;
      openssl(
        'req',
        '-x509',
        ...newKey,
        '-days',
        days,
        '-config',
        at('authority.cnf'),
        '-keyout',
        at('authority.key'),
        '-out',
        at('authority.crt'),
      );
    }
    writeFileSync(at('server.cnf'), `subjectAltName=IP:${address}\n${SERVER}`);
    openssl(
      'req',
      '-new',
      ...newKey,
      '-subj',
      // No name of a host: it would have to be one that the authority may vouch for.
      '/CN=Ebrant on this machine',
      '-keyout',
      at('server.key'),
      '-out',
      at('server.csr'),
    );
    openssl(
      'x509',
      '-req',
      '-in',
      at('server.csr'),
      '-CA',
      at('authority.crt'),
      '-CAkey',
      at('authority.key'),
      '-CAcreateserial',
      '-days',
      `${SERVER_DAYS}`,
      '-extfile',
      at('server.cnf'),
      '-out',
      at('server.crt'),
    );
  } catch (error) {
    const { code, stderr } = error as { code?: string; stderr?: Buffer };
    if (code === 'ENOENT')
      throw new CannotStart(
        'A certificate is made by openssl, which is not installed. Or say --plain.',
      );
    throw new CannotStart(
      `No certificate could be made in ${folder}: ${code ?? stderr ?? 'openssl failed'}`,
    );
  }
  return { key: at('server.key'), certificate: at('server.crt'), authority: at('authority.crt') };
};

const AUTHORITY = `
[req]
distinguished_name = name
x509_extensions = authority
prompt = no
[name]
CN = Ebrant in this hall
[authority]
basicConstraints = critical, CA:TRUE, pathlen:0
keyUsage = critical, keyCertSign, cRLSign
subjectKeyIdentifier = hash
nameConstraints = critical, ${NETWORKS.map(([from, mask]) => `permitted;IP:${from}/${mask}`).join(', ')}, permitted;DNS:local
`;

const SERVER = `basicConstraints=critical,CA:FALSE
keyUsage=critical,digitalSignature
extendedKeyUsage=serverAuth
`;

/** What browsers keep from pages without TLS, in a drummer's words. */
const WITHOUT_TLS = [
  'taking a set along for where there is no network',
  'keeping the screen awake on stage',
  'strokes and recordings by the microphone, and kits by MIDI',
];

/** What is printed for whoever set up the machine, with codes for the phones of the others. */
export const hallNotice = (address: string, guide: string | undefined): string =>
  [
    `Ebrant serves this hall at ${address}`,
    renderUnicodeCompact(address),
    ...(guide
      ? [
          `A device that comes for the first time is told how to trust it at ${guide}`,
          renderUnicodeCompact(guide),
        ]
      : [
          'Without TLS what is typed can be read by others in this network, and these are missing:',
          ...WITHOUT_TLS.map((one) => `  - ${one}`),
        ]),
    // Web Authentication, level 2, 5.1.2: a passkey belongs to a domain, and an address is none.
    'Sign in by passphrase: passkeys need the name of a site, and here there is an address alone.',
  ].join('\n');

/** A page without TLS that says how a device is made to trust the authority, and hands it out. */
export const serveGuide = (port: number, address: string, authority: string): void => {
  const certificate = readFileSync(authority);
  createServer((request, response) => {
    if (request.url === '/authority.crt')
      return response
        .writeHead(200, {
          'Content-Type': 'application/x-x509-ca-cert',
          'Content-Disposition': 'attachment; filename="ebrant-in-this-hall.crt"',
        })
        .end(certificate);
    if (request.url !== '/') return response.writeHead(404).end();
    return response
      .writeHead(200, {
        'Content-Type': 'text/html; charset=utf-8',
        'Content-Security-Policy': `default-src 'none'; style-src 'unsafe-inline'`,
      })
      .end(guidePage(address));
  })
    .on('error', (error: NodeJS.ErrnoException) => {
      console.error(`The page for new devices cannot be served on port ${port} (${error.code}).`);
      process.exit(1);
    })
    .listen(port, '0.0.0.0');
};

const guidePage = (address: string): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Ebrant in this hall</title>
<style>body{font:18px/1.5 sans-serif;max-width:34em;margin:2em auto;padding:0 1em}a{font-weight:bold}</style>
<h1>Ebrant in this hall</h1>
<p>There is no internet here, so this machine vouches for itself. Do this once on each device:</p>
<ol>
  <li><a href="/authority.crt">Take the certificate</a>.</li>
  <li>Open it. A phone offers to install it, or wants it to be installed from its settings: look there for
      “certificate”. A computer takes it in the browser’s settings, under certificates, as an authority.</li>
  <li>Some phones ask once more, in their settings under certificate trust, whether it is trusted. Say yes.</li>
  <li>Open <a href="${address}">${address}</a>.</li>
</ol>
<p>It can vouch for addresses of local networks only, never for a site on the internet. Take it out of the
   device’s settings when you need it no longer.</p>
<p>Without it the browser warns; who goes on all the same cannot take a set along for where there is no network.</p>
</html>
`;
