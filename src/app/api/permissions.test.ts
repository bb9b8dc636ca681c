import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { writeBandFile, writeSongFile } from '@/core/files/sheet';
import { blankRoadMap } from '@/core/song/roadmap';
import { DEMO_PASSPHRASE } from '@/server/demo/people';
import { COOKIE, DEPUTY_COOKIE } from '@/server/http';
import { makeLink, signIn } from '@/server/people';
import { openTestDatabase, type TestDatabase } from '@/server/testing/database';

/** Who calls: the roles of The Saltreach Nine, a leader of another band, and nobody. */
const CALLERS = {
  leader: 'Odile Marsh',
  drummer: 'Wren Halloway',
  player: 'Tam Breck',
  guest: 'Ives Corran',
  outsider: 'Perpetua Lund',
  nobody: undefined,
  // Whoever holds a deputy’s link to the set of the rehearsal, and is nobody else.
  deputy: undefined,
} as const;

type Caller = keyof typeof CALLERS;
type Row = {
  readonly params?: () => Record<string, string>;
  readonly query?: string;
  readonly body?: () => unknown;
  readonly expected: Readonly<Record<Caller, number>>;
};

const all = (status: number): Row['expected'] => ({
  leader: status,
  drummer: status,
  player: status,
  guest: status,
  outsider: status,
  nobody: status,
  deputy: status,
});
const members = (status: number): Row['expected'] => ({
  ...all(status),
  outsider: 404,
  nobody: 401,
  deputy: 401,
});
/** Also to who holds a link that shows it. */
const shown = (status: number): Row['expected'] => ({ ...members(status), deputy: status });
const leaders = (status: number): Row['expected'] => ({
  ...members(403),
  leader: status,
});
/** Of the caller’s own account, whoever they are. */
const anybodySignedIn = (status: number): Row['expected'] => ({
  ...all(status),
  nobody: 401,
  deputy: 401,
});
const editors = (status: number): Row['expected'] => ({
  ...members(status),
  player: 403,
  guest: 403,
});

let db: TestDatabase;
/** An arrangement, and the song that it is one of. */
let song: string;
let songId = '';
let event: string;
let set = '';
let player = '';
let link = '';
const NO_TOKEN = 'n'.repeat(43);

const ofSong = { params: () => ({ id: song }) };
const ofBand = { params: () => ({ band: 'saltreach-nine' }) };

/** Something that was practised. */
const RUN = {
  id: randomUUID(),
  passage: 'Chorus',
  first: 1,
  last: 2,
  target: 126,
  best: 112,
  rounds: 3,
  clean: 2,
  seconds: 60,
  late: 0.012,
  spread: 0.006,
};

/** What each route answers to each caller. A route without a row fails the test below. */
const MATRIX: Readonly<Record<string, Row>> = {
  'GET /health': { expected: all(200) },
  'GET /ready': { expected: all(200) },
  'POST /session': {
    body: () => ({ name: 'Tam Breck', passphrase: DEMO_PASSPHRASE }),
    expected: all(204),
  },
  'DELETE /session': { expected: all(204) },
  'POST /session/confirm': {
    body: () => ({ passphrase: DEMO_PASSPHRASE }),
    expected: anybodySignedIn(204),
  },
  // A browser says from which site it asks, and only browsers have passkeys.
  'POST /session/passkey/options': { expected: all(422) },
  'POST /session/passkey': { body: () => ({ response: { id: 'none' } }), expected: all(422) },
  // Without an invitation.
  'POST /account': {
    body: () => ({ name: 'Somebody New', passphrase: 'four words are enough' }),
    expected: all(403),
  },
  'GET /account': { expected: anybodySignedIn(200) },
  'PATCH /account': {
    body: () => ({ leadersMayReset: false }),
    expected: anybodySignedIn(204),
  },
  'DELETE /account/sessions': { expected: anybodySignedIn(204) },
  'POST /account/codes': { expected: anybodySignedIn(201) },
  'POST /account/passkeys/options': { expected: anybodySignedIn(422) },
  'POST /account/passkeys': {
    body: () => ({ name: 'A key', response: { id: 'none' } }),
    expected: anybodySignedIn(422),
  },
  'DELETE /account/passkeys': { query: '?id=none', expected: anybodySignedIn(204) },
  'POST /recovery': {
    body: () => ({ link: NO_TOKEN, passphrase: 'four words are enough' }),
    expected: all(409),
  },
  'GET /mail': { expected: anybodySignedIn(200) },
  'POST /mail': {
    body: () => ({ kind: 'invitation', token: NO_TOKEN, to: 'someone@example.org' }),
    // A browser says from which site it asks.
    expected: anybodySignedIn(422),
  },
  'POST /recovery/link': { body: () => ({ link: NO_TOKEN }), expected: all(409) },
  'POST /invitations': { body: () => ({ invitation: NO_TOKEN }), expected: all(404) },
  'POST /invitations/accept': {
    body: () => ({ invitation: NO_TOKEN }),
    expected: anybodySignedIn(404),
  },
  // Whoever founds one leads it, and could not go below; src/server/people/invitations.test.ts founds some.
  'POST /bands': { body: () => ({ name: '' }), expected: anybodySignedIn(422) },
  'PATCH /bands/[band]': {
    ...ofBand,
    body: () => ({ name: 'The Saltreach Nine' }),
    expected: leaders(204),
  },
  'GET /bands/[band]/members': { ...ofBand, expected: members(200) },
  'PATCH /bands/[band]/members/[member]': {
    params: () => ({ band: 'saltreach-nine', member: player }),
    body: () => ({ role: 'player' }),
    expected: leaders(204),
  },
  'DELETE /bands/[band]/members/[member]': {
    params: () => ({ band: 'saltreach-nine', member: randomUUID() }),
    expected: leaders(404),
  },
  'POST /bands/[band]/members/[member]/reset': {
    params: () => ({ band: 'saltreach-nine', member: player }),
    expected: leaders(201),
  },
  'POST /bands/[band]/invitations': {
    ...ofBand,
    body: () => ({ role: 'player', uses: 1, days: 7 }),
    expected: leaders(201),
  },
  'DELETE /bands/[band]/invitations': {
    ...ofBand,
    query: `?id=${randomUUID()}`,
    expected: leaders(404),
  },
  'PUT /kit': {
    body: () => ({ hand: 'left' }),
    expected: anybodySignedIn(204),
  },
  'GET /bands/[band]/file': { ...ofBand, expected: { ...members(200), guest: 403 } },
  'POST /bands/[band]/file': {
    ...ofBand,
    body: () => ({ text: writeBandFile({ songs: [], events: [] }) }),
    expected: editors(204),
  },
  'GET /bands/[band]/revisions': { ...ofBand, expected: members(200) },
  'GET /bands/[band]/news': { ...ofBand, expected: members(200) },
  'GET /calendar/[token]': { params: () => ({ token: NO_TOKEN }), expected: all(404) },
  'POST /bands/[band]/calendar': { ...ofBand, expected: members(201) },
  'DELETE /bands/[band]/calendar': { ...ofBand, expected: members(204) },
  'POST /bands/[band]/events/file': {
    ...ofBand,
    body: () => ({
      text: 'BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:1\nDTSTART:20261205T200000Z\nEND:VEVENT\nEND:VCALENDAR',
    }),
    expected: editors(200),
  },
  'GET /speech': { expected: { ...all(200), nobody: 401 } },
  'POST /deputy': { body: () => ({ link: NO_TOKEN }), expected: all(409) },
  'DELETE /deputy': { expected: all(204) },
  'GET /documents/[id]/links': { ...ofSong, expected: editors(200) },
  'POST /documents/[id]/links': {
    ...ofSong,
    body: () => ({ days: 7 }),
    expected: editors(201),
  },
  'DELETE /documents/[id]/links': {
    ...ofSong,
    query: `?link=${randomUUID()}`,
    expected: { ...editors(404) },
  },
  'GET /speech/[voice]': {
    params: () => ({ voice: 'british' }),
    query: '?text=one',
    expected: { ...all(200), nobody: 401 },
  },
  'GET /documents/[id]': { ...ofSong, expected: members(200) },
  'GET /documents/[id]/changes': { ...ofSong, query: '?since=0', expected: members(200) },
  'POST /documents/[id]/changes': {
    ...ofSong,
    body: () => ({
      base: 0,
      changes: [
        {
          id: randomUUID(),
          operations: [{ type: 'set', in: 'start', fields: { countIn: 6 } }],
        },
      ],
    }),
    expected: editors(200),
  },
  'GET /documents/[id]/notes': { ...ofSong, expected: members(200) },
  'POST /documents/[id]/presence': {
    ...ofSong,
    body: () => ({ page: randomUUID(), place: 's1', typing: true }),
    expected: members(204),
  },
  'GET /documents/[id]/touched': { ...ofSong, query: '?record=s1', expected: members(200) },
  'POST /documents/[id]/notes': {
    ...ofSong,
    body: () => ({ words: 'Lean back here' }),
    expected: members(204),
  },
  'PATCH /notes/[id]': {
    params: () => ({ id: randomUUID() }),
    body: () => ({ settled: true }),
    expected: anybodySignedIn(404),
  },
  'DELETE /notes/[id]': { params: () => ({ id: randomUUID() }), expected: anybodySignedIn(404) },
  'GET /documents/[id]/history': { ...ofSong, expected: members(200) },
  'POST /documents/[id]/versions': {
    ...ofSong,
    body: () => ({ name: 'As played on the quay', revision: 0 }),
    expected: editors(204),
  },
  'DELETE /documents/[id]/versions': {
    ...ofSong,
    query: `?version=${randomUUID()}`,
    expected: editors(204),
  },
  'PUT /documents/[id]/seen': { ...ofSong, body: () => ({ revision: 0 }), expected: members(204) },
  'GET /documents/[id]/click': { ...ofSong, query: '?as=midi', expected: shown(200) },
  // Only the demo has recordings.
  'GET /documents/[id]/recording': { ...ofSong, expected: members(404) },
  'GET /documents/[id]/sheet': { ...ofSong, query: '?as=csv', expected: shown(200) },
  'POST /bands/[band]/songs/file': {
    ...ofBand,
    body: () => ({
      text: writeSongFile('From a file', [{ name: 'As recorded', map: blankRoadMap() }]),
    }),
    expected: editors(201),
  },
  'PATCH /songs/[id]': {
    params: () => ({ id: songId }),
    body: () => ({ title: 'Slack Water', archived: false, deleted: false }),
    expected: editors(204),
  },
  'POST /songs/[id]/copy': { params: () => ({ id: songId }), expected: editors(201) },
  'PATCH /arrangements/[id]': {
    ...ofSong,
    body: () => ({ name: 'As recorded', deleted: false }),
    expected: editors(204),
  },
  'POST /arrangements/[id]/copy': {
    ...ofSong,
    body: () => ({ name: `Short ${randomUUID()}` }),
    expected: editors(201),
  },
  'PATCH /sets/[id]': {
    params: () => ({ id: set }),
    body: () => ({ deleted: false }),
    expected: editors(204),
  },
  'GET /time': { expected: all(200) },
  'GET /documents/[id]/practice': { ...ofSong, expected: members(200) },
  'POST /documents/[id]/practice': {
    ...ofSong,
    body: () => ({ ...RUN, id: randomUUID() }),
    expected: members(204),
  },
  'DELETE /documents/[id]/practice': {
    ...ofSong,
    query: `?run=${RUN.id}`,
    expected: members(204),
  },
  'GET /bands/[band]/practice': { ...ofBand, expected: members(200) },
  'POST /bands/[band]/practice': {
    ...ofBand,
    body: () => ({
      id: randomUUID(),
      kind: 'by-hand',
      words: 'On the pad',
      minutes: 20,
      at: '2026-11-20T18:00:00Z',
    }),
    expected: members(204),
  },
  'DELETE /bands/[band]/practice': {
    ...ofBand,
    query: `?entry=${RUN.id}`,
    expected: members(204),
  },
  'PUT /bands/[band]/practice/plan': {
    ...ofBand,
    body: () => ({ event, settings: { usual: 30 } }),
    expected: members(204),
  },
  'GET /sets/[id]/show': { params: () => ({ id: set }), expected: members(200) },
  'PUT /sets/[id]/show': {
    params: () => ({ id: set }),
    // One device has the baton, whoever holds it.
    body: () => ({ device: 'one', anchors: [] }),
    expected: editors(204),
  },
  'DELETE /sets/[id]/show': {
    params: () => ({ id: set }),
    query: '?device=other',
    expected: editors(204),
  },
  'POST /sets/[id]/copy': { params: () => ({ id: set }), expected: editors(201) },
  'PATCH /events/[id]': {
    params: () => ({ id: event }),
    body: () => ({ place: 'On the quay', archived: false, deleted: false }),
    expected: editors(204),
  },
  'POST /events/[id]/copy': { params: () => ({ id: event }), expected: editors(201) },
  'GET /bands/[band]/removed': { ...ofBand, expected: members(200) },
  'GET /bands/[band]/find': { ...ofBand, expected: members(200) },
  'POST /bands/[band]/songs': { ...ofBand, body: () => ({ title: 'New' }), expected: editors(201) },
  'POST /bands/[band]/sets': { ...ofBand, body: () => ({ event }), expected: editors(201) },
  'POST /bands/[band]/events': {
    ...ofBand,
    body: () => ({
      kind: 'gig',
      title: 'Quay',
      place: '',
      startsAt: '2026-12-05T20:00:00Z',
      timeZone: 'Europe/Lisbon',
      loadInAt: null,
    }),
    expected: editors(201),
  },
  // The last: those who may are gone then.
  'DELETE /account': {
    expected: { ...anybodySignedIn(204), leader: 422, outsider: 422 },
  },
};

type Handler = (request: Request, context: { params: Promise<unknown> }) => Promise<Response>;
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];
const files = readdirSync('src/app/api', { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('route.ts'),
);
const handlers = new Map<string, Handler>();
for (const file of files) {
  const route = `/${path.dirname(file)}`;
  const exported = jest.requireActual<Record<string, Handler>>(path.resolve('src/app/api', file));
  for (const method of METHODS) {
    const handler = exported[method];
    if (handler) handlers.set(`${method} ${route}`, handler);
  }
}

beforeAll(async () => {
  db = await openTestDatabase('permissions_test');
  song = await db.arrangement('Slack Water');
  songId = await db.value('SELECT song FROM arrangement WHERE id = $1', [song]);
  event = await db.value(`SELECT id FROM event WHERE title = 'Rehearsal for the quay'`);
  player = await db.value(`SELECT id FROM member WHERE name = 'Tam Breck'`);
  set = await db.value('SELECT id FROM song_set WHERE event = $1', [event]);
  // The set that the song of this test is in.
  const shownSet = await db.value<string>(
    'SELECT song_set FROM set_item WHERE arrangement = $1 LIMIT 1',
    [song],
  );
  const band = await db.value<string>('SELECT band FROM song_set WHERE id = $1', [shownSet]);
  const odile = await db.member('Odile Marsh');
  link = await db.as('Odile Marsh', (q) => makeLink(q, odile, { id: shownSet, band }, 7));
});
afterAll(() => db.close());

const callAs = async (caller: Caller, name: string, row: Row): Promise<number> => {
  const person = CALLERS[caller];
  const cookie = person
    ? `${COOKIE}=${(await signIn(person, DEMO_PASSPHRASE)).token}`
    : caller === 'deputy'
      ? `${DEPUTY_COOKIE}=${link}`
      : '';
  const stop = new AbortController();
  const request = new Request(`http://ebrant.test/api${row.query ?? ''}`, {
    method: name.split(' ')[0]!,
    headers: { cookie, 'content-type': 'application/json' },
    signal: stop.signal,
    ...(row.body && { body: JSON.stringify(row.body()) }),
  });
  const response = await handlers.get(name)!(request, {
    params: Promise.resolve(row.params?.() ?? {}),
  });
  stop.abort();
  return response.status;
};

test('every route of the application has a row', () => {
  expect(files.length).toBeGreaterThanOrEqual(10);
  expect([...handlers.keys()].sort()).toEqual(Object.keys(MATRIX).sort());
});

test.each(Object.entries(MATRIX))('%s answers each role as it should', async (name, row) => {
  const answers: Partial<Record<Caller, number>> = {};
  for (const caller of Object.keys(CALLERS) as Caller[])
    answers[caller] = await callAs(caller, name, row);
  expect(answers).toEqual(row.expected);
});

test('a page of another site cannot write with a member’s cookie', async () => {
  const request = new Request('http://ebrant.test/api', {
    method: 'POST',
    headers: {
      cookie: `${COOKIE}=${(await signIn('Odile Marsh', DEMO_PASSPHRASE)).token}`,
      host: 'ebrant.test',
      origin: 'http://elsewhere.test',
    },
    body: JSON.stringify({ title: 'Forged' }),
  });
  const response = await handlers.get('POST /bands/[band]/songs')!(request, {
    params: Promise.resolve({ band: 'saltreach-nine' }),
  });
  expect(response.status).toBe(403);
});
