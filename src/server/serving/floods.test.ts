import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { type ClientRequest, get, type IncomingMessage, request } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { MOST_STREAMS } from '../documents';
import { hashToken } from '../people';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  countInChange,
  pause,
  postChange,
  type Started,
  signedIn,
  start,
  stopAll,
} from '../testing/server';

/** More than anybody needs, from those who are let in: others work meanwhile. */

let db: TestDatabase;
let server: Started;
let cookies: Record<string, string>;
let song: string;
const folder = mkdtempSync(path.join(tmpdir(), 'ebrant-floods-'));
beforeAll(async () => {
  // A program that takes its time to speak.
  writeFileSync(
    path.join(folder, 'espeak-ng'),
    '#!/bin/bash\nsleep 0.4\nexec /usr/bin/espeak-ng "$@"\n',
    { mode: 0o755 },
  );
  db = await openTestDatabase('floods');
  song = await db.arrangement('Quay Lights');
  server = await start({ DATABASE_URL: db.url, PATH: `${folder}:${process.env.PATH}` });
  cookies = await signedIn(server, 'Wren Halloway');
});
afterAll(async () => {
  await stopAll();
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const save = (countIn: number) => {
  const change = countInChange(countIn);
  return { id: change.id, answer: postChange(server, song, change, cookies) };
};

/** A new guest of the band who is signed in. @returns their cookie */
const guest = async (number: number): Promise<Record<string, string>> => {
  const token = randomBytes(32).toString('base64url');
  const member = await db.value<string>(
    `INSERT INTO member (name, shape, passphrase_hash)
     SELECT $1, lower($1), passphrase_hash FROM member WHERE name = 'Odile Marsh' RETURNING id`,
    [`Guest number ${number}`],
  );
  await db.value(
    `INSERT INTO membership (band, member, role)
     SELECT id, $1, 'guest' FROM band WHERE slug = 'saltreach-nine' RETURNING member`,
    [member],
  );
  await db.value('SELECT open_session($1, $2, $3)', [hashToken(token), member, 'a test']);
  const [name = ''] = (cookies.cookie ?? '').split('=');
  return { cookie: `${name}=${token}` };
};

test('a thousand idle streams: all hear what is saved, one member holds no more than theirs, saving goes on', async () => {
  const guests: Record<string, string>[] = [];
  while (guests.length * MOST_STREAMS < 1000) guests.push(await guest(guests.length));
  const streams: { readonly asked: ClientRequest; readonly heard: () => string }[] = [];
  const open = async (headers: Record<string, string>) => {
    const asked = get(`${server.url}/api/bands/saltreach-nine/news`, { headers });
    const [answer] = (await once(asked, 'response')) as [IncomingMessage];
    let heard = '';
    answer.setEncoding('utf8').on('data', (piece) => {
      heard += piece;
    });
    answer.on('error', () => undefined);
    asked.on('error', () => undefined);
    streams.push({ asked, heard: () => heard });
    return answer.statusCode;
  };
  for (const headers of guests)
    expect(await Promise.all(Array.from({ length: MOST_STREAMS }, () => open(headers)))).toEqual(
      Array(MOST_STREAMS).fill(200),
    );
  expect(streams.length).toBeGreaterThanOrEqual(1000);
  const held = [...streams];
  expect(await open(guests[0] ?? {})).toBe(429);

  const { id, answer } = save(7);
  expect((await answer).status).toBe(200);
  while (!held.every(({ heard }) => heard().includes(id))) await pause(20);
  for (const { asked } of streams) asked.destroy();
  expect((await save(8).answer).status).toBe(200);
  // Who has closed theirs may open others.
  let again: number | undefined;
  while (again !== 200) again = await open(guests[0] ?? {});
  for (const { asked } of streams) asked.destroy();
});

test('a body that never ends is answered once it is too large, and read no further', async () => {
  const endless = request(`${server.url}/api/documents/${song}/changes`, {
    method: 'POST',
    headers: { ...cookies, 'Content-Type': 'application/json' },
  });
  let sent = 0;
  let over = false;
  endless.on('error', () => {
    over = true;
  });
  const answered = once(endless, 'response').then(([answer]) => {
    over = true;
    return (answer as IncomingMessage).statusCode;
  });
  const piece = Buffer.alloc(64 << 10, ' ');
  while (!over && sent < 1 << 30) {
    sent += piece.length;
    if (!endless.write(piece)) await Promise.race([once(endless, 'drain'), answered, pause(1000)]);
  }
  expect(await answered).toBe(413);
  // The megabyte that is read, and what lay in buffers on the way.
  expect(sent).toBeLessThan(32 << 20);
  endless.destroy();
  expect((await save(9).answer).status).toBe(200);
});

test('a flood of words to be spoken: two programs at once, a line behind them, beyond it a clear no', async () => {
  let over = false;
  let waited = 0;
  const looking = (async () => {
    while (!over) {
      const figures = await (await fetch(server.metrics)).text();
      waited = Math.max(waited, Number(/^ebrant_voice_waiting (\d+)/m.exec(figures)?.[1]));
      expect((await save(1 + (waited % 16)).answer).status).toBe(200);
      await pause(50);
    }
  })();
  const spoken = await Promise.all(
    Array.from({ length: 260 }, async (_, number) => {
      const words = encodeURIComponent(`${number} bars`);
      const answer = await fetch(`${server.url}/api/speech/british?text=${words}`, {
        headers: cookies,
      });
      await answer.arrayBuffer();
      return [answer.status, answer.headers.has('retry-after')].join();
    }),
  );
  over = true;
  await looking;
  expect(new Set(spoken)).toEqual(new Set(['200,false', '503,true']));
  expect(waited).toBe(200);
  const after = await fetch(`${server.url}/api/speech/british?text=after%20the%20flood`, {
    headers: cookies,
  });
  expect(after.status).toBe(200);
});
