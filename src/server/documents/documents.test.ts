import { randomUUID } from 'node:crypto';
import type { Operation } from '@/core/base/document';
import { insertSection, newSection, type RoadMap } from '@/core/song/roadmap';
import type { SongSet } from '@/core/song/set';
import { readSongs } from '../band';
import { Refusal } from '../database';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { hashOf } from '../testing/hash';
import { changesSince, follow, readDocument, revisionsOf, saveChanges, type Told } from '.';

let db: TestDatabase;
let ferry: string;
let lamp: string;
let firstSet: string;

beforeAll(async () => {
  db = await openTestDatabase('documents_test');
  ferry = await db.arrangement('Nine Mile Ferry');
  lamp = await db.arrangement('Bread and Lamplight');
  firstSet = await db.value(
    `SELECT id FROM document WHERE body->'heading'->>'title' = 'First set'`,
  );
});
afterAll(() => db.close());

const setBars = (value: unknown, id = 'sections1'): Operation[] => [
  { type: 'set', in: 'sections', id, fields: { bars: value } },
];

const save = async (
  person: string,
  document: string,
  base: number,
  ...changes: { id: string; operations: Operation[] }[]
) => {
  const author = await db.member(person);
  return db.as(person, (queries) => saveChanges(queries, author, document, base, changes));
};
const change = (operations: Operation[], id: string = randomUUID()) => ({ id, operations });
const stored = async (document: string) => {
  const { body, revision } = await db.as('Wren Halloway', (queries) =>
    readDocument(queries, document),
  );
  return { map: body as RoadMap, revision };
};
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error) =>
      error instanceof Refusal ? `${error.problem.code}: ${error.message}` : Promise.reject(error),
  );

test('a change is stored with its revision, its author and its place in the log', async () => {
  const { revision } = await stored(ferry);
  const made = change(setBars(12));
  const { outcomes, news } = await save('Odile Marsh', ferry, revision, made);
  expect(outcomes).toEqual([{ id: made.id, revision: revision + 1, repeated: false }]);
  expect(news).toEqual([{ ...made, revision: revision + 1 }]);
  expect((await stored(ferry)).map.sections.sections1?.bars).toBe(12);
  const author = await db.value(
    'SELECT name FROM change JOIN member ON member.id = author WHERE change.id = $1',
    [made.id],
  );
  expect(author).toBe('Odile Marsh');
});

test('what is kept of a save is what is stored; of one that was taken back nothing is', async () => {
  const author = await db.member('Odile Marsh');
  const named = (name: string): Operation[] => [
    { type: 'set', in: 'sections', id: 'sections1', fields: { name } },
  ];
  await save('Odile Marsh', ferry, 0, change(named('Verse one')));
  const lost = db.as('Odile Marsh', async (queries) => {
    await saveChanges(queries, author, ferry, 0, [change(named('Never'))]);
    throw new Error('taken back');
  });
  await expect(lost).rejects.toThrow('taken back');
  await save('Odile Marsh', ferry, 0, change(setBars(5)), change(setBars(6)));
  const { map } = await stored(ferry);
  expect(map.sections.sections1).toMatchObject({ name: 'Verse one', bars: 6 });
  // Pages of a band's songs read what is kept.
  const [kept] = await db.as('Odile Marsh', (queries) => readSongs(queries, [ferry]));
  expect(hashOf(kept?.map)).toBe(hashOf(map));
  expect(hashOf(map)).toBe(
    hashOf(await db.value('SELECT body FROM document WHERE id = $1', [ferry])),
  );
});

test('a change sent twice happens once, and another under its id is refused', async () => {
  const { revision } = await stored(ferry);
  const made = change(setBars(9));
  await save('Wren Halloway', ferry, revision, made);
  const again = await save('Wren Halloway', ferry, revision, made);
  expect(again.outcomes).toEqual([{ id: made.id, revision: revision + 1, repeated: true }]);
  const forged = await save('Wren Halloway', ferry, revision, change(setBars(3), made.id));
  expect(forged.outcomes[0]).toMatchObject({ problem: { code: 'taken' } });
  expect(await stored(ferry)).toMatchObject({
    revision: revision + 1,
    map: { sections: { sections1: { bars: 9 } } },
  });
});

test('edits made on an old revision are merged, and each gets the other’s', async () => {
  const { revision } = await stored(ferry);
  await save('Wren Halloway', ferry, revision, change(setBars(5)));
  const later = await save(
    'Odile Marsh',
    ferry,
    revision,
    change([{ type: 'set', in: 'sections', id: 'sections1', fields: { name: 'Opening' } }]),
  );
  expect(later.news).toHaveLength(2);
  expect((await stored(ferry)).map.sections.sections1).toMatchObject({ bars: 5, name: 'Opening' });
});

test('many people at once: every edit gets its own revision and none is lost', async () => {
  const { revision, map } = await stored(ferry);
  const people = ['Wren Halloway', 'Odile Marsh'];
  await Promise.all(
    Array.from({ length: 20 }, (_, index) =>
      save(
        people[index % 2]!,
        ferry,
        revision,
        change(insertSection(map, newSection(`p${index}`), index % 5)),
      ),
    ),
  );
  const after = await stored(ferry);
  expect(after.revision).toBe(revision + 20);
  expect(Object.keys(after.map.sections).filter((id) => id.startsWith('p'))).toHaveLength(20);
});

test('of several changes the possible ones are saved and the others get their sentence', async () => {
  const { revision } = await stored(ferry);
  const { outcomes } = await save(
    'Wren Halloway',
    ferry,
    revision,
    change(setBars(6)),
    change(setBars(0)),
    change(setBars(4, 'nowhere')),
    change(setBars(7, 'sections2')),
  );
  expect(
    outcomes.map((outcome) => ('problem' in outcome ? outcome.problem.code : 'saved')),
  ).toEqual(['saved', 'invalid', 'gone', 'saved']);
  expect((await stored(ferry)).map.sections).toMatchObject({
    sections1: { bars: 6 },
    sections2: { bars: 7 },
  });
});

test('a page ahead of what is saved is told so', async () => {
  expect(await refusal(save('Wren Halloway', ferry, 9999, change(setBars(6))))).toContain(
    'ahead: Document: This page shows edits',
  );
});

test.each(['Tam Breck', 'Ives Corran'])('%s reads but does not edit', async (person) => {
  const before = await stored(ferry);
  await db.as(person, async (queries) =>
    expect((await readDocument(queries, ferry)).mayEdit).toBe(false),
  );
  expect(await refusal(save(person, ferry, before.revision, change(setBars(6))))).toContain(
    'forbidden: Only drummers and leaders',
  );
  expect(await stored(ferry)).toEqual(before);
});

test('nobody reads or edits a band they are not in', async () => {
  expect(await refusal(db.as('Odile Marsh', (queries) => readDocument(queries, lamp)))).toContain(
    'not-found',
  );
  expect(await refusal(save('Odile Marsh', lamp, 0, change(setBars(6))))).toContain('not-found');
  expect(await refusal(save('Perpetua Lund', ferry, 0, change(setBars(6))))).toContain('not-found');
});

test('a statement that forgets to ask whose it is sees and changes nothing', async () => {
  await db
    .as('Perpetua Lund', async (queries) => {
      expect(await queries.run('SELECT 1 FROM document WHERE id = $1', [ferry])).toBe(0);
      expect(await queries.run(`UPDATE song SET title = 'Mine'`)).toBe(3); // those of her own band
      throw new Refusal({ code: 'invalid', place: '', message: 'taken back' });
    })
    .catch(() => undefined);
  const forged = db.as('Tam Breck', (queries) =>
    queries.run(
      `INSERT INTO song (band, title) SELECT band, 'Forged' FROM document WHERE id = $1`,
      [ferry],
    ),
  );
  expect(await refusal(forged)).toContain('forbidden');
  const rewritten = db.as('Odile Marsh', (queries) =>
    queries.run('UPDATE change SET author = author'),
  );
  expect(await refusal(rewritten)).toContain('forbidden');
});

test('a set that names another band’s song is refused, and stays as it was', async () => {
  const before = await stored(firstSet);
  const value = { kind: 'song', order: 'a9', arrangement: lamp, gap: { kind: 'straight-on' } };
  const insert = change([{ type: 'insert', in: 'items', id: 'x', value }]);
  expect(await refusal(save('Wren Halloway', firstSet, before.revision, insert))).toContain(
    'not one of the band’s own',
  );
  const nowhere = change([
    { type: 'insert', in: 'items', id: 'x', value: { ...value, arrangement: randomUUID() } },
  ]);
  expect(await refusal(save('Wren Halloway', firstSet, before.revision, nowhere))).toContain(
    'not one of the band’s own',
  );
  expect(await stored(firstSet)).toEqual(before);
});

test('the table of a set’s songs follows its document', async () => {
  const { revision, map } = await stored(firstSet);
  const items = Object.values((map as unknown as SongSet).items);
  await save(
    'Odile Marsh',
    firstSet,
    revision,
    change([{ type: 'remove', in: 'items', id: items[0]!.id }]),
  );
  const rows = await db.value<number>('SELECT count(*)::int FROM set_item WHERE song_set = $1', [
    firstSet,
  ]);
  expect(rows).toBe(items.length - 1);
});

test('of a change that names what is gone the rest is saved, said, and not carried out twice', async () => {
  const { revision } = await stored(ferry);
  const mixed = change([...setBars(14), ...setBars(3, 'nowhere')]);
  const { outcomes, news } = await save('Wren Halloway', ferry, revision, mixed);
  expect(outcomes).toEqual([
    expect.objectContaining({
      revision: revision + 1,
      left: [expect.objectContaining({ operation: setBars(3, 'nowhere')[0] })],
    }),
  ]);
  expect(news.at(-1)?.operations).toEqual(setBars(14));
  const again = await save('Wren Halloway', ferry, revision, mixed);
  expect(again.outcomes).toEqual([{ id: mixed.id, revision: revision + 1, repeated: true }]);
  const other = await save('Wren Halloway', ferry, revision, change(setBars(3), mixed.id));
  expect(other.outcomes[0]).toMatchObject({ problem: { code: 'taken' } });
});

test('a log written before a set could carry several fields is read as it was meant', async () => {
  const { revision } = await stored(ferry);
  const old = [{ type: 'set', in: 'sections', id: 'sections1', field: 'bars', value: 21 }];
  await db.value(
    `INSERT INTO change (document, band, revision, id, operations, author)
     SELECT id, band, $2, gen_random_uuid(), $3, $4 FROM document WHERE id = $1 RETURNING id`,
    [ferry, revision + 1, JSON.stringify(old), await db.member('Wren Halloway')],
  );
  const news = await db.as('Tam Breck', (queries) => changesSince(queries, ferry, revision));
  expect(news[0]?.operations).toEqual(setBars(21));
  await db.value('DELETE FROM change WHERE document = $1 AND revision > $2 RETURNING id', [
    ferry,
    revision,
  ]);
});

const following = async (person: string, session = '') => {
  const told: Told[] = [];
  const band = await db.value<string>(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  const member = await db.member(person);
  const stop = await follow({ band, member, session, tell: (one) => told.push(one) });
  return { told, band, member, stop };
};
const until = async (holds: () => boolean) => {
  for (let tries = 0; tries < 200 && !holds(); tries++)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(holds()).toBe(true);
};

test('who follows a band is told of every change in it with what was changed, in order', async () => {
  const { told, stop } = await following('Tam Breck');
  const { revision } = await stored(ferry);
  for (const bars of [11, 12, 13])
    await save('Wren Halloway', ferry, revision, change(setBars(bars)));
  await until(() => told.filter(({ kind }) => kind === 'document').length === 3);
  stop();
  expect(told.filter(({ kind }) => kind === 'document')).toEqual(
    [11, 12, 13].map((bars, index) => ({
      kind: 'document',
      document: ferry,
      revision: revision + index + 1,
      change: expect.objectContaining({ operations: setBars(bars) }),
    })),
  );
});

test('a follower hears of songs, and of the end of the session or membership, and nobody else does', async () => {
  const tam = await following('Tam Breck', 'aa'.repeat(32));
  const odile = await following('Odile Marsh', 'bb'.repeat(32));
  await db.value(`UPDATE song SET title = title WHERE band = $1 RETURNING id`, [tam.band]);
  await until(() => tam.told.some(({ kind }) => kind === 'songs'));
  await db.value(`SELECT open_session($1, $2, '')`, [Buffer.alloc(32, 0xaa), tam.member]);
  await db.value('SELECT close_session($1)', [Buffer.alloc(32, 0xaa)]);
  await until(() => tam.told.some(({ kind }) => kind === 'over'));
  expect(odile.told.some(({ kind }) => kind === 'over')).toBe(false);
  await db.value(
    'UPDATE membership SET role = role WHERE member = $1 AND band = $2 RETURNING role',
    [odile.member, odile.band],
  );
  await until(() => odile.told.some(({ kind }) => kind === 'over'));
  tam.stop();
  odile.stop();
});

test('who was away is told which documents have changed since, and of nothing else', async () => {
  const { band, member, stop } = await following('Tam Breck');
  const before = await revisionsOf(member, band, undefined);
  expect(Object.keys(before.revisions).length).toBeGreaterThan(10);
  const { revision } = await stored(ferry);
  await save('Wren Halloway', ferry, revision, change(setBars(15)));
  const since = await revisionsOf(member, band, before.mark);
  expect(since.revisions[ferry]).toBe(revision + 1);
  const later = await revisionsOf(member, band, since.mark);
  expect(Object.keys(later.revisions)).toEqual([]);
  stop();
});
