import 'server-only';
import * as z from 'zod';
import {
  apply,
  type Change,
  type LoggedChange,
  type Operation,
  operationSchema,
  parseDocument,
} from '@/core/document';
import type { Problem } from '@/core/result';
import type { SongSet } from '@/core/set';
import { type MemberId, type Queries, Refusal, refuse } from '../database';
import { readOnly } from '../people/bands';
import { type KindName, kindOf } from './kinds';

const documentRow = z.object({
  id: z.string(),
  band: z.string(),
  kind: z.enum(['road-map', 'set', 'book']),
  body: z.unknown(),
  revision: z.number(),
  mayEdit: z.boolean(),
});

/** A document as stored, with whether the member may change it. */
export type StoredDocument = z.infer<typeof documentRow>;

const DOCUMENT = `SELECT id, band, kind, body, revision, may_edit(band) AS "mayEdit"
                  FROM document WHERE id = $1`;

/** A document that the member may read. */
export const readDocument = async (db: Queries, id: string): Promise<StoredDocument> =>
  whole(
    (await db.maybeOne(documentRow, DOCUMENT, [id])) ??
      refuse('not-found', 'Document', 'There is no such song or set among those of your bands.'),
  );

/** What an older version has stored gets the fields that were added since. */
const whole = (row: StoredDocument): StoredDocument => {
  const parsed = parseDocument(kindOf(row.kind), row.body);
  if (!parsed.ok) throw new Refusal(parsed.problem);
  return { ...row, body: parsed.value };
};

/** What became of a change that was sent. */
export type Outcome =
  | { readonly id: string; readonly revision: number; readonly repeated: boolean }
  | { readonly id: string; readonly problem: Problem };

/**
 * Saves changes in the order sent, each all or none, and answers what became of each. Changes made
 * on an older revision are carried out on the newest one; a change that was saved before is not
 * carried out again.
 *
 * @param base the revision that the sender had seen
 * @throws Refusal `ahead` when that revision was never saved here
 */
export const saveChanges = async (
  db: Queries,
  author: MemberId,
  id: string,
  base: number,
  changes: readonly Change[],
): Promise<{ outcomes: Outcome[]; news: LoggedChange[] }> => {
  const seen = await readDocument(db, id);
  if (!seen.mayEdit) return readOnly();
  const stored = whole(await db.one(documentRow, `${DOCUMENT} FOR UPDATE`, [id]));
  if (base > stored.revision) {
    return refuse(
      'ahead',
      'Document',
      'This page shows edits that are not saved here. Reload it to go on.',
    );
  }
  const outcomes: Outcome[] = [];
  let current = stored;
  for (const change of changes) {
    const saved = await saveOne(db, author, current, change);
    if ('outcome' in saved) outcomes.push(saved.outcome);
    else {
      current = saved;
      outcomes.push({ id: change.id, revision: saved.revision, repeated: false });
    }
  }
  if (current.revision > stored.revision) await store(db, current);
  return { outcomes, news: await changesSince(db, id, base) };
};

const changeRow = z.object({
  id: z.string(),
  revision: z.number(),
  operations: z.array(operationSchema) as z.ZodType<Operation[]>,
});

/** The log of a document after a revision, oldest first. */
export const changesSince = (db: Queries, id: string, revision: number): Promise<LoggedChange[]> =>
  db.many(
    changeRow,
    `SELECT id, revision, operations FROM change
     WHERE document = $1 AND revision > $2 ORDER BY revision`,
    [id, revision],
  );

/** Puts a new document in place at revision 0. */
export const insertDocument = async (
  db: Queries,
  band: string,
  kind: KindName,
  id: string,
  body: unknown,
): Promise<void> => {
  const parsed = parseDocument(kindOf(kind), body);
  if (!parsed.ok) throw new Refusal(parsed.problem);
  await db.run('INSERT INTO document (id, band, kind, body) VALUES ($1, $2, $3, $4)', [
    id,
    band,
    kind,
    JSON.stringify(body),
  ]);
};

const saveOne = async (
  db: Queries,
  author: MemberId,
  document: StoredDocument,
  change: Change,
): Promise<StoredDocument | { outcome: Outcome }> => {
  const earlier = await db.maybeOne(
    z.object({ revision: z.number(), same: z.boolean() }),
    'SELECT revision, operations = $3::jsonb AS same FROM change WHERE document = $1 AND id = $2',
    [document.id, change.id, JSON.stringify(change.operations)],
  );
  if (earlier?.same) {
    return { outcome: { id: change.id, revision: earlier.revision, repeated: true } };
  }
  if (earlier) return { outcome: { id: change.id, problem: USED } };
  const applied = apply(kindOf(document.kind), document.body, change.operations);
  if (!applied.ok) return { outcome: { id: change.id, problem: applied.problem } };
  const revision = document.revision + 1;
  await db.run(
    `INSERT INTO change (document, band, revision, id, operations, author)
     VALUES ($1, $2, $3, $4, $5, $6)`,
    [document.id, document.band, revision, change.id, JSON.stringify(change.operations), author],
  );
  return { ...document, body: applied.value.document, revision };
};

const USED: Problem = {
  code: 'taken',
  place: 'Change',
  message: 'Another change was saved under this id.',
};

const store = async (db: Queries, { id, band, kind, body, revision }: StoredDocument) => {
  await db.run('UPDATE document SET body = $2, revision = $3 WHERE id = $1', [
    id,
    JSON.stringify(body),
    revision,
  ]);
  if (kind === 'set') await storeItems(db, id, band, body as SongSet);
};

/** Keeps the table of a set's songs in step with its document. */
export const storeItems = async (db: Queries, set: string, band: string, { items }: SongSet) => {
  const list = Object.values(items);
  await db.run('DELETE FROM set_item WHERE song_set = $1', [set]);
  await db.run(
    `INSERT INTO set_item (song_set, item, band, arrangement)
     SELECT $1, item, $2, arrangement FROM unnest($3::text[], $4::uuid[]) AS given (item, arrangement)`,
    [set, band, list.map(({ id }) => id), list.map(({ arrangement }) => arrangement)],
  );
};
