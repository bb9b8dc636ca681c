import { once } from 'node:events';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import PostalMime from 'postal-mime';
import { SMTPServer } from 'smtp-server';
import { DEMO_PASSPHRASE } from '@/server/demo/people';
import { COOKIE } from '@/server/http';
import { keptLetters } from '@/server/mail';
import { invite, ledBand, makeLink, makeResetLink, signIn } from '@/server/people';
import { openTestDatabase, type TestDatabase } from '@/server/testing/database';
import * as route from './route';

let db: TestDatabase;
let cookie: string;
const folder = mkdtempSync(path.join(tmpdir(), 'ebrant-mail-'));
beforeAll(async () => {
  db = await openTestDatabase('mail_test');
  cookie = `${COOKIE}=${(await signIn('Odile Marsh', DEMO_PASSPHRASE)).token}`;
});
beforeEach(() => db.value("DELETE FROM attempt WHERE key LIKE 'send-mail%' RETURNING key"));
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** A mail server of another author's, which says what came. */
const mailServer = async (options: ConstructorParameters<typeof SMTPServer>[0] = {}) => {
  const came: { readonly to: readonly string[]; readonly raw: string }[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData: (stream, session, done) => {
      let raw = '';
      stream.on('data', (piece) => {
        raw += piece;
      });
      stream.on('end', () => {
        came.push({ to: session.envelope.rcptTo.map(({ address }) => address), raw });
        done();
      });
    },
    ...options,
  });
  server.on('error', () => undefined);
  server.listen(0, '127.0.0.1');
  await once(server.server, 'listening');
  const { port } = server.server.address() as { port: number };
  process.env.EBRANT_MAIL_URL = `smtp://127.0.0.1:${port}`;
  process.env.EBRANT_MAIL_FROM = 'Ebrant <ebrant@drums.example.org>';
  process.env.EBRANT_PUBLIC_ADDRESS = 'https://drums.example.org';
  return { came, close: () => new Promise<void>((resolve) => server.close(resolve)) };
};

const send = async (body: object, headers: Record<string, string> = { cookie }) => {
  const request = new Request('http://ebrant.test/api/mail', {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
  const answer = await route.POST(request, { params: Promise.resolve({}) });
  return {
    status: answer.status,
    said: answer.status === 204 ? '' : (await answer.json()).problem.message,
  };
};

const invitation = () =>
  db.as('Odile Marsh', async (queries) => {
    const { id } = await ledBand(queries, 'saltreach-nine');
    return invite(queries, await db.member('Odile Marsh'), id, {
      role: 'player',
      uses: 1,
      days: 7,
    });
  });

test('each kind of link arrives in words of ours, as an independent reader reads them', async () => {
  const { came, close } = await mailServer();
  const odile = await db.member('Odile Marsh');
  const song = await db.arrangement('Slack Water');
  const band = await db.value<string>(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  const deputy = await db.as('Odile Marsh', (queries) =>
    makeLink(queries, odile, { id: song, band }, 3),
  );
  const tam = await db.member('Tam Breck');
  const reset = await db.as('Odile Marsh', (queries) => makeResetLink(queries, band, tam));
  const invited = await invitation();
  const to = 'someone@example.org';
  for (const link of [
    { kind: 'invitation', token: invited },
    { kind: 'deputy', token: deputy },
    { kind: 'passphrase', token: reset },
  ])
    expect(await send({ ...link, to })).toEqual({ status: 204, said: '' });
  await close();
  const read = await Promise.all(came.map(({ raw }) => PostalMime.parse(raw)));
  expect(came.map((one) => one.to)).toEqual([[to], [to], [to]]);
  expect(read.map(({ from }) => from)).toEqual(
    Array(3).fill({ name: 'Ebrant', address: 'ebrant@drums.example.org' }),
  );
  expect(read.map(({ subject }) => subject)).toEqual([
    'Odile Marsh invites you to the band “The Saltreach Nine”',
    'The drum charts of “Slack Water”',
    'A new passphrase for Tam Breck',
  ]);
  expect(read.map(({ text }) => text?.split('\n').filter((line) => /^https/.test(line)))).toEqual([
    [`https://drums.example.org/join#${invited}`],
    [`https://drums.example.org/deputy#${deputy}`],
    [`https://drums.example.org/recover#${reset}`],
  ]);
  expect(read[0]?.text).toContain('invites you to the band “The Saltreach Nine” as player');
  expect(read[0]?.text).toContain('because Odile Marsh typed your address');
});

test('a link that opens nothing is not sent, nor one to several, nor by nobody', async () => {
  const { came, close } = await mailServer();
  const token = 'x'.repeat(43);
  const to = 'someone@example.org';
  expect(await send({ kind: 'invitation', token, to })).toEqual({
    status: 404,
    said: 'There is no such invitation. Is the whole link there?',
  });
  expect((await send({ kind: 'deputy', token, to })).status).toBe(409);
  expect((await send({ kind: 'passphrase', token, to })).status).toBe(409);
  const good = await invitation();
  for (const address of [
    'a@example.org, b@example.org',
    'a@example.org\r\nBcc: b@example.org',
    'someone',
    '',
  ])
    expect((await send({ kind: 'invitation', token: good, to: address })).status).toBe(422);
  expect((await send({ kind: 'invitation', token: good, to }, {})).status).toBe(401);
  await close();
  expect(came).toEqual([]);
});

test('a name with line breaks or other letters is a name in a subject, and no header', async () => {
  const { came, close } = await mailServer();
  await db.value(`UPDATE band SET name = 'Ærø – “Æ”' WHERE slug = 'saltreach-nine' RETURNING id`);
  expect(
    (await send({ kind: 'invitation', token: await invitation(), to: 'a@example.org' })).status,
  ).toBe(204);
  await db.value(
    `UPDATE band SET name = 'The Saltreach Nine' WHERE slug = 'saltreach-nine' RETURNING id`,
  );
  await close();
  const [letter] = came;
  // RFC 5322, 2.2: header fields are of US-ASCII.
  expect(letter?.raw.split('\r\n\r\n')[0]).toMatch(/^[\x20-\x7e\r\n\t]*$/);
  expect((await PostalMime.parse(letter?.raw ?? '')).subject).toBe(
    'Odile Marsh invites you to the band “Ærø – “Æ””',
  );
});

test('a mail server that is down, that takes no such address, and that has no TLS', async () => {
  const token = await invitation();
  const link = { kind: 'invitation', token, to: 'someone@example.org' };
  const { close } = await mailServer();
  await close();
  const away = 'The mail server does not take it now. Copy the link and send it yourself.';
  expect(await send(link)).toEqual({ status: 503, said: away });
  const refusing = await mailServer({
    onRcptTo: (_, __, done) => done(Object.assign(new Error('no'), { responseCode: 550 })),
  });
  expect(await send(link)).toEqual({
    status: 422,
    said: 'The mail server takes no letter to this address. Is it right?',
  });
  await refusing.close();
  // What goes beyond this machine goes by TLS, or not at all (RFC 3207).
  const plain = await mailServer();
  process.env.EBRANT_MAIL_URL = process.env.EBRANT_MAIL_URL?.replace('127.0.0.1', '0.0.0.0');
  expect(await send(link)).toEqual({ status: 503, said: away });
  expect(plain.came).toEqual([]);
  await plain.close();
});

test('nobody sends without end', async () => {
  const { came, close } = await mailServer();
  const link = { kind: 'invitation', token: await invitation(), to: 'someone@example.org' };
  const answers: number[] = [];
  for (let count = 0; count < 41; count++) answers.push((await send(link)).status);
  await close();
  expect(came).toHaveLength(40);
  expect(answers.at(-1)).toBe(429);
});

test('for trying out letters lie in a folder, newest first, for its owner alone', async () => {
  process.env.EBRANT_MAIL_URL = `file://${folder}/mail`;
  expect(await keptLetters()).toEqual([]);
  const token = await invitation();
  for (const to of ['first@example.org', 'second@example.org'])
    expect((await send({ kind: 'invitation', token, to })).status).toBe(204);
  const kept = await keptLetters();
  expect(kept?.map(({ to }) => to)).toEqual(['second@example.org', 'first@example.org']);
  expect(kept?.[0]?.text).toContain(`/join#${token}`);
  expect(statSync(`${folder}/mail`).mode & 0o077).toBe(0);
  delete process.env.EBRANT_MAIL_URL;
  expect(await keptLetters()).toBeUndefined();
  expect(await send({ kind: 'invitation', token, to: 'a@example.org' })).toEqual({
    status: 404,
    said: 'This server sends no mail.',
  });
});
