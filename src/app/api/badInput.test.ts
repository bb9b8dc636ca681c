import { randomUUID } from 'node:crypto';
import { DEMO_PASSPHRASE } from '@/server/demo/people';
import { COOKIE } from '@/server/http';
import { signIn } from '@/server/people';
import { openTestDatabase, type TestDatabase } from '@/server/testing/database';
import * as events from './bands/[band]/events/route';
import * as songs from './bands/[band]/songs/route';
import * as changes from './documents/[id]/changes/route';
import * as click from './documents/[id]/click/route';
import * as document from './documents/[id]/route';
import * as sheet from './documents/[id]/sheet/route';
import * as show from './sets/[id]/show/route';
import * as song from './songs/[id]/route';

let db: TestDatabase;
let ferry: string;
/** The song that it is an arrangement of. */
let ferrySong: string;
let cookie: string;
beforeAll(async () => {
  db = await openTestDatabase('bad_input_test');
  ferry = await db.arrangement('Nine Mile Ferry');
  ferrySong = await db.value('SELECT song FROM arrangement WHERE id = $1', [ferry]);
  cookie = `${COOKIE}=${(await signIn('Wren Halloway', DEMO_PASSPHRASE)).token}`;
});
afterAll(() => db.close());

type Handler = typeof changes.POST;

const send = async (
  handler: Handler,
  body: BodyInit | undefined,
  params: object = { id: ferry },
  query = '',
  headers: Record<string, string> = {},
) => {
  const request = new Request(`http://ebrant.test/api${query}`, {
    method: body === undefined ? 'GET' : 'POST',
    headers: { cookie, 'content-type': 'application/json', ...headers },
    ...(body !== undefined && { body, duplex: 'half' }),
  } as RequestInit);
  const response = await handler(request, { params: Promise.resolve(params) });
  return { status: response.status, text: response.status === 204 ? '' : await response.text() };
};

const set = (field: string, value: unknown) => ({
  type: 'set',
  in: 'sections',
  id: 'sections1',
  field,
  value,
});
const edit = (...operations: object[]) =>
  send(changes.POST, JSON.stringify({ base: 0, changes: [{ id: randomUUID(), operations }] }));
const body = () => db.value<string>('SELECT body::text FROM document WHERE id = $1', [ferry]);

test.each<[string, object, number, string]>([
  ['no bars', set('bars', 0), 422, 'Bars are a whole number'],
  ['negative bars', set('bars', -8), 422, 'Bars are a whole number'],
  ['half bars', set('bars', 7.5), 422, 'Bars are a whole number'],
  ['absurd bars', set('bars', 1e9), 422, 'Bars are a whole number'],
  [
    'a tempo of 19',
    set('tempo', { kind: 'held', perMinute: 19, unit: 'quarter' }),
    422,
    'from 20 to 400',
  ],
  [
    'a tempo of 401',
    set('tempo', { kind: 'held', perMinute: 401, unit: 'quarter' }),
    422,
    'from 20 to 400',
  ],
  [
    'a ramp to nothing',
    set('tempo', { kind: 'ramp', shape: 'even-per-beat', from: 100, to: null, unit: 'quarter' }),
    422,
    'from 20 to 400',
  ],
  ['4/3', set('meter', { numerator: 4, denominator: 3 }), 422, 'lower number'],
  ['0/4', set('meter', { numerator: 0, denominator: 4 }), 422, 'whole number of beats'],
  [
    'a wrong grouping',
    set('meter', { numerator: 7, denominator: 8, grouping: [4, 4] }),
    422,
    'add up',
  ],
  ['an empty name', set('name', ''), 422, 'needs a name'],
  ['a name of 10,000 letters', set('name', 'n'.repeat(10_000)), 422, 'at most 120'],
  ['an id that is gone', { ...set('bars', 4), id: 'gone' }, 409, 'no longer there'],
])(
  '%s is refused with its status and a sentence, and what was saved stays',
  async (_, operation, status, words) => {
    const before = await body();
    const answer = await edit(operation);
    expect(answer.status).toBe(status);
    expect(answer.text).toContain(words);
    expect(await body()).toBe(before);
  },
);

const insert = (where: string, value: object) => ({
  type: 'insert',
  in: where,
  id: 'new-one',
  value: { section: 'sections1', ...value },
});
const FIRST = { bar: 1, ticks: 0 };

test.each<[string, object, string]>([
  ['a fermata without an end', insert('fermatas', { at: FIRST, seconds: 0 }), 'more than 0'],
  [
    'a fill that ends before it begins',
    insert('fills', { from: { bar: 4, ticks: 0 }, to: { bar: 3, ticks: 0 } }),
    'ends before it begins',
  ],
  ['a fill in bar 0.5', insert('fills', { from: { bar: 0.5, ticks: 0 } }), 'counted from 1'],
  ['a hit of no known kind', insert('hits', { kind: 'boom', at: FIRST }), 'hit, push, stop'],
  [
    'a cue without words',
    insert('cues', { kind: 'listen', at: FIRST, words: ' ' }),
    'needs a name',
  ],
  ['a change of nothing', insert('timeChanges', { bar: 3 }), 'Say which meter or tempo'],
  ['a difference for pass 0', insert('variations', { passes: { only: [0] } }), 'whole number'],
  ['a repeat played once', insert('repeats', { order: 'a0', times: 1 }), '2 to 200 times'],
  ['a part without a name', insert('parts', { order: 'a0', name: '' }), 'A part needs a name'],
  ['a phrase of 99 bars', set('phrase', 99), '1 to 32 bars'],
])('%s is refused in a sentence', async (_, operation, words) => {
  const before = await body();
  const answer = await edit(operation);
  expect(answer.status).toBe(422);
  expect(answer.text).toContain(words);
  expect(await body()).toBe(before);
});

test('repeats that multiply beyond reason, or stand in themselves, are refused', async () => {
  const repeat = (id: string, within: string | null, times = 200) => ({
    type: 'insert',
    in: 'repeats',
    id,
    value: { order: 'a0', within, times },
  });
  const inside = { type: 'set', in: 'sections', id: 'sections1', fields: { within: 'r3' } };
  const many = [repeat('r1', null), repeat('r2', 'r1'), repeat('r3', 'r2'), inside];
  expect(await edit(...many)).toMatchObject({
    status: 422,
    text: expect.stringContaining('more bars than can be played'),
  });
  expect(await edit(repeat('r1', 'r2', 2), repeat('r2', 'r1', 2))).toMatchObject({
    status: 422,
    text: expect.stringContaining('never in themselves'),
  });
});

test('a map that unrolls to more than 20,000 bars is refused', async () => {
  const answer = await edit(set('bars', 2000), set('times', 11));
  expect(answer).toMatchObject({ status: 422, text: expect.stringContaining('20000 is the most') });
});

test('markup, emoji and right-to-left names are stored as they are', async () => {
  const name = '<script>alert(1)</script> 🥁 فاصل';
  expect((await edit(set('name', name))).status).toBe(200);
  expect(JSON.parse(await body()).sections.sections1.name).toBe(name);
});

test('a body of 50 MB is refused before it is read', async () => {
  const announced = await send(changes.POST, Buffer.alloc(50 << 20, 32));
  expect(announced).toMatchObject({
    status: 413,
    text: expect.stringContaining('larger than 1 MB'),
  });
  let sent = 0;
  const endless = new ReadableStream<Uint8Array>({
    pull: (controller) => {
      sent += 1 << 16;
      controller.enqueue(new Uint8Array(1 << 16).fill(32));
    },
  });
  expect((await send(changes.POST, endless)).status).toBe(413);
  expect(sent).toBeLessThan(4 << 20);
});

test.each([
  ['', 422],
  ['{', 422],
  ['[]', 422],
  ['null', 422],
  ['{"base":-1,"changes":[]}', 422],
])('the body %j is refused', async (text, status) =>
  expect((await send(changes.POST, text)).status).toBe(status),
);

test.each<[string, unknown, string]>([
  ['U+0000', 'Verse\u0000', 'cannot be kept'],
  ['half of an emoji', 'Verse \ud83e', 'cannot be kept'],
  ['a line break', 'two\nlines', 'cannot be kept'],
])(
  'a name with %s is refused in a sentence, and the next edit is saved',
  async (_, name, words) => {
    expect(await edit(set('name', name))).toMatchObject({
      status: 422,
      text: expect.stringContaining(words),
    });
    expect((await edit(set('name', 'Verse'))).status).toBe(200);
  },
);

test('values nested 5,000 deep and unknown fields of 900 kB are refused', async () => {
  const deep = `${'['.repeat(5000)}1${']'.repeat(5000)}`;
  const heavy = JSON.stringify('x'.repeat(900_000));
  const insert = (mood: string) =>
    `{"base":0,"changes":[{"id":"${randomUUID()}","operations":[{"type":"insert","in":"sections","id":"n",
      "value":{"kind":"section","order":"a9","name":"N","bars":4,"feel":null,"level":null,"times":1,
      "tempo":null,"meter":null,"click":true,"mood":${mood}}}]}]}`;
  const before = await body();
  expect((await send(changes.POST, insert(deep))).text).toContain('at most 16 deep');
  expect((await send(changes.POST, insert(heavy))).text).toContain('at most 4000 characters');
  expect(await body()).toBe(before);
});

test('a revision beyond what the database counts to is refused', async () => {
  for (const since of ['1e12', '-1', '2147483648', 'NaN', '0.5'])
    expect((await send(changes.GET, undefined, { id: ferry }, `?since=${since}`)).status).toBe(422);
  expect((await send(changes.GET, undefined, { id: ferry }, '?since=2147483647')).status).toBe(200);
});

test('a body of another type, and a request from another site, are refused', async () => {
  const change = JSON.stringify({ title: 'Nine Mile Ferry' });
  const from = (headers: Record<string, string>) =>
    send(song.PATCH, change, { id: ferrySong }, '', headers);
  expect((await from({ 'content-type': 'text/plain' })).text).toContain('application/json');
  expect((await from({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  expect((await from({ 'sec-fetch-site': 'same-site' })).status).toBe(403);
  expect((await from({ origin: 'http://elsewhere.test', host: 'ebrant.test' })).status).toBe(403);
  expect((await from({ 'sec-fetch-site': 'same-origin' })).status).toBe(204);
});

test('an edit is never saved under the name of somebody else who signed in meanwhile', async () => {
  const change = { base: 0, changes: [{ id: randomUUID(), operations: [set('bars', 9)] }] };
  const as = (member: string) =>
    send(changes.POST, JSON.stringify(change), { id: ferry }, '', { 'ebrant-member': member });
  expect(await as(await db.member('Odile Marsh'))).toMatchObject({
    status: 401,
    text: expect.stringContaining('Somebody else is signed in'),
  });
  expect((await as(await db.member('Wren Halloway'))).status).toBe(200);
});

test('what is not there is not there, whatever its id looks like', async () => {
  expect((await send(document.GET, undefined, { id: randomUUID() })).status).toBe(404);
  expect((await send(document.GET, undefined, { id: `'; DROP TABLE song; --` })).status).toBe(422);
  expect((await send(songs.POST, '{"title":"x"}', { band: '../../etc' })).status).toBe(404);
});

test('a gig is at a time, in a time zone that there is', async () => {
  const said = { kind: 'gig', title: 'Ball', place: '', startsAt: '2027-01-05T20:00:00Z' };
  const add = (fields: object) =>
    send(events.POST, JSON.stringify({ ...said, loadInAt: null, ...fields }), {
      band: 'saltreach-nine',
    });
  expect((await add({ timeZone: 'Saltreach/Quay' })).text).toContain('There is no such time zone');
  expect((await add({ timeZone: 'Europe/Lisbon', startsAt: 'tonight' })).text).toContain(
    'on which day',
  );
  expect((await add({ timeZone: 'Europe/Lisbon', title: ' ' })).text).toContain('needs a name');
  expect((await add({ timeZone: 'Europe/Lisbon' })).status).toBe(201);
});

test.each<[string, object, string]>([
  ['without anchors', { device: 'one' }, 'array'],
  ['by a device without a name', { device: '', anchors: [] }, 'A device is named by'],
  ['by a device with markup in its name', { device: '<b>', anchors: [] }, 'A device is named by'],
  ['in a million anchors', { device: 'one', anchors: Array(61).fill({}) }, 'at most 60 anchors'],
  [
    'from a time that is none',
    {
      device: 'one',
      anchors: [{ at: 'now', item: 'a', ticks: 0, rate: 1, lasts: 1, last: false, waits: null }],
    },
    'number',
  ],
  [
    'at a rate beyond reason',
    {
      device: 'one',
      anchors: [{ at: 1, item: 'a', ticks: 0, rate: 1e9, lasts: 1, last: false, waits: null }],
    },
    '10',
  ],
])('a show that is told %s is refused in a sentence', async (_, told, words) => {
  const set = await db.value(`SELECT id FROM song_set LIMIT 1`);
  const answer = await send(show.PUT, JSON.stringify(told), { id: set });
  expect(answer.status).toBe(422);
  expect(answer.text).toContain(words);
});

test('a song’s title follows the same rules as a section’s name', async () => {
  const rename = (body: string) => send(song.PATCH, body, { id: ferrySong });
  expect((await rename('{"title":""}')).text).toContain('needs a name');
  expect((await rename(JSON.stringify({ title: 'x'.repeat(10_000) }))).status).toBe(422);
  expect(
    (await rename(JSON.stringify({ title: 'Nine Mile "Ferry" X: y 🛶 \u202e3pm' }))).status,
  ).toBe(204);
  expect((await rename(JSON.stringify({ title: 'two\r\nlines' }))).text).toContain(
    'cannot be kept',
  );
});

test('a click file’s name is safe in its header, and odd wishes are refused', async () => {
  const request = new Request('http://ebrant.test/api?as=midi', { headers: { cookie } });
  const response = await click.GET(request, { params: Promise.resolve({ id: ferry }) });
  expect(response.headers.get('content-disposition')).toBe(
    `attachment; filename="Nine Mile -Ferry- X- y __ -3pm.mid"; filename*=UTF-8''Nine%20Mile%20-Ferry-%20X-%20y%20%F0%9F%9B%B6%20-3pm.mid`,
  );
  expect((await send(click.GET, undefined, { id: ferry }, '?as=wav&bits=8')).text).toContain(
    '16 or 24 bits',
  );
  expect((await send(click.GET, undefined, { id: ferry }, '?as=ogg')).status).toBe(422);
});

test('a song or a set goes out only as what it can be', async () => {
  const set = await db.value<string>(
    `SELECT id FROM document WHERE body->'heading'->>'title' = 'First set'`,
  );
  expect(await send(sheet.GET, undefined, { id: set }, '?as=musicxml')).toMatchObject({
    status: 422,
    text: expect.stringContaining('A set does not go out as Chart (MusicXML); a song does.'),
  });
  expect(await send(click.GET, undefined, { id: ferry }, '?as=songs')).toMatchObject({
    status: 422,
    text: expect.stringContaining('a set does.'),
  });
});

test('a song without bars goes out as words and whole, and as nothing that is played', async () => {
  const made = await send(songs.POST, '{"title":"Empty pier"}', { band: 'saltreach-nine' });
  const { arrangement: id } = JSON.parse(made.text);
  for (const [route, as] of [
    [click, 'midi'],
    [click, 'wav'],
    [sheet, 'musicxml'],
  ] as const) {
    expect(await send(route.GET, undefined, { id }, `?as=${as}`)).toMatchObject({
      status: 422,
      text: expect.stringContaining('The song has no bars yet'),
    });
  }
  expect((await send(sheet.GET, undefined, { id }, '?as=json')).status).toBe(200);
});
