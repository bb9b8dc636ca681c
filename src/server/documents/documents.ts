import 'server-only';
import { isDeepStrictEqual } from 'node:util';
import * as z from 'zod';
import {
  type Change,
  type LeftOut,
  type LoggedChange,
  loggedChangeSchema,
  merge,
  type Operation,
  operationSchema,
  parseDocument,
} from '@/core/base/document';
import { withPlainText } from '@/core/base/plainText';
import type { Problem } from '@/core/base/result';
import type { SongSet } from '@/core/song/set';
import { type MemberId, type Queries, Refusal, refuse } from '../database';
import { mayEdit, readOnly } from '../people/bands';
import { asDocument, keepDocument, keptDocument, VERSION } from './cache';
import { type KindName, kindOf } from './kinds';

const documentRow = z.object({
  id: z.string(),
  band: z.string(),
  kind: z.enum(['road-map', 'set', 'library']),
  body: z.unknown(),
  revision: z.number(),
  mayEdit: z.boolean(),
});

/** A document as stored, with whether the member may change it. */
export type StoredDocument = z.infer<typeof documentRow>;

const DOCUMENT = `SELECT id, band, kind, body, revision, ${mayEdit('band')} AS "mayEdit"
                  FROM document WHERE id = $1`;

/** A document that the member may read. */
export const readDocument = async (db: Queries, id: string): Promise<StoredDocument> =>
  whole((await db.maybeOne(documentRow, DOCUMENT, [id])) ?? noSuchDocument());

const whole = (row: StoredDocument): StoredDocument => ({
  ...row,
  body: asDocument(kindOf(row.kind), row.body),
});

const noSuchDocument = (): never =>
  refuse('not-found', 'Document', 'There is no such song or set among those of your bands.');

/** What became of a change that was sent. */
export type Outcome =
  | {
      readonly id: string;
      readonly revision: number;
      readonly repeated: boolean;
      /** What of it could not be carried out; left out where all of it was. */
      readonly left?: readonly LeftOut[];
    }
  | { readonly id: string; readonly problem: Problem };

/**
 * Saves changes in the order sent and answers what became of each. They were made on an older
 * revision and are carried out on the newest one, as far as it allows: what names something that is
 * gone is left out and said. A change that was saved before is not carried out again.
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
  const stored = await lockDocument(db, id);
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
    const { outcome, document } = await saveOne(db, author, base, current, change);
    outcomes.push(outcome);
    current = document;
  }
  if (current.revision > stored.revision) await store(db, current);
  return { outcomes, news: await changesSince(db, id, base) };
};

/** A document that is about to be changed: nobody else changes it until this transaction is over. */
const lockDocument = async (db: Queries, id: string): Promise<StoredDocument> => {
  const seen =
    (await db.maybeOne(
      rightsRow,
      `SELECT ${mayEdit('band')} AS "mayEdit" FROM document WHERE id = $1`,
      [id],
    )) ?? noSuchDocument();
  if (!seen.mayEdit) return readOnly();
  const { version, ...row } = await db.one(
    lockedRow,
    `SELECT id, band, kind, revision, ${VERSION} AS version FROM document WHERE id = $1 FOR UPDATE`,
    [id],
  );
  const body =
    keptDocument<unknown>(id, version) ??
    asDocument(
      kindOf(row.kind),
      (await db.one(bodyRow, 'SELECT body FROM document WHERE id = $1', [id])).body,
    );
  return { ...row, body, mayEdit: true };
};

const rightsRow = z.object({ mayEdit: z.boolean() });
const lockedRow = documentRow.omit({ body: true, mayEdit: true }).extend({ version: z.string() });
const bodyRow = z.object({ body: z.unknown() });

/** The log of a document after a revision, oldest first. */
export const changesSince = (db: Queries, id: string, revision: number): Promise<LoggedChange[]> =>
  db.many(
    loggedChangeSchema,
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
  base: number,
  document: StoredDocument,
  { id, operations }: Change,
): Promise<{ outcome: Outcome; document: StoredDocument }> => {
  const earlier = await db.maybeOne(
    z.object({ revision: z.number(), operations: z.array(operationSchema) }),
    'SELECT revision, operations FROM change WHERE document = $1 AND id = $2',
    [document.id, id],
  );
  if (earlier) {
    const same = isPartOf(earlier.operations, operations);
    const { revision } = earlier;
    return { outcome: same ? { id, revision, repeated: true } : { id, problem: USED }, document };
  }
  const merged = merge(kindOf(document.kind), document.body, operations);
  if (!merged.ok) return { outcome: { id, problem: merged.problem }, document };
  const { document: body, done, left } = merged.value;
  const [first] = left;
  if (done.length === 0 && first) return { outcome: { id, problem: first.problem }, document };
  const revision = document.revision + 1;
  await db.run(
    `INSERT INTO change (document, band, revision, id, operations, author, base)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [document.id, document.band, revision, id, JSON.stringify(done), author, base],
  );
  return {
    outcome: { id, revision, repeated: false, ...(first && { left }) },
    document: { ...document, body, revision },
  };
};

/** Whether what was saved under an id is what is sent again, or as much of it as could be carried out. */
const isPartOf = (saved: readonly Operation[], sent: readonly Operation[]): boolean => {
  let at = 0;
  const asStored = sent.map((one) => JSON.parse(JSON.stringify(one)));
  for (const one of saved) {
    while (at < asStored.length && !isDeepStrictEqual(asStored[at], one)) at++;
    if (at++ >= asStored.length) return false;
  }
  return true;
};

const USED: Problem = {
  code: 'taken',
  place: 'Change',
  message: 'Another change was saved under this id.',
};

const store = async (db: Queries, { id, band, kind, body, revision }: StoredDocument) => {
  const text = JSON.stringify(body);
  const { version } = await db.one(
    z.object({ version: z.string() }),
    `UPDATE document SET body = $2, revision = $3 WHERE id = $1 RETURNING ${VERSION} AS version`,
    [id, text, revision],
  );
  // Who changes it next need not check it again.
  keepDocument(id, version, withPlainText(JSON.parse(text)));
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
