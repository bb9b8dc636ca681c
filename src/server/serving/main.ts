import cluster from 'node:cluster';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sentence } from '@/core/base/result';
import { NewerDatabase } from '../database/migrate';
import { explainedFile, readSettings, type Settings, settingsText } from '../settings';
import { CannotStart } from './cannotStart';
import { addressInNetwork, certificatesFor, hallNotice, serveGuide } from './hall';
import { lead } from './lead';
import { accountLink, addressOf, checkCertificate, prepareDatabase } from './prepare';
import { serve } from './process';

const USAGE = `bin/serve [--settings FILE]   serves Ebrant as the environment and the file say
bin/serve --hall FOLDER [--plain] [...]  serves a network without internet by this machine's address,
                              with a certificate of its own that is kept in the folder, or without TLS
bin/serve --invite [...]      prints a link by which one person makes an account, and ends
bin/serve --explain           prints a settings file with every setting explained, and ends`;

/** Ends with sentences on standard error. */
const end = (...sentences: readonly string[]): never => {
  for (const one of sentences) console.error(one);
  process.exit(1);
};

const asked = () => {
  try {
    return parseArgs({
      options: {
        settings: { type: 'string' },
        hall: { type: 'string' },
        plain: { type: 'boolean' },
        invite: { type: 'boolean' },
        explain: { type: 'boolean' },
        help: { type: 'boolean' },
      },
    }).values;
  } catch (error) {
    return end((error as Error).message, USAGE);
  }
};

const settingsOf = (
  file: string | undefined,
  instead: Readonly<Record<string, string>> = {},
): Settings => {
  const text = file === undefined ? ({ ok: true, value: '' } as const) : settingsText(file);
  if (!text.ok) return end(sentence(text.problem));
  const read = readSettings(text.value, { ...process.env, ...instead });
  if (!read.ok)
    return end('The settings are not taken:', ...read.problems.map((one) => `  ${sentence(one)}`));
  return read.value;
};

/** What the processes that serve are told: all but what the owner of the database alone may know. */
const environmentOf = (settings: Settings): NodeJS.ProcessEnv => {
  const { DATABASE_OWNER_URL: _, DATABASE_ADMIN_URL: __, ...rest } = process.env;
  return {
    ...rest,
    DATABASE_URL: settings.DATABASE_URL,
    EBRANT_SETTINGS: JSON.stringify({ ...settings, DATABASE_OWNER_URL: undefined }),
    EBRANT_SIGN_UP: settings.EBRANT_SIGN_UP,
    EBRANT_CONNECTIONS: `${settings.EBRANT_CONNECTIONS}`,
    EBRANT_VOICES: settings.EBRANT_VOICES ? 'yes' : 'no',
    EBRANT_PUBLIC_ADDRESS: settings.EBRANT_PUBLIC_ADDRESS ?? '',
    EBRANT_MAIL_URL: settings.EBRANT_MAIL_URL ?? '',
    EBRANT_MAIL_FROM: settings.EBRANT_MAIL_FROM ?? '',
    EBRANT_TLS: settings.EBRANT_PUBLIC_ADDRESS?.startsWith('https:') ? '1' : '0',
  };
};

/** Settings of a hall: by this machine's address there, and what is said once it serves. */
const inHall = (file: string | undefined, folder: string, plain: boolean) => {
  const host = process.env.EBRANT_ADDRESS ?? addressInNetwork();
  const { EBRANT_PORT: port } = settingsOf(file, { EBRANT_PUBLIC_ADDRESS: 'http://localhost' });
  const address = `${plain ? 'http' : 'https'}://${host}:${port}`;
  const made = plain ? undefined : certificatesFor(host, path.resolve(folder));
  const settings = settingsOf(file, {
    EBRANT_ADDRESS: '0.0.0.0',
    EBRANT_PUBLIC_ADDRESS: address,
    EBRANT_TLS_KEY: made?.key ?? '',
    EBRANT_TLS_CERTIFICATE: made?.certificate ?? '',
  });
  const guide = made && `http://${host}:${port + 1}`;
  if (made) serveGuide(port + 1, address, made.authority);
  return { settings, notice: hallNotice(address, guide) };
};

const main = async () => {
  const { settings: file, hall, plain = false, invite, explain, help } = asked();
  if (help) return console.log(USAGE);
  if (explain) return console.log(explainedFile());
  try {
    const { settings, notice } =
      hall === undefined
        ? { settings: settingsOf(file), notice: undefined }
        : inHall(file, hall, plain);
    checkCertificate(settings, Date.now());
    await prepareDatabase(settings);
    if (invite) return console.log(await accountLink(settings, true));
    const link = await accountLink(settings, false);
    await lead(settings, environmentOf(settings));
    console.log(notice ?? `Ebrant serves ${addressOf(settings)}`);
    if (link)
      console.log(`Nobody has an account yet. This link makes one, for a week, once:\n  ${link}`);
  } catch (error) {
    if (error instanceof CannotStart || error instanceof NewerDatabase) end(error.message);
    throw error;
  }
};

if (cluster.isPrimary) await main();
else await serve(JSON.parse(process.env.EBRANT_SETTINGS ?? '{}') as Settings);
