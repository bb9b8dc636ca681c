import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  askedOf,
  deleteNote,
  type NewNote,
  type Note,
  notesOf,
  rewordNote,
  settleNote,
  writeNote,
} from '.';

let db: TestDatabase;
let band: string;
let song: string;
beforeAll(async () => {
  db = await openTestDatabase('notes_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  song = await db.arrangement('Slack Water');
});
beforeEach(() => db.value('DELETE FROM note RETURNING id'));
afterAll(() => db.close());

const EVERYBODY = ['Odile Marsh', 'Wren Halloway', 'Tam Breck', 'Ives Corran'];
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => 'not refused',
    (error: Error) => error.message,
  );
const write = async (name: string, words: string, about: Partial<NewNote> = {}) => {
  const member = await db.member(name);
  await db.as(name, (q) =>
    writeNote(q, member, song, {
      words,
      record: null,
      place: null,
      readers: 'everybody',
      asked: null,
      answers: null,
      ...about,
    }),
  );
};
const read = (name: string) => db.as(name, (q) => notesOf(q, song));
const only = async (name: string): Promise<Note> => {
  const [note] = await read(name);
  if (!note) throw new Error(`${name} reads no note`);
  return note;
};
/** Who reads something. */
const readers = async () => {
  const found: string[] = [];
  for (const name of EVERYBODY) if ((await read(name)).length > 0) found.push(name);
  return found;
};

test('a note for everybody is read by the whole band, with its place and its author', async () => {
  await write('Tam Breck', 'Stop is shorter live', {
    record: 's3',
    place: { bar: -1, ticks: 40320 },
  });
  expect(await readers()).toEqual(EVERYBODY);
  expect(await only('Ives Corran')).toMatchObject({
    words: 'Stop is shorter live',
    record: 's3',
    bar: -1,
    ticks: 40320,
    author: 'Tam Breck',
    mine: false,
    settled: false,
  });
  expect(await refusal(db.as('Perpetua Lund', (q) => notesOf(q, song)))).toContain('no such song');
});

test('a private note is its author’s alone, whatever a leader asks', async () => {
  await write('Wren Halloway', 'Breathe before the bridge', { readers: 'nobody' });
  expect(await readers()).toEqual(['Wren Halloway']);
  const { id } = await only('Wren Halloway');
  expect(await refusal(db.as('Odile Marsh', (q) => deleteNote(q, id)))).toContain('no such note');
  expect(await refusal(db.as('Odile Marsh', (q) => settleNote(q, id, true)))).toContain(
    'no such note',
  );
});

test('a note for some roles is read by those, and by its author', async () => {
  await write('Tam Breck', 'Drums: lighter here?', { readers: ['leader', 'drummer'] });
  expect(await readers()).toEqual(['Odile Marsh', 'Wren Halloway', 'Tam Breck']);
});

test('a question asked in private is read by both, its answer too, and settled by either', async () => {
  const tam = await db.member('Tam Breck');
  await write('Wren Halloway', 'Do you push that one?', { readers: 'nobody', asked: tam });
  expect(await readers()).toEqual(['Wren Halloway', 'Tam Breck']);
  const question = await only('Tam Breck');
  expect(question).toMatchObject({ askedOfMe: true, asked: 'Tam Breck', maySettle: true });
  const inbox = await db.as('Tam Breck', (q) => askedOf(q, tam, band));
  expect(inbox).toMatchObject([
    { title: 'Slack Water', words: 'Do you push that one?', author: 'Wren Halloway' },
  ]);
  // An answer has the readers of its question, whatever it says of itself.
  await write('Tam Breck', 'Yes, the and of four', { answers: question.id, readers: 'everybody' });
  expect(await readers()).toEqual(['Wren Halloway', 'Tam Breck']);
  expect((await read('Wren Halloway'))[1]).toMatchObject({
    words: 'Yes, the and of four',
    answers: question.id,
    private: true,
  });
  await db.as('Tam Breck', (q) => settleNote(q, question.id, true));
  expect(await only('Wren Halloway')).toMatchObject({ settled: true });
  expect(await db.as('Tam Breck', (q) => askedOf(q, tam, band))).toEqual([]);
  await db.as('Wren Halloway', (q) => settleNote(q, question.id, false));
  expect(await only('Tam Breck')).toMatchObject({ settled: false });
});

test('nobody answers what they do not read, or asks somebody who is not in the band', async () => {
  await write('Wren Halloway', 'Mine', { readers: 'nobody' });
  const { id } = await only('Wren Halloway');
  expect(await refusal(write('Tam Breck', 'Me too', { answers: id }))).toContain('no longer there');
  const perpetua = await db.member('Perpetua Lund');
  expect(await refusal(write('Tam Breck', 'And you?', { asked: perpetua }))).toContain(
    'not in this band',
  );
});

test('words are changed by their author alone; deleted by the author, or a leader, with the answers', async () => {
  await write('Tam Breck', 'Slower?');
  const { id } = await only('Tam Breck');
  expect(await refusal(db.as('Odile Marsh', (q) => rewordNote(q, id, 'Faster')))).toContain(
    'no such note',
  );
  await db.as('Tam Breck', (q) => rewordNote(q, id, 'A hair slower?'));
  expect((await only('Odile Marsh')).words).toBe('A hair slower?');
  await write('Odile Marsh', 'No', { answers: id });
  expect(await refusal(db.as('Ives Corran', (q) => deleteNote(q, id)))).toContain('no such note');
  await db.as('Odile Marsh', (q) => deleteNote(q, id));
  expect(await readers()).toEqual([]);
});

test('a guest settles what was asked of them and nothing else', async () => {
  const ives = await db.member('Ives Corran');
  await write('Odile Marsh', 'For all');
  const first = await only('Ives Corran');
  expect(first.maySettle).toBe(false);
  expect(await refusal(db.as('Ives Corran', (q) => settleNote(q, first.id, true)))).toContain(
    'no such note',
  );
  await write('Odile Marsh', 'Ives, is this right?', { asked: ives });
  const [, second] = await read('Ives Corran');
  await db.as('Ives Corran', (q) => settleNote(q, second!.id, true));
  expect((await read('Odile Marsh'))[1]).toMatchObject({ settled: true });
});

test('in an archived band notes are read and not written', async () => {
  await write('Tam Breck', 'Before');
  await db.value('UPDATE band SET archived_at = now() WHERE id = $1 RETURNING id', [band]);
  expect(await refusal(write('Tam Breck', 'After'))).not.toBe('not refused');
  expect(await readers()).toEqual(EVERYBODY);
  await db.value('UPDATE band SET archived_at = NULL WHERE id = $1 RETURNING id', [band]);
});
