import { DEMO_PASSPHRASE } from '../demo/people';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { signedIn, signIn, signOut } from '.';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase('sessions_test');
});
afterAll(() => db.close());

const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error: Error) => error.message,
  );

test('name and passphrase open a session, whatever the case of the name', async () => {
  const { token } = await signIn('wren HALLOWAY', DEMO_PASSPHRASE);
  expect(await signedIn(token)).toMatchObject({ name: 'Wren Halloway' });
});

test('the database keeps neither passphrases nor tokens', async () => {
  const { token } = await signIn('Odile Marsh', DEMO_PASSPHRASE);
  expect(await db.value(`SELECT passphrase_hash FROM member WHERE name = 'Odile Marsh'`)).toMatch(
    /^\$argon2id\$/,
  );
  expect(
    await db.value('SELECT count(*)::int FROM session WHERE token_hash = $1', [Buffer.from(token)]),
  ).toBe(0);
});

test('signing out ends that session and no other', async () => {
  const [one, other] = [
    (await signIn('Tam Breck', DEMO_PASSPHRASE)).token,
    (await signIn('Tam Breck', DEMO_PASSPHRASE)).token,
  ];
  await signOut(one);
  expect(await signedIn(one)).toBeUndefined();
  expect(await signedIn(other)).toBeDefined();
});

test('a session that has run out, or was never opened, is none', async () => {
  const { token } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  await db.value(`UPDATE session SET expires_at = now() - interval '1 second'`);
  expect(await signedIn(token)).toBeUndefined();
  expect(await signedIn('nonsense')).toBeUndefined();
  expect(await signedIn(undefined)).toBeUndefined();
});

test('a wrong passphrase and an unknown name get the same answer', async () => {
  const wrong = await refusal(signIn('Odile Marsh', 'wrong'));
  expect(await refusal(signIn('Nobody At All', 'wrong'))).toBe(wrong);
  expect(wrong).toContain('do not belong together');
});

const wrong = (name: string, source: string, device?: string) =>
  refusal(signIn(name, 'wrong', { source, device }));
const right = (name: string, source: string, device?: string) =>
  refusal(signIn(name, DEMO_PASSPHRASE, { source, device }));

test('after ten wrong passphrases a name is slowed down, not locked out; others are not', async () => {
  for (let attempt = 0; attempt < 10; attempt++) await wrong('Ives Corran', '');
  expect(await right('Ives Corran', '')).toBe('not refused');
  await wrong('Ives Corran', '');
  // One try was let through; the next is half a minute away.
  expect(await right('Ives Corran', '')).toMatch(
    /Too many attempts. Try again in (2\d|30) seconds/,
  );
  expect(await right('Perpetua Lund', '')).toBe('not refused');
});

test('who signed in on a device before is let through there, whatever others try elsewhere', async () => {
  const { device } = await signIn('Tam Breck', DEMO_PASSPHRASE);
  for (let attempt = 0; attempt < 12; attempt++) await wrong('Tam Breck', '192.0.2.1');
  expect(await right('Tam Breck', '192.0.2.1')).toContain('Too many');
  expect(await right('Tam Breck', '198.51.100.7', device)).toBe('not refused');
  // A device that somebody made up, or that is another member's, counts for nothing.
  expect(await right('Tam Breck', '', 'made-up')).toContain('Too many');
  const { device: another } = await signIn('Perpetua Lund', DEMO_PASSPHRASE);
  expect(await right('Tam Breck', '', another)).toContain('Too many');
});

test('one address that tries many names is slowed down', async () => {
  for (let attempt = 0; attempt < 61; attempt++) await wrong(`Somebody ${attempt}`, '203.0.113.5');
  expect(await wrong('Somebody else', '203.0.113.5')).toContain('Too many');
  expect(await wrong('Somebody else', '203.0.113.6')).toContain('do not belong together');
});

test('attempts that no longer count are cleaned up', async () => {
  await db.value(`UPDATE attempt SET expire = 1 RETURNING key`);
  const before = await db.value<number>('SELECT count(*)::int FROM attempt');
  await signIn('Odile Marsh', DEMO_PASSPHRASE);
  const after = await db.value<number>('SELECT count(*)::int FROM attempt WHERE expire = 1');
  expect([before > 20, after]).toEqual([true, 0]);
});

test('a flood of sign-ins waits its turn, one at a time, and the others are told to come back', async () => {
  const flood = Array.from({ length: 60 }, (_, index) =>
    wrong(`Flood ${index}`, `2001:db8::${index}`),
  );
  const answers = await Promise.all(flood);
  const refused = answers.filter((answer) => answer.includes('Too many ask at once'));
  expect(refused.length).toBeGreaterThan(0);
  expect(answers.filter((answer) => answer.includes('do not belong')).length).toBeGreaterThan(40);
});
