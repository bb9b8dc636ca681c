import { randomUUID } from 'node:crypto';
import { type HistoryChange, sittingsOf, songSteps } from '@/core/advice/history';
import { type Operation, parseDocument, replay } from '@/core/base/document';
import { roadMapKind } from '@/core/song/roadmap';
import { lastTouched, readDocument, saveChanges } from '../documents';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { hashOf } from '../testing/hash';
import { forgetVersion, historyOf, nameVersion, newsFor, noteSeen } from '.';

let db: TestDatabase;
let band: string;
let song: string;
beforeAll(async () => {
  db = await openTestDatabase('history_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  song = await songOf('Slack Water');
});
afterAll(() => db.close());

const songOf = (title: string) => db.arrangement(title);
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error: Error) => error.message,
  );
const save = async (name: string, id: string, base: number, ...all: Operation[][]) => {
  const author = await db.member(name);
  return db.as(name, (q) =>
    saveChanges(
      q,
      author,
      id,
      base,
      all.map((operations) => ({ id: randomUUID(), operations })),
    ),
  );
};
const countIn = (beats: number): Operation[] => [
  { type: 'set', in: 'start', fields: { countIn: beats } },
];
const rebuilt = ({ start, changes }: Awaited<ReturnType<typeof historyOf>>) => {
  const before = parseDocument(roadMapKind, start?.body);
  if (!before.ok) throw new Error(before.problem.message);
  const after = replay(roadMapKind, before.value, changes);
  if (!after.ok) throw new Error(after.problem.message);
  return after.value;
};

test('a log of hundreds of changes is read from the snapshot before, and rebuilds what is stored', async () => {
  const id = await songOf('Five Bells');
  for (let batch = 0; batch < 7; batch++)
    await save(
      'Odile Marsh',
      id,
      batch * 100,
      ...Array.from({ length: 100 }, (_, index) => countIn((batch * 100 + index) % 60)),
    );
  const newest = await db.as('Tam Breck', (q) => historyOf(q, id));
  expect(newest.start?.revision).toBe(400);
  expect(newest.changes).toHaveLength(300);
  expect(newest.earlier).toBe(true);
  const stored = await db.as('Tam Breck', (q) => readDocument(q, id));
  expect(hashOf(rebuilt(newest))).toBe(hashOf(stored.body));
  const before = await db.as('Tam Breck', (q) => historyOf(q, id, 401));
  expect(before.changes.at(-1)?.revision).toBe(400);
  expect(hashOf(rebuilt(before))).toBe(hashOf(newest.start?.body));
  const first = await db.as('Tam Breck', (q) => historyOf(q, id, before.start!.revision + 1));
  expect([first.start?.revision, first.earlier]).toEqual([0, false]);
});

test('what two people did, in sittings, with who overtook whom', async () => {
  await save('Wren Halloway', song, 0, countIn(6));
  await save('Odile Marsh', song, 0, countIn(8));
  const history = await db.as('Tam Breck', (q) => historyOf(q, song));
  const before = parseDocument(roadMapKind, history.start?.body);
  const changes: HistoryChange[] = history.changes;
  const found = before.ok && sittingsOf(roadMapKind, before.value, changes, songSteps);
  expect(found).toMatchObject([
    { author: 'Wren Halloway', overtook: [] },
    {
      author: 'Odile Marsh',
      steps: [{ words: 'set the count-in to 8 in place of 6.' }],
      overtook: [{ author: 'Wren Halloway', field: 'countIn', lost: 6, stands: 8 }],
    },
  ]);
});

test('moments get names from those who may change the song; a gig that has begun is one by itself', async () => {
  const wren = await db.member('Wren Halloway');
  const name = (who: string, revision: number) =>
    db.as(who, (q) => nameVersion(q, wren, song, { name: 'As played on the quay', revision }));
  await name('Wren Halloway', 1);
  expect(await refusal(name('Tam Breck', 1))).toContain('Only drummers and leaders');
  expect(await refusal(name('Wren Halloway', 99))).toContain('no such moment');
  const { versions, played } = await db.as('Tam Breck', (q) => historyOf(q, song));
  expect(versions).toMatchObject([
    { revision: 1, name: 'As played on the quay', madeBy: 'Wren Halloway' },
  ]);
  // The gig lies ahead.
  expect(played).toEqual([]);
  await db.value(
    `UPDATE event SET starts_at = (SELECT at FROM change WHERE document = $1 AND revision = 1)
     WHERE title = 'A night for the tidal mill' RETURNING id`,
    [song],
  );
  const then = await db.as('Tam Breck', (q) => historyOf(q, song));
  expect(then.played).toMatchObject([{ title: 'A night for the tidal mill', revision: 1 }]);
  await db.as('Odile Marsh', (q) => forgetVersion(q, song, versions[0]!.id));
  expect((await db.as('Tam Breck', (q) => historyOf(q, song))).versions).toEqual([]);
});

test('what others changed since one looked last is told; one’s own changes and songs never seen are not', async () => {
  const id = await songOf('Millstone');
  const tam = await db.member('Tam Breck');
  const wren = await db.member('Wren Halloway');
  const news = async (name: string) =>
    (await db.as(name, async (q) => newsFor(q, await db.member(name), band)))[id];
  await save('Wren Halloway', id, 0, countIn(5));
  expect(await news('Tam Breck')).toBeUndefined();
  await db.as('Tam Breck', (q) => noteSeen(q, tam, id, 1));
  await db.as('Wren Halloway', (q) => noteSeen(q, wren, id, 1));
  expect(await news('Tam Breck')).toBeUndefined();
  await save('Wren Halloway', id, 1, countIn(6), countIn(7));
  await save('Odile Marsh', id, 3, countIn(8));
  expect(await news('Tam Breck')).toEqual({
    count: 3,
    seen: 1,
    by: ['Odile Marsh', 'Wren Halloway'],
  });
  expect(await news('Wren Halloway')).toEqual({ count: 1, seen: 1, by: ['Odile Marsh'] });
  // Never further than there is, and never back.
  await db.as('Tam Breck', (q) => noteSeen(q, tam, id, 9999));
  await db.as('Tam Breck', (q) => noteSeen(q, tam, id, 2));
  expect(await news('Tam Breck')).toBeUndefined();
  expect(
    await db.value('SELECT revision FROM seen WHERE member = $1 AND document = $2', [tam, id]),
  ).toBe(4);
});

test('another band’s history is not there', async () => {
  expect(await refusal(db.as('Perpetua Lund', (q) => historyOf(q, song)))).toContain(
    'no such song',
  );
});

test('a section says who touched it last: itself, or a cue in it', async () => {
  const id = await songOf('Quay Lights');
  const touched = (record: string) => db.as('Tam Breck', (q) => lastTouched(q, id, record));
  const { body } = await db.as('Tam Breck', (q) => readDocument(q, id));
  const [first = '', second = ''] = Object.keys((body as { sections: object }).sections);
  expect(await touched(first)).toBeUndefined();
  const bars = (section: string, count: number): Operation[] => [
    { type: 'set', in: 'sections', id: section, fields: { bars: count } },
  ];
  await save('Odile Marsh', id, 0, bars(first, 7));
  await save('Wren Halloway', id, 0, bars(second, 9));
  expect(await touched(first)).toEqual({ name: 'Odile Marsh', at: expect.any(Date) });
  expect((await touched(second))?.name).toBe('Wren Halloway');
  await save('Wren Halloway', id, 0, [
    {
      type: 'insert',
      in: 'cues',
      id: 'new-cue',
      value: { section: first, kind: 'listen', at: { bar: 1, ticks: 0 }, words: 'Look up' },
    },
  ]);
  expect((await touched(first))?.name).toBe('Wren Halloway');
  expect(await touched('no such section')).toBeUndefined();
  await db.value('UPDATE change SET author = NULL WHERE document = $1', [id]);
  expect((await touched(first))?.name).toBeNull();
});
