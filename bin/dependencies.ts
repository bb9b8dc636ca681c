import { readFileSync } from 'node:fs';
import * as z from 'zod';

/** What is used of others: for docs/dependencies.md, and for the test that watches over licences. */

/** Why each package is there that runs in what ships. */
const REASONS: Readonly<Record<string, string>> = {
  '@dnd-kit/core': 'dragging songs and sections, by mouse, touch and key',
  '@dnd-kit/sortable': 'the same, for lists',
  '@fontsource-variable/atkinson-hyperlegible-mono': 'figures that stand below each other',
  '@fontsource-variable/atkinson-hyperlegible-next': 'the font of the interface, served from here',
  '@mantine/core': 'the interface',
  '@mantine/dates': 'choosing days and times',
  '@mantine/form': 'forms and their problems',
  '@mantine/hooks': 'keys, media queries, sizes',
  '@mantine/notifications': 'what is said in passing',
  '@mantine/spotlight': 'the finder',
  '@node-rs/argon2': 'hashes of passphrases (RFC 9106)',
  '@simplewebauthn/browser': 'passkeys, in the browser',
  '@simplewebauthn/server': 'passkeys, checked here',
  '@tabler/icons-react': 'icons',
  '@touch4it/ical-timezones': 'time zones written into calendars',
  '@zxcvbn-ts/language-common': 'the list of common passphrases',
  bowser: 'which browser a session was opened in',
  'chart.js': 'charts of load and practice',
  'client-zip': 'zip files written as they are read',
  confusables: 'names that look alike',
  'csv-stringify': 'tables',
  dayjs: 'dates, for the component library',
  esbuild: 'builds the programs that run beside Next.js',
  'fast-xml-parser': 'MusicXML',
  'fastest-levenshtein': 'misspelt settings',
  fflate: 'compressed MusicXML and band files',
  'fft.js': 'spectra of recordings',
  'fractional-indexing': 'sort keys between two others',
  'get-nonce': 'styles that are written while a page runs',
  'ical-generator': 'calendars (RFC 5545)',
  'ipaddr.js': 'which addresses are public',
  next: 'the application’s framework',
  'node-ical': 'calendars of others, read',
  nodemailer: 'mail',
  pg: 'PostgreSQL',
  pino: 'the log',
  postgrator: 'migrations',
  'prom-client': 'figures for Prometheus',
  'proxy-addr': 'who asks, behind proxies',
  'rate-limiter-flexible': 'how often somebody may try',
  react: 'the interface',
  'react-dom': 'the interface',
  'server-only': 'keeps code of the server out of the browser',
  serwist: 'what a device keeps for where there is no network',
  tsx: 'runs the scripts of bin/',
  uqr: 'QR codes',
  vexflow: 'staves',
  zod: 'checks what comes in',
};

/** Licences without copyleft, by their SPDX names, and of what is no code: fonts and data. */
const ALLOWED: ReadonlySet<string> = new Set([
  'MIT',
  'MIT-0',
  'ISC',
  'Apache-2.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  '0BSD',
  'BlueOak-1.0.0',
  'CC0-1.0',
  '(MIT OR CC0-1.0)',
  'OFL-1.1',
  'CC-BY-4.0',
]);

const packageSchema = z.object({
  /** What is installed in its place, where it is another one. */
  name: z.string().optional(),
  version: z.string().optional(),
  license: z.string().optional(),
  dev: z.boolean().optional(),
  hasInstallScript: z.boolean().optional(),
});
const lockSchema = z.object({ packages: z.record(z.string(), packageSchema) });
const manifestSchema = z.object({ dependencies: z.record(z.string(), z.string()) });

const json = (file: string): unknown => JSON.parse(readFileSync(file, 'utf8'));

/** Every package that what ships may come with, whatever the machine. */
export const shipped = () =>
  Object.entries(lockSchema.parse(json('package-lock.json')).packages)
    .filter(([place, { dev }]) => place !== '' && !dev)
    .map(([place, { name: instead, ...one }]) => ({
      name: place.split('node_modules/').at(-1) ?? place,
      instead,
      ...one,
    }));

export const isAllowed = (license: string | undefined): boolean => ALLOWED.has(license ?? '');

/** docs/dependencies.md, as it should be. @throws Error for a package without a reason */
export const dependenciesPage = (): string => {
  const all = new Map(shipped().map((one) => [one.name, one]));
  const rows = Object.keys(manifestSchema.parse(json('package.json')).dependencies).map((name) => {
    const reason = REASONS[name];
    const found = all.get(name);
    if (!reason || !found) throw new Error(`${name} needs a reason in bin/dependencies.ts.`);
    return `| ${name} | ${found.version} | ${found.license} | ${reason} |`;
  });
  return `# What Ebrant uses of others

Written by \`npx tsx bin/write-dependencies.ts\`. What these use in turn stands in package-lock.json; all of
it is free of copyleft, which a test checks. Other packages of package.json build and test and do not ship.

| package | version | licence | what for |
| --- | --- | --- | --- |
${rows.join('\n')}

A bill of materials (CycloneDX 1.5) of a checkout, in which what does not ship is marked as development:

    npm sbom --sbom-format cyclonedx --package-lock-only

Next.js would bring a library for drawing pictures anew that is under the LGPL; it is not used, and package.json puts
an empty package in its place.

**Installing** runs no script of a package (\`.npmrc\`), and takes what package-lock.json names by its SHA-512.
**Updates**: once a month, and within two days for a fault that is known to be used: \`npm outdated\`,
\`npm audit\`, one commit for each group that belongs together, \`bin/test\`, a look at the changed
licences in this page. A new package comes in with a reason, or not at all.
`;
};
