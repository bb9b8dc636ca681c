import { randomUUID } from 'node:crypto';
import type { Run } from '@/core/practice/log';
import { asMember, type MemberId } from '../database';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  keepByHand,
  keepPlan,
  keepRun,
  logOf,
  plansOf,
  removeEntry,
  removeRun,
  runsOf,
  toldReadiness,
} from '.';

let db: TestDatabase;
let song = '';
let band = '';
let event = '';
const ids = new Map<string, MemberId>();
beforeAll(async () => {
  db = await openTestDatabase('practice_test');
  for (const name of ['Wren Halloway', 'Tam Breck', 'Odile Marsh', 'Perpetua Lund'])
    ids.set(name, await db.value('SELECT id FROM member WHERE name = $1', [name]));
  song = await db.arrangement('Nine Mile Ferry');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  event = await db.value(`SELECT id FROM event WHERE band = $1 AND kind = 'gig'`, [band]);
  // The demo’s own log is left out of account here.
  await db.value('WITH gone AS (DELETE FROM practice RETURNING 1) SELECT count(*)::int FROM gone');
});
afterAll(() => db.close());

const as = (name: string): MemberId => ids.get(name)!;
const runOf = (passage: string): Run => ({
  id: randomUUID(),
  goal: '',
  passage,
  first: 27,
  last: 33,
  target: 126,
  best: 112,
  rounds: 12,
  clean: 9,
  seconds: 240,
  late: null,
  spread: null,
});
const keep = (name: string, run: Run) =>
  asMember(as(name), (one) => keepRun(one, as(name), song, run));
const runs = (name: string) => asMember(as(name), (one) => runsOf(one, song));

test('a run is kept once, read by its member alone, the last first, and forgotten', async () => {
  const [first, second] = [runOf('Chorus'), runOf('Bridge')];
  await keep('Wren Halloway', first);
  await keep('Wren Halloway', first);
  await keep('Wren Halloway', second);
  await keep('Tam Breck', runOf('Verse'));
  expect((await runs('Wren Halloway')).map(({ passage }) => passage)).toEqual(['Bridge', 'Chorus']);
  const [last] = await runs('Wren Halloway');
  expect(last).toEqual({ ...second, at: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) });
  // Nobody removes another's.
  await asMember(as('Tam Breck'), (one) => removeRun(one, song, second.id));
  expect(await runs('Wren Halloway')).toHaveLength(2);
  await asMember(as('Wren Halloway'), (one) => removeRun(one, song, second.id));
  expect((await runs('Wren Halloway')).map(({ passage }) => passage)).toEqual(['Chorus']);
});

test('a song of another band is not there', async () => {
  await expect(keep('Perpetua Lund', runOf('Chorus'))).rejects.toMatchObject({
    problem: { code: 'not-found' },
  });
  await expect(runs('Perpetua Lund')).rejects.toMatchObject({ problem: { code: 'not-found' } });
});

test('what is said by hand stands in the log with the runs, for its member alone, until it is forgotten', async () => {
  const said = {
    id: randomUUID(),
    kind: 'by-hand' as const,
    song: null,
    words: '20 minutes on the pad',
    minutes: 20,
    at: '2026-11-20T18:30:00+01:00',
  };
  const [wren, tam] = [as('Wren Halloway'), as('Tam Breck')];
  await asMember(wren, (one) => keepByHand(one, wren, band, said));
  await asMember(wren, (one) => keepByHand(one, wren, band, said));
  const log = await asMember(wren, (one) => logOf(one, band));
  expect(log.map(({ song: of }) => of)).toEqual([song, null]);
  expect(log[1]).toEqual({ at: '2026-11-20T17:30:00.000Z', song: null, what: said });
  expect((await asMember(tam, (one) => logOf(one, band))).map(({ song: of }) => of)).toEqual([
    song,
  ]);
  await asMember(tam, (one) => removeEntry(one, band, said.id));
  expect(await asMember(wren, (one) => logOf(one, band))).toHaveLength(2);
  await asMember(wren, (one) => removeEntry(one, band, said.id));
  expect(await asMember(wren, (one) => logOf(one, band))).toHaveLength(1);
});

test('what was heard or played through belongs to its song, and is no run of it', async () => {
  const wren = as('Wren Halloway');
  const before = (await runs('Wren Halloway')).length;
  const said = {
    id: randomUUID(),
    kind: 'by-hand' as const,
    words: 'Listen to Nine Mile Ferry',
    song,
    minutes: 4,
    at: '2026-11-21T18:30:00Z',
  };
  await asMember(wren, (one) => keepByHand(one, wren, band, said));
  const log = await asMember(wren, (one) => logOf(one, band));
  expect(log.find(({ what }) => what.id === said.id)).toMatchObject({ song });
  expect(await runs('Wren Halloway')).toHaveLength(before);
  const perpetua = as('Perpetua Lund');
  await expect(
    asMember(perpetua, (one) => keepByHand(one, perpetua, band, { ...said, id: randomUUID() })),
  ).rejects.toMatchObject({ problem: { code: 'not-found' } });
  await asMember(wren, (one) => removeEntry(one, band, said.id));
});

test('nobody logs what is still to come', async () => {
  const wren = as('Wren Halloway');
  const at = (time: number) => ({
    id: randomUUID(),
    kind: 'by-hand' as const,
    song: null,
    words: 'On the pad',
    minutes: 20,
    at: new Date(time).toISOString(),
  });
  const now = Date.parse('2026-11-20T12:00:00Z');
  const keep = (ahead: number) =>
    asMember(wren, (one) => keepByHand(one, wren, band, at(now + ahead), now));
  await keep(23 * 3600_000);
  await expect(keep(25 * 3600_000)).rejects.toMatchObject({
    problem: { message: 'That day is still to come: log it once it is done.' },
  });
});

test('a plan is kept as it was said last; leaders are told how far songs are only while they may know', async () => {
  const [wren, odile] = [as('Wren Halloway'), as('Odile Marsh')];
  const put = (shares: boolean, usual: number) =>
    asMember(wren, (one) =>
      keepPlan(one, wren, band, {
        event,
        settings: { usual, days: { 20790: { minutes: 20, hasKit: false } }, shares },
        readiness: { [song]: 'nearly' },
      }),
    );
  const told = () => asMember(odile, (one) => toldReadiness(one, band));
  await put(false, 30);
  expect(await told()).toEqual([]);
  await put(true, 45);
  expect(await told()).toEqual([{ event, name: 'Wren Halloway', songs: { [song]: 'nearly' } }]);
  expect(await asMember(wren, (one) => plansOf(one, band))).toEqual({
    [event]: { usual: 45, days: { 20790: { minutes: 20, hasKit: false } }, shares: true },
  });
  expect(await asMember(odile, (one) => plansOf(one, band))).toEqual({});
  await put(false, 45);
  expect(await told()).toEqual([]);
  await expect(
    asMember(as('Perpetua Lund'), (one) =>
      keepPlan(one, as('Perpetua Lund'), band, {
        event,
        settings: { usual: 30, days: {}, shares: false },
        readiness: {},
      }),
    ),
  ).rejects.toMatchObject({ problem: { code: 'not-found' } });
});
