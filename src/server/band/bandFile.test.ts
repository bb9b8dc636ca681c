import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020';
import {
  bandFileJsonSchema,
  readBandFile,
  songFileJsonSchema,
  writeBandFile,
} from '@/core/files/sheet';
import { Refusal } from '../database';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { bandFile, restoreInto } from '.';

let db: TestDatabase;
let full: string;
let empty: string;

beforeAll(async () => {
  db = await openTestDatabase('band_file_test');
  full = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  empty = await db.value(
    `INSERT INTO band (slug, name) VALUES ('empty-boats', 'Empty Boats') RETURNING id`,
  );
  await db.value(
    `INSERT INTO membership (band, member, role)
     SELECT $1, id, 'leader' FROM member WHERE name = 'Odile Marsh' RETURNING role`,
    [empty],
  );
});
afterAll(() => db.close());

const written = async (band: string) =>
  db.as('Odile Marsh', async (queries) => writeBandFile(await bandFile(queries, band)));

test('a band’s back-up restores byte for byte', async () => {
  const text = await written(full);
  const read = readBandFile(text);
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.songs.length).toBeGreaterThan(12);
  expect(read.value.events.flatMap(({ sets }) => sets)).toHaveLength(3);
  const author = await db.member('Odile Marsh');
  await db.as('Odile Marsh', (queries) => restoreInto(queries, author, empty, read.value));
  expect(await written(empty)).toBe(text);
});

test('what does not make sense as a whole is refused, and nothing of it is kept', async () => {
  const text = await written(full);
  const broken = [
    text.replace('"bars": 8', '"bars": 0'),
    text.replace(
      /"arrangement": "00000000[^"]+"/,
      '"arrangement": "00000000-0000-4000-8000-00ffff000000"',
    ),
    text.replace('"kind": "gig"', '"kind": "wedding"'),
    text.slice(0, -50),
  ];
  for (const one of broken) {
    expect(one).not.toBe(text);
    expect(readBandFile(one).ok).toBe(false);
  }
});

test('only those who may edit a band put anything into it', async () => {
  const read = readBandFile(await written(full));
  if (!read.ok) throw new Error(read.problem.message);
  const author = await db.member('Tam Breck');
  const tried = db.as('Tam Breck', (queries) => restoreInto(queries, author, full, read.value));
  await expect(tried).rejects.toBeInstanceOf(Refusal);
});

test('the JSON Schemas in docs are those of the code', () => {
  for (const [name, schema] of [
    ['song', songFileJsonSchema()],
    ['band', bandFileJsonSchema()],
  ] as const) {
    const written = JSON.parse(readFileSync(`docs/${name}.schema.json`, 'utf8'));
    expect(written).toEqual(JSON.parse(JSON.stringify(schema)));
  }
});

// Ajv 8, an independent validator of JSON Schema (draft 2020-12).
test('an independent validator finds a back-up to be as its schema says, and a broken one not', async () => {
  const validate = new Ajv({ strict: false, validateFormats: false }).compile(bandFileJsonSchema());
  const file = JSON.parse(await written(full));
  expect(validate(file)).toBe(true);
  file.songs[0].arrangements[0].map.start.countIn = 'many';
  expect(validate(file)).toBe(false);
});
