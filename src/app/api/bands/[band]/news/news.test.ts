import { randomUUID } from 'node:crypto';
import { DEMO_PASSPHRASE } from '@/server/demo/people';
import { MOST_STREAMS, saveChanges, tellPresence } from '@/server/documents';
import { COOKIE } from '@/server/http';
import { signIn, signOut } from '@/server/people';
import { openTestDatabase, type TestDatabase } from '@/server/testing/database';
import { GET } from './route';

let db: TestDatabase;
let ferry: string;
beforeAll(async () => {
  db = await openTestDatabase('news_test');
  ferry = await db.arrangement('Nine Mile Ferry');
});
afterAll(() => db.close());

type Event = { readonly kind: string; readonly id: string | undefined; readonly data: unknown };

/** A stream as a browser would read it (WHATWG HTML, 9.2.6). */
const listen = async (token: string, query = '') => {
  const stop = new AbortController();
  const request = new Request(`http://ebrant.test/api${query}`, {
    headers: { cookie: `${COOKIE}=${token}` },
    signal: stop.signal,
  });
  const response = await GET(request, { params: Promise.resolve({ band: 'saltreach-nine' }) });
  const events: Event[] = [];
  const state = { over: false };
  const read = async () => {
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let rest = '';
    for (let next = await reader?.read(); next && !next.done; next = await reader?.read()) {
      const parts = (rest + next.value).split('\n\n');
      rest = parts.pop() ?? '';
      for (const part of parts) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(part)?.[1];
        events.push({
          kind: field('event') ?? '',
          id: field('id'),
          data: JSON.parse(field('data') ?? 'null'),
        });
      }
    }
    state.over = true;
  };
  if (response.ok) void read();
  return { status: response.status, events, state, stop: () => stop.abort() };
};

const until = async (holds: () => boolean) => {
  for (let tries = 0; tries < 300 && !holds(); tries++)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(holds()).toBe(true);
};

const save = async (bars: number) => {
  const author = await db.member('Wren Halloway');
  const operations = [{ type: 'set' as const, in: 'sections', id: 'sections1', fields: { bars } }];
  return db.as('Wren Halloway', (queries) =>
    saveChanges(queries, author, ferry, 0, [{ id: randomUUID(), operations }]),
  );
};

test('a stream begins with where all documents stand, and goes on with each change', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  const page = await listen(token);
  await until(() => page.events.length === 1);
  expect(page.events[0]).toMatchObject({ kind: 'revisions', id: expect.stringMatching(/^\d+$/) });
  const revisions = page.events[0]?.data as Record<string, number>;
  await save(13);
  await until(() => page.events.length === 2);
  expect(page.events[1]).toMatchObject({
    kind: 'document',
    data: {
      document: ferry,
      revision: (revisions[ferry] ?? 0) + 1,
      change: { operations: [{ type: 'set', fields: { bars: 13 } }] },
    },
  });
  page.stop();
});

test('who comes back with the id of the last event is told what changed since, and no more', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  const before = await listen(token);
  await until(() => before.events.length === 1);
  before.stop();
  await save(14);
  const after = await listen(token, `?after=${before.events[0]?.id}`);
  await until(() => after.events.length === 1);
  expect(Object.keys(after.events[0]?.data as object)).toEqual([ferry]);
  after.stop();
});

test('a stream ends when its session ends, and no other does', async () => {
  const [one, other] = [
    await signIn('Tam Breck', DEMO_PASSPHRASE),
    await signIn('Tam Breck', DEMO_PASSPHRASE),
  ];
  const [mine, theirs] = [await listen(one.token), await listen(other.token)];
  await until(() => mine.events.length === 1 && theirs.events.length === 1);
  await signOut(one.token);
  await until(() => mine.state.over);
  expect(theirs.state.over).toBe(false);
  theirs.stop();
});

test('a stream ends when somebody is no longer in the band', async () => {
  const { token } = await signIn('Ives Corran', DEMO_PASSPHRASE);
  const page = await listen(token);
  await until(() => page.events.length === 1);
  await db.value(
    `DELETE FROM membership WHERE member = (SELECT id FROM member WHERE name = 'Ives Corran')
     RETURNING role`,
  );
  await until(() => page.state.over);
  expect((await listen(token)).status).toBe(404);
});

test('a member holds so many streams and no more, until one is closed', async () => {
  const { token } = await signIn('Odile Marsh', DEMO_PASSPHRASE);
  const pages = await Promise.all(Array.from({ length: MOST_STREAMS }, () => listen(token)));
  expect(pages.map(({ status }) => status)).toEqual(Array(MOST_STREAMS).fill(200));
  await until(() => pages.every(({ events }) => events.length === 1));
  expect((await listen(token)).status).toBe(429);
  pages[0]?.stop();
  const next = await listen(token);
  expect(next.status).toBe(200);
  for (const page of [...pages, next]) page.stop();
});

test('an id that nobody gave out is refused, or tells all', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  expect((await listen(token, '?after=soon')).status).toBe(422);
  const page = await listen(token, '?after=1');
  await until(() => page.events.length === 1);
  expect(Object.keys(page.events[0]?.data as object).length).toBeGreaterThanOrEqual(1);
  page.stop();
});

test('where somebody is goes to everybody who follows the band, by name, and to nobody else', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  const page = await listen(token);
  await until(() => page.events.length === 1);
  const said = { page: randomUUID(), place: 'sections1', typing: true, gone: false };
  await db.as('Odile Marsh', (queries) => tellPresence(queries, ferry, 'Odile Marsh', said));
  await until(() => page.events.length === 2);
  expect(page.events[1]).toEqual({
    kind: 'presence',
    id: undefined,
    data: { document: ferry, member: await db.member('Odile Marsh'), name: 'Odile Marsh', ...said },
  });
  // Of another band: as if it were not there, and nothing is told.
  await expect(
    db.as('Perpetua Lund', (queries) => tellPresence(queries, ferry, 'Perpetua Lund', said)),
  ).rejects.toThrow(/There is no such song or set/);
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect(page.events).toHaveLength(2);
  page.stop();
});
