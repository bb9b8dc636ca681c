import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { ROLES, type Role } from '../people';
import { openTestDatabase, type TestDatabase } from '../testing/database';

/**
 * What the database lets the application's role do by itself, with no code of ours between: every
 * table × verb × role in the band, for rows of the own band and of another. Tables come from the
 * system catalogue: one that is not in the matrix fails.
 */

let db: TestDatabase;
let client: pg.Client;
const bands = { own: '', other: '' };
const members = new Map<Role, string>();
beforeAll(async () => {
  db = await openTestDatabase('policies_test');
  client = new pg.Client({ connectionString: db.url });
  await client.connect();
  bands.own = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  bands.other = await db.value(`SELECT id FROM band WHERE id <> $1`, [bands.own]);
  for (const role of ROLES) {
    const id = await db.value<string>(
      `INSERT INTO member (name, shape, passphrase_hash) VALUES ($1, $1, '$argon2id$none') RETURNING id`,
      [`A ${role}`],
    );
    await db.value(
      'INSERT INTO membership (band, member, role) VALUES ($1, $2, $3) RETURNING role',
      [bands.own, id, role],
    );
    members.set(role, id);
  }
  for (const [band, member] of [
    ...[...members.values()].map((member) => [bands.own, member] as const),
    [bands.other, members.get('leader')] as const,
  ])
    await db.value(
      `INSERT INTO practice (id, band, arrangement, member, body)
       SELECT gen_random_uuid(), band, id, $2, '{}' FROM arrangement WHERE band = $1 LIMIT 1
       RETURNING id`,
      [band, member],
    );
  for (const [band, member] of [
    ...[...members.values()].map((member) => [bands.own, member] as const),
    [bands.other, members.get('leader')] as const,
  ])
    await db.value(
      `INSERT INTO note (document, band, words, author)
       SELECT id, band, 'A note', $2 FROM document WHERE band = $1 ORDER BY id LIMIT 1 RETURNING id`,
      [band, member],
    );
  for (const member of members.values())
    await db.value(
      `INSERT INTO calendar_feed (band, member, token_hash)
       SELECT $1, id, sha256(id::text::bytea) FROM member WHERE id = $2 RETURNING member`,
      [bands.own, member],
    );
  for (const [band, member] of [
    ...[...members.values()].map((member) => [bands.own, member] as const),
    [bands.other, members.get('leader')] as const,
  ])
    await db.value(
      `INSERT INTO seen (member, document, band, revision)
       SELECT $2, id, band, 0 FROM document WHERE band = $1 ORDER BY id LIMIT 1 RETURNING document`,
      [band, member],
    );
  for (const table of ['practice_plan', 'readiness'])
    for (const [band, member] of [
      ...[...members.values()].map((member) => [bands.own, member] as const),
      [bands.other, members.get('leader')] as const,
    ])
      await db.value(
        `INSERT INTO ${table} (member, event, band, body)
         SELECT $2, id, band, '{}' FROM event WHERE band = $1 ORDER BY id LIMIT 1 RETURNING event`,
        [band, member],
      );
  for (const band of Object.values(bands)) {
    await db.value(
      `INSERT INTO deputy_link (band, document, token_hash, expires_at)
       SELECT band, id, sha256(id::text::bytea), now() + interval '1 day' FROM song_set
       WHERE band = $1 ORDER BY id LIMIT 1 RETURNING id`,
      [band],
    );
    await db.value(
      `INSERT INTO version (document, band, revision, name)
       SELECT id, band, 0, 'As played' FROM document WHERE band = $1 LIMIT 1 RETURNING id`,
      [band],
    );
    await db.value(
      `INSERT INTO invitation (band, token_hash, role, uses, expires_at)
       SELECT id, sha256(id::text::bytea), 'guest', 1, now() + interval '1 day' FROM band WHERE id = $1
       RETURNING id`,
      [band],
    );
    await db.value(
      `INSERT INTO change (document, band, revision, id, operations, author)
       SELECT id, band, 77777, gen_random_uuid(), '[]', $2 FROM document WHERE band = $1 LIMIT 1
       RETURNING id`,
      [band, members.get('leader')],
    );
    await db.value(
      `INSERT INTO show (song_set, band, conductor, device, body)
       SELECT id, band, $2, 'a', '{"anchors": []}' FROM song_set WHERE band = $1 ORDER BY id LIMIT 1
       RETURNING device`,
      [band, members.get('leader')],
    );
  }
});
afterAll(async () => {
  await client.end();
  await db.close();
});

type Verb = 'select' | 'insert' | 'update' | 'delete';
const VERBS: readonly Verb[] = ['select', 'insert', 'update', 'delete'];

/** Who may do something with rows of their own band; with those of another band nobody may. */
const ALL: readonly Role[] = ROLES;
const EDITORS: readonly Role[] = ['leader', 'drummer'];
const LEADERS: readonly Role[] = ['leader'];
const NOBODY: readonly Role[] = [];

type Rights = Readonly<Record<Verb, readonly Role[]>>;
/** A statement for each verb that touches rows of the band given as $1, and of no other. */
type Statements = Readonly<Record<Verb, string>>;

const anyOf = (table: string) => `(SELECT id FROM ${table} WHERE band = $1 LIMIT 1)`;

const statements = (table: string, columns: string, values: string, touch: string): Statements => ({
  select: `SELECT 1 FROM ${table} WHERE band = $1`,
  insert: `INSERT INTO ${table} (${columns}) VALUES (${values})`,
  update: `UPDATE ${table} SET ${touch} = ${touch} WHERE band = $1`,
  delete: `DELETE FROM ${table} WHERE band = $1`,
});

const TABLES: Readonly<Record<string, { readonly rights: Rights; readonly sql: Statements }>> = {
  band: {
    rights: { select: ALL, insert: NOBODY, update: LEADERS, delete: NOBODY },
    sql: {
      select: 'SELECT 1 FROM band WHERE id = $1',
      insert: `INSERT INTO band (id, slug, name) VALUES ($1, 'forged', 'Forged')`,
      update: 'UPDATE band SET name = name WHERE id = $1',
      delete: 'DELETE FROM band WHERE id = $1',
    },
  },
  membership: {
    rights: { select: ALL, insert: NOBODY, update: LEADERS, delete: ALL },
    sql: {
      ...statements('membership', 'band, member, role', `$1, current_member(), 'leader'`, 'role'),
      // Everybody leaves; who else is taken out, a test below says.
      delete: 'DELETE FROM membership WHERE band = $1 AND member = current_member()',
    },
  },
  invitation: {
    rights: { select: LEADERS, insert: LEADERS, update: LEADERS, delete: NOBODY },
    sql: {
      ...statements(
        'invitation',
        'band, token_hash, role, uses, made_by, expires_at',
        `$1, decode(repeat('ab', 32), 'hex'), 'guest', 1, current_member(), now() + interval '1 day'`,
        'revoked_at',
      ),
      select: 'SELECT id FROM invitation WHERE band = $1',
    },
  },
  removal: {
    rights: { select: NOBODY, insert: NOBODY, update: NOBODY, delete: NOBODY },
    sql: statements('removal', 'band, member', '$1, current_member()', 'at'),
  },
  audit: {
    rights: { select: LEADERS, insert: NOBODY, update: NOBODY, delete: NOBODY },
    sql: statements('audit', 'band, what', `$1, 'left'`, 'what'),
  },
  reset_link: {
    rights: { select: NOBODY, insert: NOBODY, update: NOBODY, delete: NOBODY },
    sql: statements(
      'reset_link',
      'band, member, token_hash',
      `$1, current_member(), decode(repeat('ab', 32), 'hex')`,
      'made_at',
    ),
  },
  document: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: statements(
      'document',
      'id, band, kind, body',
      `gen_random_uuid(), $1, 'set', '{}'`,
      'body',
    ),
  },
  change: {
    rights: { select: ALL, insert: EDITORS, update: NOBODY, delete: NOBODY },
    sql: statements(
      'change',
      'document, band, revision, id, operations, author',
      `${anyOf('document')}, $1, 99999, gen_random_uuid(), '[]', current_member()`,
      'author',
    ),
  },
  song: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: statements('song', 'band, title', `$1, 'Forged'`, 'title'),
  },
  arrangement: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: statements(
      'arrangement',
      'id, band, song, name',
      `(SELECT id FROM document WHERE band = $1 AND kind = 'set' LIMIT 1), $1, ${anyOf('song')}, 'Forged'`,
      'name',
    ),
  },
  event: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: statements('event', 'band, kind, title, starts_at', `$1, 'gig', 'Forged', now()`, 'title'),
  },
  song_set: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: statements(
      'song_set',
      'id, band, event, position',
      `(SELECT id FROM document WHERE band = $1 AND kind = 'road-map' LIMIT 1), $1, ${anyOf('event')}, 9`,
      'position',
    ),
  },
  set_item: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: EDITORS },
    sql: statements(
      'set_item',
      'song_set, item, band, arrangement',
      `${anyOf('song_set')}, 'forged', $1, ${anyOf('arrangement')}`,
      'item',
    ),
  },
  show: {
    rights: { select: ALL, insert: EDITORS, update: EDITORS, delete: EDITORS },
    sql: {
      ...statements(
        'show',
        'song_set, band, conductor, device, body',
        `(SELECT id FROM song_set WHERE band = $1 ORDER BY id DESC LIMIT 1), $1, current_member(), 'd', '{}'`,
        'device',
      ),
      // Whoever takes over does so in their own name.
      update: 'UPDATE show SET conductor = current_member() WHERE band = $1',
    },
  },
  practice: {
    rights: { select: ALL, insert: ALL, update: NOBODY, delete: ALL },
    sql: statements(
      'practice',
      'id, band, arrangement, member, body',
      `gen_random_uuid(), $1, ${anyOf('arrangement')}, current_member(), '{}'`,
      'member',
    ),
  },
  practice_plan: {
    rights: { select: ALL, insert: ALL, update: ALL, delete: ALL },
    sql: statements(
      'practice_plan',
      'member, event, band, body',
      `current_member(), (SELECT id FROM event WHERE band = $1 ORDER BY id DESC LIMIT 1), $1, '{}'`,
      'body',
    ),
  },
  readiness: {
    rights: { select: ALL, insert: ALL, update: ALL, delete: ALL },
    sql: statements(
      'readiness',
      'member, event, band, body',
      `current_member(), (SELECT id FROM event WHERE band = $1 ORDER BY id DESC LIMIT 1), $1, '{}'`,
      'body',
    ),
  },
  deputy_link: {
    rights: { select: EDITORS, insert: EDITORS, update: EDITORS, delete: NOBODY },
    sql: {
      ...statements(
        'deputy_link',
        'band, document, token_hash, made_by, expires_at',
        `$1, ${anyOf('document')}, decode(repeat('ab', 32), 'hex'), current_member(), now() + interval '1 day'`,
        'revoked_at',
      ),
      select: 'SELECT id FROM deputy_link WHERE band = $1',
    },
  },
  calendar_feed: {
    rights: { select: ALL, insert: ALL, update: ALL, delete: ALL },
    sql: {
      ...statements(
        'calendar_feed',
        'band, member, token_hash',
        `$1, current_member(), decode(repeat('ab', 32), 'hex')`,
        'made_at',
      ),
      select: 'SELECT member FROM calendar_feed WHERE band = $1',
      // Whoever has one already renews it.
      insert: `INSERT INTO calendar_feed (band, member, token_hash)
        VALUES ($1, current_member(), decode(repeat('ab', 32), 'hex'))
        ON CONFLICT (band, member) DO UPDATE SET made_at = now()`,
    },
  },
  note: {
    rights: { select: ALL, insert: ALL, update: ALL, delete: ALL },
    sql: statements(
      'note',
      'document, band, words, author',
      `${anyOf('document')}, $1, 'Forged', current_member()`,
      'words',
    ),
  },
  snapshot: {
    rights: { select: ALL, insert: NOBODY, update: NOBODY, delete: NOBODY },
    sql: statements(
      'snapshot',
      'document, band, revision, body',
      `${anyOf('document')}, $1, 999, '{}'`,
      'body',
    ),
  },
  version: {
    rights: { select: ALL, insert: EDITORS, update: NOBODY, delete: EDITORS },
    sql: statements(
      'version',
      'document, band, revision, name, made_by',
      `${anyOf('document')}, $1, 0, 'Forged', current_member()`,
      'name',
    ),
  },
  seen: {
    rights: { select: ALL, insert: ALL, update: ALL, delete: ALL },
    sql: statements(
      'seen',
      'member, document, band, revision',
      `current_member(), (SELECT id FROM document WHERE band = $1 ORDER BY id DESC LIMIT 1), $1, 0`,
      'revision',
    ),
  },
  library: {
    rights: { select: ALL, insert: NOBODY, update: NOBODY, delete: NOBODY },
    sql: statements('library', 'id, band', 'gen_random_uuid(), $1', 'band'),
  },
};

/** Tables of members or of nobody: each has a test of its own below. */
const OTHERS = [
  'member',
  'session',
  'device',
  'attempt',
  'speech',
  'passkey',
  'recovery_code',
  'challenge',
  'server_invitation',
  'schemaversion',
];

const CODES_OF_REFUSAL = new Set(['42501']);

/** How many rows a statement touches as a member; 0 where it is refused. All of it is taken back. */
const touches = async (
  member: string | undefined,
  sql: string,
  values: readonly unknown[] = [],
) => {
  await client.query('BEGIN');
  try {
    if (member) await client.query(`SELECT set_config('ebrant.member', $1, true)`, [member]);
    return (await client.query(sql, [...values])).rowCount ?? 0;
  } catch (error) {
    const code = (error as { code?: string }).code ?? '';
    if (CODES_OF_REFUSAL.has(code)) return 0;
    // Anything else than a refusal means that the database would have let it through.
    return error instanceof Error ? error.message : 'failed';
  } finally {
    await client.query('ROLLBACK');
  }
};

test('every table of the database is in the matrix, and has row security that binds its owner too', async () => {
  const { rows } = await client.query<{ name: string; secure: boolean }>(
    `SELECT relname AS name, relrowsecurity AND relforcerowsecurity AS secure
     FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p')`,
  );
  const known = [...Object.keys(TABLES), ...OTHERS];
  expect(rows.map(({ name }) => name).sort()).toEqual([...known].sort());
  for (const { name, secure } of rows)
    expect([name, secure]).toEqual([name, name !== 'schemaversion']);
});

const CASES = Object.keys(TABLES).flatMap((table) =>
  VERBS.flatMap((verb) => ROLES.map((role) => [table, verb, role] as const)),
);

test('the matrix is as large as tables × verbs × roles', () => {
  expect(CASES).toHaveLength(Object.keys(TABLES).length * 4 * 4);
});

test.each(CASES)(
  '%s: %s as a %s goes as far as it should in the own band, and never in another',
  async (table, verb, role) => {
    const { rights, sql } = TABLES[table] ?? fail(table);
    const may = rights[verb].includes(role);
    const own = await touches(members.get(role), sql[verb], [bands.own]);
    expect([own === 0 ? 'nothing' : own]).toEqual([may ? expect.any(Number) : 'nothing']);
    expect(await touches(members.get(role), sql[verb], [bands.other])).toBe(0);
    expect(await touches(undefined, sql[verb], [bands.own])).toBe(0);
  },
);

const fail = (table: string): never => {
  throw new Error(`${table} is not in the matrix`);
};

test('leaders take others out of their band and no other band; nobody else does', async () => {
  const out = 'DELETE FROM membership WHERE band = $1 AND member = $2';
  const [leader, drummer, guest] = [
    members.get('leader'),
    members.get('drummer'),
    members.get('guest'),
  ];
  expect(await touches(leader, out, [bands.own, guest])).toBe(1);
  expect(await touches(drummer, out, [bands.own, guest])).toBe(0);
  const elsewhere = await db.value('SELECT member FROM membership WHERE band = $1 LIMIT 1', [
    bands.other,
  ]);
  expect(await touches(leader, out, [bands.other, elsewhere])).toBe(0);
});

test('a band’s last leader neither leaves nor steps down', async () => {
  const leader = await db.value<string>(
    `SELECT member FROM membership WHERE band = $1 AND role = 'leader'`,
    [bands.other],
  );
  const step = `UPDATE membership SET role = 'drummer' WHERE band = $1 AND member = $2`;
  expect(await touches(leader, step, [bands.other, leader])).toBe('a band has a leader');
  const leave = 'DELETE FROM membership WHERE band = $1 AND member = $2';
  expect(await touches(leader, leave, [bands.other, leader])).toBe('a band has a leader');
});

test('what is of one member’s account alone is seen, made and taken away by nobody else', async () => {
  const [drummer, leader] = [members.get('drummer'), members.get('leader')];
  const made = {
    passkey: `INSERT INTO passkey (id, member, public_key, counter, name) VALUES (repeat('k', 20), $1, '', 0, 'A key')`,
    recovery_code: `INSERT INTO recovery_code (member, code_hash) VALUES ($1, decode(repeat('ab', 32), 'hex'))`,
    session: `INSERT INTO session (token_hash, member, expires_at)
      VALUES (decode(repeat('ab', 32), 'hex'), $1, now() + interval '1 day')`,
  };
  for (const [table, sql] of Object.entries(made)) {
    await db.value(sql, [drummer]);
    const read = `SELECT member FROM ${table} WHERE member = $1`;
    expect([table, await touches(drummer, read, [drummer])]).toEqual([table, 1]);
    expect([table, await touches(leader, read, [drummer])]).toEqual([table, 0]);
    expect([table, await touches(undefined, read, [drummer])]).toEqual([table, 0]);
    const out = `DELETE FROM ${table} WHERE member = $1`;
    expect([table, await touches(leader, out, [drummer])]).toEqual([table, 0]);
    expect([table, await touches(drummer, out, [drummer])]).toEqual([table, 1]);
    const forged = sql.replace("repeat('k', 20)", "repeat('f', 20)").replaceAll('ab', 'cd');
    expect([table, await touches(leader, forged, [drummer])]).toEqual([table, 0]);
  }
  const keys = `SELECT public_key FROM passkey WHERE member = $1`;
  expect(await touches(drummer, keys, [drummer])).toBe(0);
  expect(await touches(drummer, 'SELECT code_hash FROM recovery_code')).toBe(0);
  expect(await touches(drummer, 'SELECT token_hash FROM session')).toBe(0);
});

test('a deleted band is there for its leaders alone; an archived one is read and not changed', async () => {
  const see = 'SELECT 1 FROM song WHERE band = $1';
  const edit = 'UPDATE song SET title = title WHERE band = $1';
  const [drummer, leader] = [members.get('drummer'), members.get('leader')];
  try {
    await db.value('UPDATE band SET archived_at = now() WHERE id = $1', [bands.own]);
    expect(await touches(drummer, see, [bands.own])).toBeGreaterThan(0);
    expect(await touches(leader, edit, [bands.own])).toBe(0);
    await db.value('UPDATE band SET deleted_at = now() WHERE id = $1', [bands.own]);
    expect(await touches(drummer, see, [bands.own])).toBe(0);
    expect(await touches(leader, see, [bands.own])).toBeGreaterThan(0);
    expect(await touches(leader, edit, [bands.own])).toBe(0);
  } finally {
    await db.value('UPDATE band SET archived_at = NULL, deleted_at = NULL WHERE id = $1', [
      bands.own,
    ]);
  }
});

describe('a link for a deputy', () => {
  const linked = async () =>
    db.value<string>('SELECT id FROM deputy_link WHERE band = $1', [bands.own]);
  /** How many rows a statement touches for whoever holds a link, who is no member. */
  const byLink = async (link: string, sql: string, values: readonly unknown[] = []) => {
    await client.query('BEGIN');
    try {
      await client.query(`SELECT set_config('ebrant.link', $1, true)`, [link]);
      return (await client.query(sql, [...values])).rowCount ?? 0;
    } catch (error) {
      const code = (error as { code?: string }).code ?? '';
      return CODES_OF_REFUSAL.has(code) ? 0 : String(error);
    } finally {
      await client.query('ROLLBACK');
    }
  };

  test('shows its set, the songs in it and when it is played, and no other row of any table', async () => {
    const link = await linked();
    const set = await db.value<string>('SELECT document FROM deputy_link WHERE id = $1', [link]);
    const songs = await db.value<number>(
      'SELECT count(DISTINCT arrangement)::int FROM set_item WHERE song_set = $1',
      [set],
    );
    const items = await db.value<number>('SELECT count(*)::int FROM set_item WHERE song_set = $1', [
      set,
    ]);
    expect(songs).toBeGreaterThan(2);
    const shown: Record<string, number> = {
      band: 1,
      document: songs + 1,
      arrangement: songs,
      song: songs,
      song_set: 1,
      set_item: items,
      event: 1,
    };
    const { rows } = await client.query<{ name: string }>(
      `SELECT relname AS name FROM pg_class
       WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p')`,
    );
    const free = new Set(['attempt', 'speech', 'challenge', 'schemaversion']);
    for (const { name } of rows.filter((table) => !free.has(table.name)))
      expect([name, await byLink(link, `SELECT 1 FROM ${name}`)]).toEqual([name, shown[name] ?? 0]);
  });

  test('changes nothing', async () => {
    const link = await linked();
    for (const [table, { sql }] of Object.entries(TABLES))
      for (const verb of ['insert', 'update', 'delete'] as const)
        expect([table, verb, await byLink(link, sql[verb], [bands.own])]).toEqual([table, verb, 0]);
  });

  test('shows nothing once it was taken back, has run out, or its set or band is deleted', async () => {
    const link = await linked();
    const see = () => byLink(link, 'SELECT 1 FROM document');
    const during = async (change: string, back: string) => {
      await db.value(change, [link]);
      const seen = await see();
      await db.value(back, [link]);
      return seen;
    };
    const of = (table: string) =>
      table === 'band'
        ? 'id = (SELECT band FROM deputy_link WHERE id = $1)'
        : table === 'song_set'
          ? 'id = (SELECT document FROM deputy_link WHERE id = $1)'
          : 'id = (SELECT event FROM song_set JOIN deputy_link ON document = song_set.id WHERE deputy_link.id = $1)';
    for (const table of ['band', 'song_set', 'event'])
      expect([
        table,
        await during(
          `UPDATE ${table} SET deleted_at = now() WHERE ${of(table)} RETURNING id`,
          `UPDATE ${table} SET deleted_at = NULL WHERE ${of(table)} RETURNING id`,
        ),
      ]).toEqual([table, 0]);
    expect(
      await during(
        `UPDATE deputy_link SET expires_at = now() - interval '1 second' WHERE id = $1 RETURNING id`,
        `UPDATE deputy_link SET expires_at = now() + interval '1 day' WHERE id = $1 RETURNING id`,
      ),
    ).toBe(0);
    expect(
      await during(
        'UPDATE deputy_link SET revoked_at = now() WHERE id = $1 RETURNING id',
        'UPDATE deputy_link SET revoked_at = NULL WHERE id = $1 RETURNING id',
      ),
    ).toBe(0);
    expect(await see()).toBeGreaterThan(1);
  });
});

test('nobody conducts in somebody else’s name', async () => {
  const sql = 'UPDATE show SET conductor = $2 WHERE band = $1';
  const drummer = members.get('drummer');
  expect(await touches(drummer, sql, [bands.own, members.get('leader')])).toBe(0);
  expect(await touches(drummer, sql, [bands.own, drummer])).toBe(1);
});

test('what somebody practised is read, kept and forgotten by nobody else', async () => {
  const [drummer, leader] = [members.get('drummer'), members.get('leader')];
  const read = 'SELECT 1 FROM practice WHERE member = $1';
  expect(await touches(drummer, read, [drummer])).toBe(1);
  expect(await touches(leader, read, [drummer])).toBe(0);
  expect(await touches(leader, 'DELETE FROM practice WHERE member = $1', [drummer])).toBe(0);
  const forged = `INSERT INTO practice (id, band, arrangement, member, body)
    VALUES (gen_random_uuid(), $1, ${anyOf('arrangement')}, $2, '{}')`;
  expect(await touches(leader, forged, [bands.own, drummer])).toBe(0);
  expect(await touches(leader, forged, [bands.own, leader])).toBe(1);
});

test('a plan is read by its member alone; how far songs are by leaders too, and told by nobody else', async () => {
  const [drummer, leader] = [members.get('drummer'), members.get('leader')];
  const player = members.get('player');
  const plan = 'SELECT 1 FROM practice_plan WHERE member = $1';
  const told = 'SELECT 1 FROM readiness WHERE member = $1';
  expect(await touches(drummer, plan, [drummer])).toBe(1);
  expect(await touches(leader, plan, [drummer])).toBe(0);
  expect(await touches(leader, told, [drummer])).toBe(1);
  expect(await touches(player, told, [drummer])).toBe(0);
  const forged = `UPDATE readiness SET body = '{"a": 1}' WHERE member = $1`;
  expect(await touches(leader, forged, [drummer])).toBe(0);
  expect(await touches(drummer, forged, [drummer])).toBe(1);
});

test('rows cannot be moved into another band', async () => {
  const drummer = members.get('drummer');
  for (const table of [
    'document',
    'song',
    'event',
    'arrangement',
    'song_set',
    'set_item',
    'show',
  ]) {
    const sql = `UPDATE ${table} SET band = $2 WHERE band = $1`;
    expect([table, await touches(drummer, sql, [bands.own, bands.other])]).toEqual([table, 0]);
  }
});

test('nobody signs a change with another’s name', async () => {
  const sql = `INSERT INTO change (document, band, revision, id, operations, author)
    VALUES ((SELECT id FROM document WHERE band = $1 LIMIT 1), $1, 99999, gen_random_uuid(), '[]', $2)`;
  const [drummer, leader] = [members.get('drummer'), members.get('leader')];
  expect(await touches(drummer, sql, [bands.own, leader])).toBe(0);
  expect(await touches(drummer, sql, [bands.own, drummer])).toBe(1);
});

test('a temporary table of the caller’s does not open another band', async () => {
  await client.query('BEGIN');
  try {
    await client.query(`SELECT set_config('ebrant.member', $1, true)`, [members.get('guest')]);
    await client.query(
      'CREATE TEMPORARY TABLE membership (band uuid, member uuid, role band_role)',
    );
    await client.query(`INSERT INTO pg_temp.membership VALUES ($1, $2, 'leader')`, [
      bands.other,
      members.get('guest'),
    ]);
    const { rows } = await client.query('SELECT role_in($1) AS role', [bands.other]);
    expect(rows).toEqual([{ role: null }]);
    expect((await client.query('SELECT 1 FROM song WHERE band = $1', [bands.other])).rowCount).toBe(
      0,
    );
  } finally {
    await client.query('ROLLBACK');
  }
});

test('every function that runs as its owner pins its search path, with temporary tables last, and none is a superuser’s', async () => {
  const { rows } = await client.query<{
    name: string;
    definer: boolean;
    config: string[] | null;
    owner: boolean;
  }>(
    `SELECT proname AS name, prosecdef AS definer, proconfig AS config,
            rolsuper OR rolbypassrls AS owner
     FROM pg_proc JOIN pg_roles ON pg_roles.oid = proowner
     WHERE pronamespace = 'public'::regnamespace`,
  );
  const definers = rows.filter(({ definer }) => definer);
  expect(definers.length).toBeGreaterThan(8);
  for (const { name, config } of definers)
    expect([name, config]).toEqual([name, ['search_path=pg_catalog, public, pg_temp']]);
  expect(rows.filter(({ owner }) => owner)).toEqual([]);
});

test('a member is seen by those who share a band, and changed by none but themselves', async () => {
  const guest = members.get('guest');
  const stranger = await db.value<string>(
    `INSERT INTO member (name, shape, passphrase_hash)
     VALUES ('A stranger', 'a stranger', '$argon2id$none') RETURNING id`,
  );
  const see = 'SELECT 1 FROM member WHERE id = $1';
  expect(await touches(guest, see, [members.get('leader')])).toBe(1);
  expect(await touches(guest, see, [stranger])).toBe(0);
  expect(await touches(stranger, see, [guest])).toBe(0);
  expect(await touches(undefined, see, [guest])).toBe(0);
  const kit = `UPDATE member SET kit = '{}' WHERE id = $1`;
  expect(await touches(guest, kit, [guest])).toBe(1);
  expect(await touches(members.get('leader'), kit, [guest])).toBe(0);
  for (const sql of [
    'SELECT passphrase_hash FROM member WHERE id = $1',
    `INSERT INTO member (id, name, passphrase_hash) VALUES ($1, 'F', '$argon2id$x')`,
    'DELETE FROM member WHERE id = $1',
  ])
    expect([sql, await touches(guest, sql, [guest])]).toEqual([sql, 0]);
});

test('sessions and devices are opened, asked for and closed by functions, and never listed', async () => {
  for (const table of ['session', 'device']) {
    for (const sql of [
      `SELECT 1 FROM ${table}`,
      `DELETE FROM ${table}`,
      `UPDATE ${table} SET member = member`,
      `INSERT INTO ${table} (token_hash, member) VALUES ('\\x00', '${randomUUID()}')`,
    ])
      expect([sql, await touches(members.get('leader'), sql, [])]).toEqual([sql, 0]);
  }
});

test('the owner of the tables is no superuser and sees no row unless it says that it is upkeep', async () => {
  const { rows } = await client.query<{ owner: string }>(
    `SELECT DISTINCT tableowner AS owner FROM pg_tables WHERE schemaname = 'public'`,
  );
  expect(rows).toEqual([{ owner: 'ebrant_owner' }]);
  await db.value(`SELECT set_config('ebrant.upkeep', '', false)`);
  const seen = await db.value<number>('SELECT count(*)::int FROM song');
  await db.value(`SELECT set_config('ebrant.upkeep', 'on', false)`);
  expect(seen).toBe(0);
  expect(await db.value<number>('SELECT count(*)::int FROM song')).toBeGreaterThan(10);
});
