import * as z from 'zod';
import { withNamesOfToday } from './namesOfToday';

/** Values by the name of the field that they are for. */
export type Fields = Readonly<Record<string, unknown>>;

/**
 * The three things that can happen to a document. A record stands in a collection under its id; the
 * document's single records (a song's start, a set's heading) are set by the name of the record and
 * no id. `set` carries the fields that change and no others, so that two people who change different
 * fields of one record never disturb each other. Moving is setting the field `order`.
 */
export type Operation =
  | { readonly type: 'insert'; readonly in: string; readonly id: string; readonly value: unknown }
  | { readonly type: 'remove'; readonly in: string; readonly id: string }
  | SetFields;

export type SetFields = {
  readonly type: 'set';
  readonly in: string;
  readonly id?: string | undefined;
  readonly fields: Fields;
};

/** Operations that belong together, saved as one. The id makes sending it twice harmless. */
export type Change = { readonly id: string; readonly operations: readonly Operation[] };

/** A change as the log keeps it: the revision that it made. */
export type LoggedChange = Change & { readonly revision: number };

const name = z.string().min(1).max(40);
/** Ids are made by whoever inserts; any short word of letters, digits and hyphens. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9-]{1,40}$/, 'An id is 1 to 40 letters, digits and hyphens.')
  .refine((id) => !(id in Object.prototype), 'This id is a reserved word.');

export const MOST_FIELDS = 100;

const setSchema = z.object({
  type: z.literal('set'),
  in: name,
  id: idSchema.optional(),
  fields: z.record(name, z.unknown()).refine((fields) => {
    const count = Object.keys(fields).length;
    return count > 0 && count <= MOST_FIELDS;
  }, `1 to ${MOST_FIELDS} fields are set at once.`),
});

/**
 * Logs and unsent changes of before are read as they were meant: until November 2026 an operation set one
 * field, and some fields had other names.
 */
const upgraded = (operation: unknown): unknown => {
  if (typeof operation !== 'object' || operation === null) return operation;
  const { field, value, ...rest } = operation as Record<string, unknown>;
  const setsOne = rest.type === 'set' && rest.fields === undefined && typeof field === 'string';
  return withNamesOfToday(setsOne ? { ...rest, fields: { [field]: value ?? null } } : operation);
};

export const operationSchema: z.ZodType<Operation> = z.preprocess(
  upgraded,
  z.discriminatedUnion('type', [
    z.object({ type: z.literal('insert'), in: name, id: idSchema, value: z.unknown() }),
    z.object({ type: z.literal('remove'), in: name, id: idSchema }),
    setSchema,
  ]),
);

export const MOST_OPERATIONS = 5000;

export const changeSchema = z.object({
  id: z.uuid('A change has a UUID as its id.'),
  operations: z
    .array(operationSchema)
    .min(1, 'A change has at least one operation.')
    .max(MOST_OPERATIONS, `A change has at most ${MOST_OPERATIONS} operations.`),
});

/** A change of the log, as it is stored and as pages get it. */
export const loggedChangeSchema: z.ZodType<LoggedChange> = z.object({
  id: z.string(),
  revision: z.number().int(),
  operations: z.array(operationSchema),
});

/** Sets fields of a record of a collection. */
export const setFields = (where: string, id: string, fields: Fields): SetFields => ({
  type: 'set',
  in: where,
  id,
  fields,
});

/**
 * Later operations that set the same field make earlier ones pointless: typing a name is one
 * operation, not one a letter. Only neighbouring runs of `set` are folded, so that the order that
 * matters is kept.
 */
export const squash = (operations: readonly Operation[]): Operation[] => {
  const kept: Operation[] = [];
  for (const operation of operations) {
    const at = operation.type === 'set' ? kept.findLastIndex((one) => one.type !== 'set') + 1 : -1;
    const earlier =
      at < 0 ? -1 : kept.findIndex((one, index) => index >= at && sameRecord(one, operation));
    const before = kept[earlier];
    if (before?.type === 'set' && operation.type === 'set')
      kept[earlier] = { ...before, fields: { ...before.fields, ...operation.fields } };
    else kept.push(operation);
  }
  return kept;
};

/** Whether two operations set fields of the same record. */
export const sameRecord = (a: Operation, b: Operation): boolean =>
  a.type === 'set' && b.type === 'set' && a.in === b.in && a.id === b.id;

/** Whether two operations set the same fields of the same record. */
export const sameFields = (a: Operation, b: Operation): boolean =>
  a.type === 'set' &&
  b.type === 'set' &&
  sameRecord(a, b) &&
  Object.keys(a.fields).sort().join() === Object.keys(b.fields).sort().join();
