import type { DocumentKind } from './apply';
import type { Operation } from './operation';
import { type RecordName, recordNamed } from './replay';

/**
 * The operations that make one document into another: what is gone removed, what is new inserted, and
 * the fields that differ set.
 */
export const operationsBetween = <D>(kind: DocumentKind<D>, from: D, to: D): Operation[] => [
  ...Object.keys(kind.singles).flatMap((where) => recordBetween(from, to, { in: where })),
  ...Object.keys(kind.collections).flatMap((where) => {
    const ids = (document: D) => Object.keys(recordNamed(document, { in: where }) ?? {});
    const before = new Set(ids(from));
    const after = new Set(ids(to));
    // First what is gone: what is new may need its place.
    return [...before]
      .filter((id) => !after.has(id))
      .concat([...after])
      .flatMap((id) => recordBetween(from, to, { in: where, id }));
  }),
];

/** The operations that make one record of a document into what it is in another. */
export const recordBetween = <D>(from: D, to: D, { in: where, id }: RecordName): Operation[] => {
  const name = { in: where, ...(id !== undefined && { id }) };
  const [before, after] = [recordNamed(from, name), recordNamed(to, name)];
  if (before === undefined && after === undefined) return [];
  if (id !== undefined && after === undefined) return [{ type: 'remove', in: where, id }];
  if (id !== undefined && before === undefined)
    return [{ type: 'insert', in: where, id, value: after }];
  // Together, as one: those of a detail or a pattern have to agree.
  const fields = Object.entries(after ?? {}).filter(
    ([field, value]) => !same(before?.[field], value),
  );
  return fields.length === 0 ? [] : [{ type: 'set', ...name, fields: Object.fromEntries(fields) }];
};

/** Whether two values say the same. */
export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
