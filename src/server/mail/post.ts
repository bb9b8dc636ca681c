import 'server-only';
import { randomUUID } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { createTransport } from 'nodemailer';
import { refuse } from '../database';
import { reportFault } from '../running';
import { reachOf } from '../settings';

export type Letter = {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
};

/** Whether letters can be sent from here. */
export const sendsMail = (): boolean => mailUrl() !== undefined;

/** Where letters go (EBRANT_MAIL_URL): a mail server, or for trying out a folder. */
const mailUrl = (): URL | undefined =>
  process.env.EBRANT_MAIL_URL ? new URL(process.env.EBRANT_MAIL_URL) : undefined;

/** The folder in which letters lie that would have been sent; nothing where they are sent. */
export const mailboxFolder = (): string | undefined => {
  const url = mailUrl();
  return url?.protocol === 'file:' ? fileURLToPath(url) : undefined;
};

/** A mail server that says nothing for so long (ms) is given up. */
const PATIENCE = 8000;

/**
 * Sends a letter.
 *
 * @throws Refusal `unavailable` where the mail server does not take it
 */
export const post = async (letter: Letter): Promise<void> => {
  const url = mailUrl();
  if (!url) return refuse('not-found', 'Mail', 'This server sends no mail.');
  const folder = mailboxFolder();
  if (folder) return keep(folder, letter);
  const transport = createTransport({
    url: url.href,
    connectionTimeout: PATIENCE,
    greetingTimeout: PATIENCE,
    socketTimeout: PATIENCE,
    // A letter holds a link that lets somebody in: in the clear it goes no further than this machine.
    requireTLS: reachOf(url.hostname) !== 'here',
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  try {
    await transport.sendMail({ from: process.env.EBRANT_MAIL_FROM, ...letter });
  } catch (error) {
    // It answered, and does not know the address.
    if ((error as { code?: string }).code === 'EENVELOPE')
      refuse('invalid', 'Mail', 'The mail server takes no letter to this address. Is it right?');
    reportFault(error);
    refuse(
      'unavailable',
      'Mail',
      'The mail server does not take it now. Copy the link and send it yourself.',
    );
  } finally {
    transport.close();
  }
};

const keep = async (folder: string, letter: Letter): Promise<void> => {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const at = new Date().toISOString();
  // In the order of their names, and no two under one.
  const name = `${at.replaceAll(':', '-')} ${randomUUID()}.json`;
  await writeFile(path.join(folder, name), JSON.stringify({ ...letter, at }), { mode: 0o600 });
};
