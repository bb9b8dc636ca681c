import { randomUUID } from 'node:crypto';
import { DEMO_PASSPHRASE } from '../demo/people';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  accountOf,
  auditOf,
  changePassphrase,
  confirmSession,
  deleteAccount,
  endSessions,
  hashPassphrase,
  makeAccount,
  makeResetLink,
  ownData,
  readResetLink,
  recoverByCode,
  recoverByLink,
  renameMember,
  renewCodes,
  signedIn,
  signIn,
  weakness,
} from '.';
import { shapeOf } from './names';

let db: TestDatabase;
let band: string;
beforeAll(async () => {
  db = await openTestDatabase('accounts_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
});
beforeEach(() => db.value(`DELETE FROM attempt RETURNING key`));
afterEach(() => {
  delete process.env.EBRANT_SIGN_UP;
});
afterAll(() => db.close());

const PASSPHRASE = 'nets drying in the loft';
const HERE = { source: '192.0.2.9', device: undefined };
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error: Error) => error.message,
  );
const make = (name: string, passphrase = PASSPHRASE) => {
  process.env.EBRANT_SIGN_UP = 'open';
  return makeAccount({ name, passphrase }, '');
};

describe('passphrases', () => {
  // OWASP ASVS 4.0.3: 2.1.1 at least 12 characters, 2.1.2 no more than 128, 2.1.7 none that is common,
  // 2.1.9 nothing asked of what it is composed of.
  test.each([
    ['the tidal mill', undefined],
    ['aaaabbbbccccd', undefined],
    ['x'.repeat(64).replace(/xx/g, 'xy'), expect.stringContaining('Very many')],
    ['shortpass12', expect.stringContaining('at least 12')],
    ['a tide too long '.repeat(9), expect.stringContaining('at most 128')],
    ['password-1234', expect.stringContaining('Very many')],
    ['Password Password', expect.stringContaining('Very many')],
    ['123456123456', expect.stringContaining('Very many')],
    ['aaaaaaaaaaaaa', expect.stringContaining('Very many')],
    ['Wren Halloway!1', expect.stringContaining('more than one’s name')],
    ['wren halloway plays drums', undefined],
    // Twelve characters of two bytes and of four each.
    ['ракушки-море', undefined],
    ['🥁🎸🎺🎷🥁🎸🎺🎷🥁🎸🎺🎻', undefined],
  ])('%s', (passphrase, expected) => {
    expect(weakness(passphrase, 'Wren Halloway')).toEqual(expected);
  });
});

describe('names', () => {
  test.each([
    ['Wren Hаlloway', 'Wren Halloway', 'a Cyrillic а'],
    ['Wren Ha11oway', 'Wren Halloway', 'ones for ells'],
    ['ＷＲＥＮ Halloway', 'wren halloway', 'full width'],
    ['0dile  Marsh', 'Odile Marsh', 'a zero, two spaces'],
    ['Ꭲam Breck', 'Tam Breck', 'a Cherokee letter'],
  ])('%s looks like %s: %s', (one, other) => {
    expect(shapeOf(one)).toBe(shapeOf(other));
  });

  test('names that differ to the eye have different shapes', () => {
    const names = ['Wren', 'Wrenn', 'Ren', '陳大文', '陳小文', 'Иван', 'Ивана', '🥁', '🎸'];
    expect(new Set(names.map(shapeOf)).size).toBe(names.length);
  });
});

test('an account is made, signs in, and is in no band', async () => {
  const member = await make('Sister Anselm');
  const { token } = await signIn('sister anselm', PASSPHRASE);
  expect(await signedIn(token)).toMatchObject({ member, name: 'Sister Anselm', confirmed: true });
  expect(await db.value('SELECT count(*)::int FROM membership WHERE member = $1', [member])).toBe(
    0,
  );
});

test('without an invitation nobody makes an account, unless the setting is open', async () => {
  const answer = await refusal(makeAccount({ name: 'A Passer-by', passphrase: PASSPHRASE }, ''));
  expect(answer).toBe('Accounts are made with an invitation from a band.');
});

test('a name that is taken, or looks like one, is refused, also at once', async () => {
  expect(await refusal(make('Tam Breck'))).toContain('has this name already');
  expect(await refusal(make('Tаm Brеck'))).toContain('has this name already');
  const both = await Promise.all([refusal(make('Quill Ash')), refusal(make('QuiII Ash'))]);
  expect(both.filter((answer) => answer === 'not refused')).toHaveLength(1);
  const quill = await db.member(
    await db.value(`SELECT name FROM member WHERE name ILIKE 'qu%ash'`),
  );
  await db.as('Tam Breck', async () => undefined);
  expect(await refusal(db.as('Tam Breck', (q) => renameMember(q, quill, 'Somebody')))).toBe(
    'not refused',
  );
  expect(await db.value('SELECT name FROM member WHERE id = $1', [quill])).not.toBe('Somebody');
});

test('from one address, accounts are made twenty an hour and no more', async () => {
  process.env.EBRANT_SIGN_UP = 'open';
  for (let count = 0; count < 20; count++)
    await refusal(makeAccount({ name: 'Tam Breck', passphrase: PASSPHRASE }, '203.0.113.9'));
  const answer = await refusal(
    makeAccount({ name: 'The 21st', passphrase: PASSPHRASE }, '203.0.113.9'),
  );
  expect(answer).toMatch(/very often. Try again in (5\d|60) min/);
}, 30_000);

test('a new passphrase ends every session, and the old one opens none', async () => {
  const member = await make('Brother Cade');
  const { token } = await signIn('Brother Cade', PASSPHRASE);
  const hash = await hashPassphrase('a kettle before the tide');
  await db.as('Brother Cade', (q) => changePassphrase(q, member, hash));
  expect(await signedIn(token)).toBeUndefined();
  expect(await refusal(signIn('Brother Cade', PASSPHRASE))).toContain('do not belong together');
  expect(await refusal(signIn('Brother Cade', 'a kettle before the tide'))).toBe('not refused');
});

test('a session that was not used for thirty days, or is ninety days old, is over', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  const { session } = (await signedIn(token))!;
  const age = (column: string, days: string) =>
    db.value(`UPDATE session SET ${column} = now() ${days} WHERE id = $1 RETURNING id`, [session]);
  await age('used_at', `- interval '29 days'`);
  expect(await signedIn(token)).toBeDefined();
  // Being asked for is use.
  expect(
    await db.value(`SELECT used_at > now() - interval '1 minute' FROM session WHERE id = $1`, [
      session,
    ]),
  ).toBe(true);
  await age('used_at', `- interval '31 days'`);
  expect(await signedIn(token)).toBeUndefined();
  await age('used_at', '');
  await age('expires_at', `- interval '1 second'`);
  expect(await signedIn(token)).toBeUndefined();
});

test('who signed in more than ten minutes ago shows again who they are', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  const who = (await signedIn(token))!;
  await db.value(
    `UPDATE session SET confirmed_at = now() - interval '11 minutes' WHERE id = $1 RETURNING id`,
    [who.session],
  );
  expect(await signedIn(token)).toMatchObject({ confirmed: false });
  expect(await refusal(confirmSession(token, who, 'wrong', HERE))).toContain('do not belong');
  expect(await signedIn(token)).toMatchObject({ confirmed: false });
  await confirmSession(token, who, DEMO_PASSPHRASE, HERE);
  expect(await signedIn(token)).toMatchObject({ confirmed: true });
});

test('sessions are listed with their browser, and ended one by one or all but this', async () => {
  const member = await make('Ash Pell');
  const open = async (browser: string) =>
    signedIn((await signIn('Ash Pell', PASSPHRASE, { ...HERE, browser })).token);
  const [here, phone] = [await open('A tablet'), await open('A phone'), await open('A desk')];
  const browsers = async () =>
    (await db.as('Ash Pell', (q) => accountOf(q, member))).sessions.map(({ browser }) => browser);
  expect(await browsers()).toEqual(['A desk', 'A phone', 'A tablet']);
  await db.as('Ash Pell', (q) => endSessions(q, member, { only: phone!.session }));
  expect(await browsers()).toEqual(['A desk', 'A tablet']);
  // Of another’s sessions none is ended.
  await db.as('Tam Breck', (q) => endSessions(q, member, { but: randomUUID() }));
  await db.as('Ash Pell', (q) => endSessions(q, member, { but: here!.session }));
  expect(await browsers()).toEqual(['A tablet']);
});

describe('recovery codes', () => {
  test('each is good for once, with any spacing and case, and ends all sessions', async () => {
    const member = await make('Merrin Oake');
    const { token } = await signIn('Merrin Oake', PASSPHRASE);
    const codes = await db.as('Merrin Oake', (q) => renewCodes(q, member));
    expect(codes).toHaveLength(10);
    expect(new Set(codes).size).toBe(10);
    for (const code of codes)
      expect(code).toMatch(/^([a-hj-km-np-z2-9]{5}-){3}[a-hj-km-np-z2-9]{5}$/);
    const typed = codes[3]!.toUpperCase().replaceAll('-', ' ');
    expect(await recoverByCode('merrin OAKE', typed, 'gulls on the slipway', HERE)).toBe(member);
    expect(await signedIn(token)).toBeUndefined();
    expect(await refusal(signIn('Merrin Oake', 'gulls on the slipway'))).toBe('not refused');
    expect(await refusal(recoverByCode('Merrin Oake', typed, PASSPHRASE, HERE))).toContain(
      'or it was used',
    );
    expect((await db.as('Merrin Oake', (q) => accountOf(q, member))).codes).toBe(9);
  });

  test('one that two people type at once lets one of them in', async () => {
    const member = await make('Isolde Fenn');
    const [code = ''] = await db.as('Isolde Fenn', (q) => renewCodes(q, member));
    const tries = await Promise.all(
      ['gulls on the slipway', 'rain over the estuary'].map((passphrase) =>
        refusal(recoverByCode('Isolde Fenn', code, passphrase, HERE)),
      ),
    );
    expect(tries.filter((answer) => answer === 'not refused')).toHaveLength(1);
  });

  test('another’s code, and those before the newest ten, are good for nothing', async () => {
    const member = await make('Linnet Rowe');
    const [old = ''] = await db.as('Linnet Rowe', (q) => renewCodes(q, member));
    const [code = ''] = await db.as('Linnet Rowe', (q) => renewCodes(q, member));
    for (const [name, tried] of [
      ['Linnet Rowe', old],
      ['Tam Breck', code],
    ] as const)
      expect(await refusal(recoverByCode(name, tried, PASSPHRASE, HERE))).toContain(
        'do not belong',
      );
    expect(await refusal(signIn('Tam Breck', DEMO_PASSPHRASE))).toBe('not refused');
  });

  test('a weak passphrase costs no code; guessing is slowed down', async () => {
    const member = await make('Corin Vale');
    const [code = ''] = await db.as('Corin Vale', (q) => renewCodes(q, member));
    expect(await refusal(recoverByCode('Corin Vale', code, 'short', HERE))).toContain(
      'at least 12',
    );
    for (let guess = 0; guess < 12; guess++)
      await refusal(
        recoverByCode('Corin Vale', `wrong${guess}`, PASSPHRASE, { ...HERE, source: '' }),
      );
    expect(await refusal(recoverByCode('Corin Vale', code, PASSPHRASE, HERE))).toContain(
      'Too many',
    );
    await db.value('DELETE FROM attempt RETURNING key');
    expect(await refusal(recoverByCode('Corin Vale', code, PASSPHRASE, HERE))).toBe('not refused');
  });
});

describe('a leader’s link to a new passphrase', () => {
  const linkFor = async (leader: string, name: string) => {
    const member = await db.member(name);
    return db.as(leader, (q) => makeResetLink(q, band, member));
  };

  test('is good for once, says whose it is, and stands in the leaders’ log', async () => {
    const link = await linkFor('Odile Marsh', 'Tam Breck');
    expect(await readResetLink(link, '')).toBe('Tam Breck');
    expect(await readResetLink(link, '')).toBe('Tam Breck');
    expect(await recoverByLink(link, 'gulls on the slipway', '')).toBe(
      await db.member('Tam Breck'),
    );
    expect(await refusal(recoverByLink(link, 'rain over the estuary', ''))).toContain('was used');
    expect(await refusal(signIn('Tam Breck', 'gulls on the slipway'))).toBe('not refused');
    const log = await db.as('Odile Marsh', (q) => auditOf(q, band));
    expect(log.slice(0, 2)).toMatchObject([
      { what: 'reset', actor: 'Tam Breck' },
      { what: 'reset link', actor: 'Odile Marsh', subject: 'Tam Breck' },
    ]);
  });

  test('runs out after a day, and where a newer one was made', async () => {
    const first = await linkFor('Odile Marsh', 'Tam Breck');
    const second = await linkFor('Odile Marsh', 'Tam Breck');
    expect(await refusal(readResetLink(first, ''))).toContain('was used, has run out');
    await db.value(`UPDATE reset_link SET made_at = now() - interval '25 hours' RETURNING member`);
    expect(await refusal(recoverByLink(second, PASSPHRASE, ''))).toContain('has run out');
  });

  test('leads into no band of others: it takes the leader of all, or the member’s leave', async () => {
    const wren = await db.member('Wren Halloway');
    expect(await refusal(linkFor('Odile Marsh', 'Wren Halloway'))).toContain(
      'that you do not lead',
    );
    await db.value('UPDATE member SET leaders_may_reset = true WHERE id = $1 RETURNING id', [wren]);
    expect(await refusal(linkFor('Odile Marsh', 'Wren Halloway'))).toBe('not refused');
  });

  test('is made by no drummer, and for nobody outside', async () => {
    expect(await refusal(linkFor('Wren Halloway', 'Tam Breck'))).toContain('not in this band');
    expect(await refusal(linkFor('Odile Marsh', 'Perpetua Lund'))).toContain('not in this band');
  });
});

test('a deleted account leaves the band its maps and the log its changes, without a name', async () => {
  const member = await make('Hollis Dray');
  await db.value(
    `INSERT INTO membership (band, member, role) VALUES ($1, $2, 'drummer') RETURNING role`,
    [band, member],
  );
  await db.value(
    `INSERT INTO change (document, band, revision, id, operations, author)
     SELECT id, band, 5000, gen_random_uuid(), '[]', $2 FROM document WHERE band = $1 LIMIT 1 RETURNING id`,
    [band, member],
  );
  const own = await db.as('Hollis Dray', (q) => ownData(q, member));
  expect(own).toMatchObject({
    account: { name: 'Hollis Dray' },
    bands: [{ name: 'The Saltreach Nine', role: 'drummer' }],
    changes: [{ band: 'The Saltreach Nine', count: 1 }],
  });
  await db.as('Hollis Dray', deleteAccount);
  expect(await db.value('SELECT count(*)::int FROM member WHERE id = $1', [member])).toBe(0);
  expect(await db.value('SELECT author FROM change WHERE revision = 5000')).toBeNull();
  const [last] = await db.as('Odile Marsh', (q) => auditOf(q, band));
  expect(last).toMatchObject({ what: 'left', actor: null });
  expect(await refusal(signIn('Hollis Dray', PASSPHRASE))).toContain('do not belong together');
  // The name is free again.
  expect(await refusal(make('Hollis Dray'))).toBe('not refused');
});

test('the only leader of a band does not vanish', async () => {
  expect(await refusal(db.as('Odile Marsh', deleteAccount))).toContain('You are the only leader');
  expect(await refusal(signIn('Odile Marsh', DEMO_PASSPHRASE))).toBe('not refused');
});
