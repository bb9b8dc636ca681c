import { httpConnection } from './connection';

const answer = (status: number, body: unknown, headers: Record<string, string> = {}) =>
  jest
    .spyOn(globalThis, 'fetch')
    .mockImplementation(
      async () =>
        new Response(typeof body === 'string' ? body : JSON.stringify(body), { status, headers }),
    );
afterEach(() => jest.restoreAllMocks());

const connection = httpConnection('song', 'wren');
const CHANGE = {
  id: 'c1',
  operations: [{ type: 'set', in: 'sections', id: 'a', fields: { bars: 4 } }] as const,
};
const send = () => connection.send(3, [CHANGE]);
const PROBLEM = { code: 'invalid', place: 'Song', message: 'No.' };

test('a request says which member it is for, and what came of each change is answered', async () => {
  const fetched = answer(200, { outcomes: [{ id: 'c1', revision: 4, repeated: false }], news: [] });
  expect(await send()).toEqual({ kind: 'saved', outcomes: [{ id: 'c1' }], news: [] });
  const [url, init] = fetched.mock.calls[0] ?? [];
  expect([url, init?.headers, JSON.parse(String(init?.body))]).toEqual([
    '/api/documents/song/changes',
    { 'Content-Type': 'application/json', 'Ebrant-Member': 'wren' },
    { base: 3, changes: [CHANGE] },
  ]);
});

test('changes that were refused one by one come with their reasons, whatever the status', async () => {
  const left = [{ operation: CHANGE.operations[0], problem: { ...PROBLEM, code: 'gone' } }];
  answer(409, {
    outcomes: [
      { id: 'c1', left },
      { id: 'c2', problem: PROBLEM },
    ],
    news: [],
  });
  expect(await send()).toMatchObject({
    kind: 'saved',
    outcomes: [
      { id: 'c1', left },
      { id: 'c2', problem: PROBLEM },
    ],
  });
});

test('operations of an earlier version in the log are read as those of now', async () => {
  const old = { type: 'set', in: 'start', field: 'countIn', value: 6 };
  answer(200, { news: [{ id: 'x', revision: 4, operations: [old] }] });
  expect(await connection.newsSince(3)).toEqual({
    kind: 'news',
    news: [
      { id: 'x', revision: 4, operations: [{ type: 'set', in: 'start', fields: { countIn: 6 } }] },
    ],
  });
});

test.each<[string, number, unknown, Record<string, string>, object]>([
  ['a refusal of the whole', 422, { problem: PROBLEM }, {}, { kind: 'refused', problem: PROBLEM }],
  ['a breakdown', 500, { problem: { ...PROBLEM, code: 'unavailable' } }, {}, { kind: 'failed' }],
  ['a breakdown in HTML', 500, '<h1>Error</h1>', {}, { kind: 'failed' }],
  [
    'signed out',
    401,
    { problem: { ...PROBLEM, code: 'signed-out' } },
    {},
    { kind: 'away', why: 'No.' },
  ],
  [
    'too busy',
    503,
    { problem: { ...PROBLEM, code: 'unavailable' } },
    { 'Retry-After': '7' },
    { kind: 'away', why: 'No.', wait: 7000 },
  ],
  ['a proxy without a server', 502, 'Bad gateway', {}, { kind: 'away' }],
  ['ahead of the server', 409, { problem: { ...PROBLEM, code: 'ahead' } }, {}, { kind: 'away' }],
  [
    'a portal’s page in place of the server',
    200,
    '<html>Welcome to our hotel</html>',
    {},
    { kind: 'away', why: expect.stringContaining('Something else answers') },
  ],
  ['a body that was cut', 200, '{"outcomes":[{"id":"c1"', {}, { kind: 'away' }],
  ['an answer of another shape', 200, { outcomes: 'none', news: [] }, {}, { kind: 'away' }],
])('%s', async (_, status, body, headers, expected) => {
  answer(status, body, headers);
  expect(await send()).toMatchObject(expected);
});

test('no network is an answer too', async () => {
  jest.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('Failed to fetch'));
  expect(await send()).toEqual({ kind: 'away' });
  expect(await connection.newsSince(3)).toEqual({ kind: 'away' });
  answer(200, 'portal');
  expect(await connection.newsSince(3)).toMatchObject({ kind: 'away' });
});
