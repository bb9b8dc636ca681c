import { fail, ok, type Result } from '../result';
import { apply, type DocumentKind } from './apply';
import type { LoggedChange } from './operation';

/**
 * A document as it was after the last of some changes of its log, from what it was before the first.
 *
 * @returns a problem where the changes do not fit: a log and its documents belong together
 */
export const replay = <D>(
  kind: DocumentKind<D>,
  from: D,
  changes: readonly Pick<LoggedChange, 'operations'>[],
): Result<D> => {
  let document = from;
  for (const { operations } of changes) {
    const applied = apply(kind, document, operations);
    if (!applied.ok) return fail('gone', kind.name, 'Its log and what it was do not fit together.');
    document = applied.value.document;
  }
  return ok(document);
};

/** A record of a document: the only one of its name, or one of many by its id. */
export type RecordName = { readonly in: string; readonly id?: string };

/** The records that operations touch, each once, in the order in which they are first touched. */
export const touched = (
  changes: readonly Pick<LoggedChange, 'operations'>[],
): readonly RecordName[] => {
  const named = new Map<string, RecordName>();
  for (const { in: where, id } of changes.flatMap(({ operations }) => operations)) {
    const key = `${where} ${id ?? ''}`;
    if (!named.has(key)) named.set(key, { in: where, ...(id !== undefined && { id }) });
  }
  return [...named.values()];
};

/** A record by its name; nothing where it is not there. */
export const recordNamed = <D>(
  document: D,
  { in: where, id }: RecordName,
): Readonly<Record<string, unknown>> | undefined => {
  const found = (document as Record<string, unknown>)[where] as Record<string, unknown> | undefined;
  const record = id === undefined ? found : own(found, id);
  return record as Readonly<Record<string, unknown>> | undefined;
};

const own = (records: Record<string, unknown> | undefined, id: string): unknown =>
  records && Object.hasOwn(records, id) ? records[id] : undefined;
