import type { Anchor } from '@/core/playing/show';
import { asMember, type MemberId } from '../database';
import { follow, type Told } from '../documents';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { endShow, showOf, takeShow, tellShow } from '.';

let db: TestDatabase;
let set = '';
let band = '';
const ids = new Map<string, MemberId>();
beforeAll(async () => {
  db = await openTestDatabase('show_test');
  for (const name of ['Wren Halloway', 'Odile Marsh', 'Tam Breck', 'Perpetua Lund'])
    ids.set(name, await db.value('SELECT id FROM member WHERE name = $1', [name]));
  set = await db.value(`SELECT id FROM document WHERE body->'heading'->>'title' = 'First set'`);
  band = await db.value('SELECT band FROM document WHERE id = $1', [set]);
});
afterAll(() => db.close());
beforeEach(() => db.value('WITH gone AS (DELETE FROM show) SELECT 1'));

const as = (name: string): MemberId => ids.get(name) ?? ('' as MemberId);
const anchor: Anchor = {
  at: 1_800_000_000_000,
  item: 'a',
  ticks: -80640,
  rate: 1,
  lasts: 12.5,
  last: false,
  waits: null,
};
const tell = (name: string, device: string, anchors: Anchor[] = [anchor]) =>
  asMember(as(name), (one) => tellShow(one, { set, device, told: { anchors } }));
const take = (name: string, device: string, anchors: Anchor[] = [anchor]) =>
  asMember(as(name), (one) => takeShow(one, { member: as(name), set, device, told: { anchors } }));
const show = (name = 'Tam Breck') => asMember(as(name), (one) => showOf(one, set));

test('what the conductor tells is read by everybody of the band, and by nobody else', async () => {
  expect(await show()).toBeUndefined();
  await take('Wren Halloway', 'tablet');
  expect(await show()).toMatchObject({
    conductor: 'Wren Halloway',
    device: 'tablet',
    anchors: [anchor],
  });
  expect((await show())?.silent).toBeLessThan(5000);
  expect(await show('Perpetua Lund')).toBeUndefined();
});

test('one device conducts: another is refused by name until the baton is given away', async () => {
  await take('Wren Halloway', 'tablet');
  const refused = { problem: { code: 'taken', message: expect.stringContaining('Wren Halloway') } };
  for (const conduct of [take, tell]) {
    await expect(conduct('Odile Marsh', 'phone')).rejects.toMatchObject(refused);
    await expect(conduct('Wren Halloway', 'laptop')).rejects.toMatchObject(refused);
  }
  // Who does not conduct gives nothing away.
  await asMember(as('Odile Marsh'), (one) => endShow(one, set, 'phone'));
  expect(await show()).toMatchObject({ device: 'tablet' });
  await asMember(as('Wren Halloway'), (one) => endShow(one, set, 'tablet'));
  expect(await show()).toBeUndefined();
  await take('Odile Marsh', 'phone', []);
  expect(await show()).toMatchObject({ conductor: 'Odile Marsh', anchors: [] });
  await tell('Odile Marsh', 'phone');
  expect(await show()).toMatchObject({ conductor: 'Odile Marsh', anchors: [anchor] });
});

test('what was told before the baton was given away and comes after it begins no show anew', async () => {
  await take('Wren Halloway', 'tablet');
  await asMember(as('Wren Halloway'), (one) => endShow(one, set, 'tablet'));
  await tell('Wren Halloway', 'tablet');
  expect(await show()).toBeUndefined();
});

test('a conductor who was not heard for a while has lost the baton, and hears so', async () => {
  await take('Wren Halloway', 'tablet');
  const silentFor = (seconds: number) =>
    db.value('UPDATE show SET heard_at = now() - make_interval(secs => $1) RETURNING device', [
      seconds,
    ]);
  await silentFor(14);
  await expect(take('Odile Marsh', 'phone')).rejects.toMatchObject({ problem: { code: 'taken' } });
  // Back before anybody took over, it goes on.
  await silentFor(16);
  await tell('Wren Halloway', 'tablet');
  expect((await show())?.silent).toBeLessThan(5000);
  await silentFor(16);
  await take('Odile Marsh', 'phone');
  await expect(tell('Wren Halloway', 'tablet')).rejects.toMatchObject({
    problem: { message: expect.stringContaining('Odile Marsh') },
  });
});

test('players and strangers conduct nothing', async () => {
  for (const conduct of [take, tell]) {
    await expect(conduct('Tam Breck', 'phone')).rejects.toMatchObject({
      problem: { code: 'forbidden' },
    });
    await expect(conduct('Perpetua Lund', 'phone')).rejects.toMatchObject({
      problem: { code: 'not-found' },
    });
  }
});

test('everybody who follows the band is told of each move, and of the end', async () => {
  const told: Told[] = [];
  const stop = await follow({
    band,
    member: as('Tam Breck'),
    session: '',
    tell: (one) => told.push(one),
  });
  const heard = async (count: number) => {
    for (let tries = 0; told.length < count && tries < 100; tries++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    return told[count - 1];
  };
  try {
    await take('Wren Halloway', 'tablet');
    expect(await heard(1)).toMatchObject({ kind: 'show', set, show: { anchors: [anchor] } });
    await tell('Wren Halloway', 'tablet', []);
    expect(await heard(2)).toMatchObject({ kind: 'show', set, show: { anchors: [] } });
    await asMember(as('Wren Halloway'), (one) => endShow(one, set, 'tablet'));
    expect(await heard(3)).toEqual({ kind: 'show', set, show: null });
  } finally {
    stop();
  }
});
