import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import type { MemberId } from '../database';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  auditOf,
  bandMembers,
  changeBand,
  foundBand,
  giveRole,
  invite,
  joinBy,
  ledBandEvenDeleted,
  makeAccount,
  openInvitations,
  type Role,
  readInvitation,
  removeMember,
  revokeInvitation,
  shortNameOf,
} from '.';

let db: TestDatabase;
let band: string;
beforeAll(async () => {
  db = await openTestDatabase('invitations_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
});
beforeEach(() => db.value(`DELETE FROM attempt RETURNING key`));
afterAll(() => db.close());

const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error: Error) => error.message,
  );
const made = async (about: { role?: Role; uses?: number; days?: number } = {}) => {
  const odile = await db.member('Odile Marsh');
  return db.as('Odile Marsh', (q) =>
    invite(q, odile, band, { role: 'player', uses: 1, days: 7, ...about }),
  );
};
const comes = async (name: string, invitation: string): Promise<MemberId> =>
  makeAccount({ name, passphrase: 'nets drying in the loft', invitation }, '');
const roleOf = (name: string) =>
  db.value(
    'SELECT role FROM membership JOIN member ON member.id = member WHERE name = $1 AND band = $2',
    [name, band],
  );
const leave = async (name: string, of = band) => {
  const member = await db.member(name);
  return db.as(name, (q) => removeMember(q, of, member));
};

test('somebody new comes in by an invitation, with an account of their own', async () => {
  const invitation = await made({ role: 'drummer' });
  expect(await readInvitation(invitation, '')).toEqual({
    name: 'The Saltreach Nine',
    role: 'drummer',
    madeBy: 'Odile Marsh',
    state: 'open',
  });
  await comes('Sister Anselm', invitation);
  expect(await roleOf('Sister Anselm')).toBe('drummer');
  const [last] = await db.as('Odile Marsh', (q) => auditOf(q, band));
  expect(last).toMatchObject({
    what: 'joined',
    actor: 'Sister Anselm',
    detail: { role: 'drummer', by: 'Odile Marsh' },
  });
});

test('reading an invitation, however often, uses nothing up', async () => {
  const invitation = await made();
  for (let count = 0; count < 30; count++) await readInvitation(invitation, '198.51.100.4');
  const [open] = await db.as('Odile Marsh', (q) => openInvitations(q, band));
  expect(open).toMatchObject({ uses: 1, used: 0, madeBy: 'Odile Marsh' });
});

test('two who come at once with an invitation for one: one of them is in, the other has no account', async () => {
  const invitation = await made();
  const tries = await Promise.all(
    ['Ash Pell', 'Cade Orme'].map((name) => refusal(comes(name, invitation))),
  );
  expect(tries.filter((answer) => answer === 'not refused')).toHaveLength(1);
  expect(tries.find((answer) => answer !== 'not refused')).toContain('As many have come');
  expect(
    await db.value(`SELECT count(*)::int FROM member WHERE name IN ('Ash Pell', 'Cade Orme')`),
  ).toBe(1);
});

test('who is in the band already stays what they are, and uses nothing up', async () => {
  const invitation = await made({ role: 'guest' });
  expect(await db.as('Wren Halloway', (q) => joinBy(q, invitation))).toBe('saltreach-nine');
  expect(await roleOf('Wren Halloway')).toBe('drummer');
  expect(await refusal(comes('Fenn Adair', invitation))).toBe('not refused');
});

test('an invitation that is forged, old, taken back, or to a deleted band lets nobody in', async () => {
  expect(await refusal(comes('Nobody One', 'f'.repeat(43)))).toContain('no such invitation');
  const old = await made();
  await db.value(`UPDATE invitation SET expires_at = now() - interval '1 minute' RETURNING id`);
  expect(await refusal(readInvitation(old, ''))).toContain('has run out');
  expect(await refusal(comes('Nobody Two', old))).toContain('has run out');
  const back = await made();
  const [open] = await db.as('Odile Marsh', (q) => openInvitations(q, band));
  await db.as('Odile Marsh', (q) => revokeInvitation(q, band, open!.id));
  expect(await refusal(comes('Nobody Three', back))).toContain('was taken back');
  const gone = await made();
  await db.value('UPDATE band SET deleted_at = now() WHERE id = $1 RETURNING id', [band]);
  expect(await refusal(comes('Nobody Four', gone))).toContain('no longer there');
  await db.value('UPDATE band SET deleted_at = NULL WHERE id = $1 RETURNING id', [band]);
  expect(await db.value(`SELECT count(*)::int FROM member WHERE name LIKE 'Nobody%'`)).toBe(0);
});

test('who was taken out does not come back by an invitation of before, but by a new one', async () => {
  const before = await made({ uses: 5 });
  const quill = await comes('Quill Ash', before);
  await db.as('Odile Marsh', (q) => removeMember(q, band, quill));
  const again = (token: string) => refusal(db.as('Quill Ash', (q) => joinBy(q, token)));
  expect(await again(before)).toContain('taken out of this band');
  expect(await again(await made())).toBe('not refused');
  // Who left by themselves comes back as they like.
  await leave('Quill Ash');
  expect(await again(before)).toContain('taken out of this band');
  expect(await again(await made())).toBe('not refused');
});

test('what a leader has made lets nobody in once they lead no more', async () => {
  const anselm = await db.member('Sister Anselm');
  await db.as('Odile Marsh', (q) => giveRole(q, band, anselm, 'leader', undefined));
  const token = await db.as('Sister Anselm', (q) =>
    invite(q, anselm, band, { role: 'leader', uses: 9, days: 9 }),
  );
  await db.as('Odile Marsh', (q) => giveRole(q, band, anselm, 'drummer', undefined));
  expect(await refusal(comes('Nobody Five', token))).toContain('was taken back');
});

describe('leaders', () => {
  test('hand over by one step; the band never has none', async () => {
    const odile = await db.member('Odile Marsh');
    const wren = await db.member('Wren Halloway');
    expect(await refusal(leave('Odile Marsh'))).toContain('always has a leader');
    await db.as('Odile Marsh', (q) => giveRole(q, band, wren, 'leader', odile));
    expect([await roleOf('Wren Halloway'), await roleOf('Odile Marsh')]).toEqual([
      'leader',
      'drummer',
    ]);
    const step = () => db.as('Wren Halloway', (q) => giveRole(q, band, wren, 'player', undefined));
    expect(await refusal(step())).toContain('always has a leader');
    await db.as('Wren Halloway', (q) => giveRole(q, band, odile, 'leader', wren));
    expect([await roleOf('Wren Halloway'), await roleOf('Odile Marsh')]).toEqual([
      'drummer',
      'leader',
    ]);
  });

  test('two who go at once do not leave it without one', async () => {
    const wren = await db.member('Wren Halloway');
    for (let round = 0; round < 5; round++) {
      await db.as('Odile Marsh', (q) => giveRole(q, band, wren, 'leader', undefined));
      const gone = await Promise.all(
        ['Odile Marsh', 'Wren Halloway'].map((name) => refusal(leave(name))),
      );
      expect(gone.filter((answer) => answer === 'not refused')).toHaveLength(1);
      const [left = ''] = ['Odile Marsh', 'Wren Halloway'].filter(
        (_, i) => gone[i] !== 'not refused',
      );
      expect(await roleOf(left)).toBe('leader');
      await db.value(
        `INSERT INTO membership (band, member, role) SELECT $1, id, 'drummer' FROM member
         WHERE name IN ('Odile Marsh', 'Wren Halloway') ON CONFLICT DO NOTHING RETURNING role`,
        [band],
      );
      await db.value(
        `UPDATE membership SET role = 'leader' WHERE band = $1
         AND member IN (SELECT id FROM member WHERE name = 'Odile Marsh') RETURNING role`,
        [band],
      );
      await db.as('Odile Marsh', (q) => giveRole(q, band, wren, 'drummer', undefined));
    }
  });
});

describe('bands', () => {
  test.each([
    ['The Saltreach Nine!', 'the-saltreach-nine'],
    ['Café Ångström', 'cafe-angstrom'],
    ['海の音', 'band'],
    ['  --  ', 'band'],
    ['x'.repeat(80), 'x'.repeat(50)],
  ])('%s has the short name %s', (name, short) => {
    expect(shortNameOf(name)).toBe(short);
  });

  test('is founded with a library, and its founder leads it; one of the same name has an address of its own', async () => {
    const tam = await db.member('Tam Breck');
    const found = (name: string) => db.as('Tam Breck', (q) => foundBand(q, tam, name));
    const slug = await found('The Quay Four');
    expect(slug).toBe('the-quay-four');
    expect(await found('The Quay Four')).toMatch(/^the-quay-four-[0-9a-f]{6}$/);
    // The application's own addresses begin with other words.
    const ours = readdirSync('src/app').filter((name) => shortNameOf(name) === name);
    expect(ours).toContain('account');
    for (const name of ours) expect(await found(name)).toMatch(/-[0-9a-f]{6}$/);
    const { id } = await db.as('Tam Breck', (q) => ledBandEvenDeleted(q, slug));
    expect(await db.as('Tam Breck', (q) => bandMembers(q, id))).toMatchObject([
      { name: 'Tam Breck', role: 'leader' },
    ]);
    expect(await db.value('SELECT count(*)::int FROM library WHERE band = $1', [id])).toBe(1);
    expect(await refusal(db.as('Odile Marsh', (q) => ledBandEvenDeleted(q, slug)))).toContain(
      'no such band',
    );
  });

  test('is renamed, archived, deleted and taken back, and each stands in the log', async () => {
    const change = (changes: Parameters<typeof changeBand>[2]) =>
      db.as('Odile Marsh', (q) => changeBand(q, band, changes));
    await change({ name: 'The Saltreach Ten' });
    await change({ archived: true });
    await change({ archived: false });
    await change({ deleted: true });
    await change({ deleted: false });
    const log = await db.as('Odile Marsh', (q) => auditOf(q, band));
    expect(log.slice(0, 5).map(({ what }) => what)).toEqual([
      'restored',
      'deleted',
      'unarchived',
      'archived',
      'renamed',
    ]);
    expect(log[4]?.detail).toEqual({ from: 'The Saltreach Nine', to: 'The Saltreach Ten' });
  });

  test('goes for good with all that is in it thirty days after it was deleted, and no other does', async () => {
    const slug = await db.as('Tam Breck', async (q) =>
      foundBand(q, await db.member('Tam Breck'), 'A Passing Thing'),
    );
    const passing = await db.value<string>('SELECT id FROM band WHERE slug = $1', [slug]);
    await db.value(`INSERT INTO song (id, band, title) VALUES ($1, $2, 'Gone') RETURNING id`, [
      randomUUID(),
      passing,
    ]);
    const ago = (days: number) =>
      db.value(
        `UPDATE band SET deleted_at = now() - make_interval(days => $2) WHERE id = $1 RETURNING id`,
        [passing, days],
      );
    const left = () => db.value(`SELECT count(*)::int FROM band WHERE id = $1`, [passing]);
    const purge = () => db.as('Odile Marsh', (q) => q.run('SELECT purge_bands()'));
    await ago(29);
    await purge();
    expect(await left()).toBe(1);
    await ago(31);
    const others = await db.value('SELECT count(*)::int FROM song WHERE band <> $1', [passing]);
    await purge();
    expect(await left()).toBe(0);
    expect(await db.value('SELECT count(*)::int FROM song WHERE band = $1', [passing])).toBe(0);
    expect(await db.value('SELECT count(*)::int FROM song')).toBe(others);
  });
});
