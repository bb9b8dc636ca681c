import cluster from 'node:cluster';
import { parseArgs } from 'node:util';
import { sentence } from '@/core/base/result';
import { NewerDatabase } from '../database/migrate';
import { explainedFile, readSettings, type Settings, settingsText } from '../settings';
import { lead } from './lead';
import { accountLink, addressOf, CannotStart, prepareDatabase } from './prepare';
import { serve } from './process';

const USAGE = `bin/serve [--settings FILE]   serves Ebrant as the environment and the file say
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
        invite: { type: 'boolean' },
        explain: { type: 'boolean' },
        help: { type: 'boolean' },
      },
    }).values;
  } catch (error) {
    return end((error as Error).message, USAGE);
  }
};

const settingsOf = (file: string | undefined): Settings => {
  const text = file === undefined ? ({ ok: true, value: '' } as const) : settingsText(file);
  if (!text.ok) return end(sentence(text.problem));
  const read = readSettings(text.value, process.env);
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
    EBRANT_TLS: settings.EBRANT_PUBLIC_ADDRESS?.startsWith('https:') ? '1' : '0',
  };
};

const main = async () => {
  const { settings: file, invite, explain, help } = asked();
  if (help) return console.log(USAGE);
  if (explain) return console.log(explainedFile());
  const settings = settingsOf(file);
  try {
    await prepareDatabase(settings);
    if (invite) return console.log(await accountLink(settings, true));
    const link = await accountLink(settings, false);
    await lead(settings, environmentOf(settings));
    console.log(`Ebrant serves ${addressOf(settings)}`);
    if (link)
      console.log(`Nobody has an account yet. This link makes one, for a week, once:\n  ${link}`);
  } catch (error) {
    if (error instanceof CannotStart || error instanceof NewerDatabase) end(error.message);
    throw error;
  }
};

if (cluster.isPrimary) await main();
else await serve(JSON.parse(process.env.EBRANT_SETTINGS ?? '{}') as Settings);
