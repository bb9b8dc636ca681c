import 'server-only';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import * as z from 'zod';
import { mailboxFolder } from './post';

const letter = z.object({
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  at: z.coerce.date(),
});

/** A letter that would have been sent. */
export type KeptLetter = z.infer<typeof letter>;

const MOST_SHOWN = 50;

/** The newest letters of a simulated mailbox, newest first; nothing where letters are really sent. */
export const keptLetters = async (): Promise<readonly KeptLetter[] | undefined> => {
  const folder = mailboxFolder();
  if (!folder) return undefined;
  const names = await readdir(folder).catch(() => []);
  const newest = names
    .filter((name) => name.endsWith('.json'))
    .sort()
    .slice(-MOST_SHOWN)
    .reverse();
  return Promise.all(
    newest.map(async (name) =>
      letter.parse(JSON.parse(await readFile(path.join(folder, name), 'utf8'))),
    ),
  );
};
