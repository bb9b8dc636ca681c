import type { z } from 'zod';
import { fail, ok, type Problem, type Result } from '../result';
import { tooMuchUnknown, unfit } from './bounds';
import type { Operation, SetFields } from './operation';

type RecordShape = z.ZodObject;
type Entity = { readonly id: string } & Readonly<Record<string, unknown>>;
type Collection = Readonly<Record<string, Entity>>;

/**
 * What `apply` has to know of a kind of document. `singles` are the records there is one of,
 * `collections` those that stand under ids; both give the schema of one record.
 */
export type DocumentKind<D> = {
  readonly name: string;
  readonly schema: z.ZodType<D>;
  readonly singles: Readonly<Record<string, RecordShape>>;
  readonly collections: Readonly<Record<string, RecordShape>>;
  /** What a record is called in a sentence: `Section “Verse”`. */
  readonly call: (where: string, record: Readonly<Record<string, unknown>> | undefined) => string;
  /** What must hold for the document as a whole. */
  readonly check: (document: D) => Problem | undefined;
};

export type Applied<D> = { readonly document: D; readonly inverse: readonly Operation[] };

/**
 * A document with operations carried out, all or none, and the operations that undo them. It never
 * changes its input, and what no operation touched is shared with it.
 *
 * @returns a problem that names the place when an operation is not allowed or names what is gone
 */
export const apply = <D>(
  kind: DocumentKind<D>,
  document: D,
  operations: readonly Operation[],
): Result<Applied<D>> => {
  const merged = merge(kind, document, operations);
  if (!merged.ok) return merged;
  const { left, ...applied } = merged.value;
  const [first] = left;
  return first ? { ok: false, problem: first.problem } : ok(applied);
};

/** An operation that could not be carried out, and why. */
export type LeftOut = { readonly operation: Operation; readonly problem: Problem };

export type Merged<D> = Applied<D> & {
  /** What was carried out, in order. */
  readonly done: readonly Operation[];
  readonly left: readonly LeftOut[];
};

/**
 * A document with those of the operations carried out that it allows: they were made on an earlier
 * state of it, and somebody may have removed what some of them name. The same function runs in the
 * browser and on the server.
 *
 * @returns a problem where the document as a whole would not do
 */
export const merge = <D>(
  kind: DocumentKind<D>,
  document: D,
  operations: readonly Operation[],
): Result<Merged<D>> => {
  let current = document;
  const inverse: Operation[] = [];
  const done: Operation[] = [];
  const left: LeftOut[] = [];
  for (const operation of operations) {
    const step = applyOne(kind, current, operation);
    if (step.ok) {
      current = step.value.document;
      inverse.unshift(...step.value.inverse);
      done.push(operation);
    } else left.push({ operation, problem: step.problem });
  }
  const problem = kind.check(current);
  return problem ? { ok: false, problem } : ok({ document: current, inverse, done, left });
};

/** A stored or sent value as a document of this kind, or what is wrong with it. */
export const parseDocument = <D>(kind: DocumentKind<D>, value: unknown): Result<D> => {
  const parsed = kind.schema.safeParse(value);
  if (!parsed.success) return schemaProblem(kind.name, parsed.error);
  const problem =
    misplaced(kind, parsed.data) ?? overloaded(kind, parsed.data) ?? kind.check(parsed.data);
  return problem ? { ok: false, problem } : ok(parsed.data);
};

/** A record that stands under another id than its own: everything that names it would miss it. */
const misplaced = <D>(kind: DocumentKind<D>, document: D): Problem | undefined => {
  for (const where of Object.keys(kind.collections)) {
    for (const [id, record] of Object.entries(collectionOf(document, where))) {
      if (record.id === id) continue;
      const message = 'It stands under another id than its own.';
      return { code: 'invalid', place: kind.call(where, record), message };
    }
  }
  return undefined;
};

/** What no schema of a field says: unknown fields are bounded too. */
const overloaded = <D>(kind: DocumentKind<D>, document: D): Problem | undefined => {
  const records = [
    ...Object.entries(kind.singles).map(
      ([where, shape]) => [where, shape, own(document as object, where)] as const,
    ),
    ...Object.entries(kind.collections).flatMap(([where, shape]) =>
      Object.values(collectionOf(document, where)).map((record) => [where, shape, record] as const),
    ),
  ];
  const known = { format: 0, version: 0, ...kind.singles, ...kind.collections };
  const message = unfit(document) ?? tooMuchUnknown(document as object, known);
  if (message) return { code: 'invalid', place: kind.name, message };
  for (const [where, shape, record] of records) {
    const much = tooMuchUnknown(asRecord(record), shape.shape);
    if (much) return { code: 'invalid', place: kind.call(where, asRecord(record)), message: much };
  }
  return undefined;
};

const applyOne = <D>(kind: DocumentKind<D>, document: D, operation: Operation) => {
  if (operation.type === 'set') return set(kind, document, operation);
  const shape = own(kind.collections, operation.in);
  if (!shape) return unknownPlace(kind, operation.in);
  return operation.type === 'insert'
    ? insert(kind, document, operation, shape)
    : remove(kind, document, operation);
};

const insert = <D>(
  kind: DocumentKind<D>,
  document: D,
  operation: Extract<Operation, { type: 'insert' }>,
  shape: RecordShape,
): Result<Applied<D>> => {
  const records = collectionOf(document, operation.in);
  const value = asRecord(operation.value);
  const place = kind.call(operation.in, value);
  if (own(records, operation.id)) return fail('taken', place, 'This id is already in use.');
  const message = unfit(value) ?? tooMuchUnknown(value, shape.shape);
  if (message) return fail('invalid', place, message);
  const parsed = shape.safeParse({ ...value, id: operation.id });
  if (!parsed.success) return schemaProblem(place, parsed.error);
  return ok({
    document: {
      ...document,
      [operation.in]: { ...records, [operation.id]: parsed.data as Entity },
    },
    inverse: [{ type: 'remove', in: operation.in, id: operation.id }],
  });
};

const remove = <D>(
  kind: DocumentKind<D>,
  document: D,
  operation: Extract<Operation, { type: 'remove' }>,
): Result<Applied<D>> => {
  const records = collectionOf(document, operation.in);
  const value = own(records, operation.id);
  if (!value) return gone(kind, operation.in);
  const { [operation.id]: _, ...rest } = records;
  return ok({
    document: { ...document, [operation.in]: rest },
    inverse: [{ type: 'insert', in: operation.in, id: operation.id, value }],
  });
};

const set = <D>(
  kind: DocumentKind<D>,
  document: D,
  { in: where, id, fields }: SetFields,
): Result<Applied<D>> => {
  const shape = own(id === undefined ? kind.singles : kind.collections, where);
  if (!shape) return unknownPlace(kind, where);
  const record =
    id === undefined
      ? asRecord(own(document as object, where))
      : own(collectionOf(document, where), id);
  if (!record) return gone(kind, where);
  const names = Object.keys(fields);
  const place = `${kind.call(where, record)}, ${names.join(', ')}`;
  if (names.some((field) => !own(shape.shape, field) || FIXED.has(field)))
    return fail('invalid', place, 'There is no such field to set.');
  const message = unfit(fields);
  if (message) return fail('invalid', place, message);
  // The record as a whole, since its fields may have to agree.
  const parsed = shape.safeParse({ ...record, ...fields });
  if (!parsed.success) return schemaProblem(place, parsed.error, names[0]);
  const changed = { ...record, ...picked(parsed.data, names) };
  return ok({
    document: {
      ...document,
      [where]: id === undefined ? changed : { ...collectionOf(document, where), [id]: changed },
    },
    inverse: [
      { type: 'set', in: where, ...(id !== undefined && { id }), fields: picked(record, names) },
    ],
  });
};

const picked = (record: Readonly<Record<string, unknown>>, names: readonly string[]) =>
  Object.fromEntries(names.map((name) => [name, record[name] ?? null]));

/** Fields that make a record what it is. */
const FIXED = new Set(['id', 'kind']);

const collectionOf = <D>(document: D, name: string): Collection =>
  (document as Record<string, Collection>)[name] ?? {};

const own = <T>(record: Readonly<Record<string, T>> | object, key: string): T | undefined =>
  Object.hasOwn(record, key) ? (record as Record<string, T>)[key] : undefined;

const asRecord = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};

const gone = <D>(kind: DocumentKind<D>, where: string) =>
  fail('gone', kind.call(where, undefined), 'It is no longer there; somebody has removed it.');

const unknownPlace = <D>(kind: DocumentKind<D>, where: string) =>
  fail('invalid', kind.name, `There is nothing called “${where.slice(0, 40)}” in it.`);

/** @param said the field that the place names already */
const schemaProblem = (place: string, error: z.ZodError, said?: string) => {
  const issue = error.issues[0]!;
  const path = issue.path.slice(issue.path[0] === said ? 1 : 0).join(', ');
  return fail('invalid', path ? `${place}, ${path}` : place, issue.message);
};
