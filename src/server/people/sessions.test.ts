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
  const token = await signIn('wren HALLOWAY', DEMO_PASSPHRASE);
  expect(await signedIn(token)).toMatchObject({ name: 'Wren Halloway' });
});

test('the database keeps neither passphrases nor tokens', async () => {
  const token = await signIn('Odile Marsh', DEMO_PASSPHRASE);
  expect(await db.value(`SELECT passphrase_hash FROM member WHERE name = 'Odile Marsh'`)).toMatch(
    /^\$argon2id\$/,
  );
  expect(
    await db.value('SELECT count(*)::int FROM session WHERE token_hash = $1', [Buffer.from(token)]),
  ).toBe(0);
});

test('signing out ends that session and no other', async () => {
  const [one, other] = [
    await signIn('Tam Breck', DEMO_PASSPHRASE),
    await signIn('Tam Breck', DEMO_PASSPHRASE),
  ];
  await signOut(one);
  expect(await signedIn(one)).toBeUndefined();
  expect(await signedIn(other)).toBeDefined();
});

test('a session that has run out, or was never opened, is none', async () => {
  const token = await signIn('Tam Breck', DEMO_PASSPHRASE);
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

test('after ten wrong passphrases a name has to wait, even with the right one', async () => {
  for (let attempt = 0; attempt < 10; attempt++) await refusal(signIn('Ives Corran', 'wrong'));
  expect(await refusal(signIn('Ives Corran', DEMO_PASSPHRASE))).toContain('Too many attempts');
  expect(await refusal(signIn('Perpetua Lund', DEMO_PASSPHRASE))).toBe('not refused');
});
