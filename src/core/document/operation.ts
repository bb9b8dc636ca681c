import * as z from 'zod';

/**
 * The three things that can happen to a document. A record stands in a collection under its id; the
 * document's single records (a song's start, a set's heading) are set by the name of the record and
 * no id. Moving is setting the field `order`, so that a move and a rename never disturb each other.
 */
export type Operation =
  | { readonly type: 'insert'; readonly in: string; readonly id: string; readonly value: unknown }
  | { readonly type: 'remove'; readonly in: string; readonly id: string }
  | {
      readonly type: 'set';
      readonly in: string;
      readonly id?: string | undefined;
      readonly field: string;
      readonly value: unknown;
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

export const operationSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('insert'), in: name, id: idSchema, value: z.unknown() }),
  z.object({ type: z.literal('remove'), in: name, id: idSchema }),
  z.object({
    type: z.literal('set'),
    in: name,
    id: idSchema.optional(),
    field: name,
    value: z.unknown(),
  }),
]);

export const MOST_OPERATIONS = 5000;

export const changeSchema = z.object({
  id: z.uuid('A change has a UUID as its id.'),
  operations: z
    .array(operationSchema)
    .min(1, 'A change has at least one operation.')
    .max(MOST_OPERATIONS, `A change has at most ${MOST_OPERATIONS} operations.`),
});

/**
 * Later operations that set the same field make earlier ones pointless: typing a name is one
 * operation, not one a letter. Only neighbouring runs of `set` are folded, so the order that matters
 * is kept.
 */
export const squash = (operations: readonly Operation[]): Operation[] => {
  const kept: Operation[] = [];
  for (const operation of operations) {
    const earlier =
      operation.type === 'set' ? kept.findIndex((one) => sameField(one, operation)) : -1;
    if (earlier >= 0 && kept.slice(earlier).every((one) => one.type === 'set')) {
      kept[earlier] = operation;
    } else kept.push(operation);
  }
  return kept;
};

/** Whether two operations set the same field of the same record. */
export const sameField = (a: Operation, b: Operation): boolean =>
  a.type === 'set' && b.type === 'set' && a.in === b.in && a.id === b.id && a.field === b.field;
