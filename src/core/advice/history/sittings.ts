import {
  apply,
  type DocumentKind,
  type LoggedChange,
  type Operation,
  type RecordName,
  recordBetween,
  recordNamed,
  touched,
} from '../../base/document';
import type { Step } from './step';

/** A change of the log with who made it, and when. */
export type HistoryChange = LoggedChange & {
  /** The member’s name; null of somebody who has given their account up. */
  readonly author: string | null;
  /** In milliseconds since 1970. */
  readonly at: number;
  /** The revision that its author had seen; null where that was not written down yet. */
  readonly base: number | null;
};

/** What one person did in one go, with the document before and after it. */
export type Sitting<D> = {
  readonly author: string | null;
  readonly from: number;
  readonly to: number;
  /** The revisions of its first and its last change. */
  readonly first: number;
  readonly last: number;
  readonly before: D;
  readonly after: D;
  readonly steps: readonly Step[];
  /** What others had just written in the same places, and what stands there now in its place. */
  readonly overtook: readonly Overtaken[];
};

/** A value that somebody had just written where somebody else, who had not seen it, wrote another. */
export type Overtaken = {
  readonly record: RecordName;
  readonly field: string;
  /** Whose value gave way. */
  readonly author: string | null;
  readonly lost: unknown;
  readonly stands: unknown;
};

/** A sitting is over when nothing was changed for so long (ms). */
export const SITTING_GAP = 30 * 60_000;

/**
 * A document's changes in sittings, oldest first: one person's changes with no more than half an hour
 * between them, and nobody else's.
 *
 * @param start the document before the first of the changes
 * @param stepsOf says in sentences what became of records between two moments
 * @returns nothing where the changes do not fit the document
 */
export const sittingsOf = <D>(
  kind: DocumentKind<D>,
  start: D,
  changes: readonly HistoryChange[],
  stepsOf: (before: D, after: D, records: readonly RecordName[]) => readonly Step[],
): readonly Sitting<D>[] | undefined => {
  const sittings: Sitting<D>[] = [];
  let document = start;
  for (const group of groupsOf(changes)) {
    const before = document;
    for (const { operations } of group) {
      const applied = apply(kind, document, operations);
      if (!applied.ok) return undefined;
      document = applied.value.document;
    }
    const [first, last] = [group[0]!, group.at(-1)!];
    sittings.push({
      author: first.author,
      from: first.at,
      to: last.at,
      first: first.revision,
      last: last.revision,
      before,
      after: document,
      steps: stepsOf(before, document, touched(group)),
      overtook: overtaken(changes, group),
    });
  }
  return sittings;
};

const groupsOf = (changes: readonly HistoryChange[]): HistoryChange[][] => {
  const groups: HistoryChange[][] = [];
  for (const change of changes) {
    const last = groups.at(-1)?.at(-1);
    const goesOn = last && last.author === change.author && change.at - last.at <= SITTING_GAP;
    if (goesOn) groups.at(-1)!.push(change);
    else groups.push([change]);
  }
  return groups;
};

/** Fields that two people wrote at once; the later one is what stands. */
const overtaken = (
  all: readonly HistoryChange[],
  group: readonly HistoryChange[],
): readonly Overtaken[] =>
  group.flatMap((change) => {
    const { base } = change;
    if (base === null) return [];
    const unseen = all.filter(
      ({ revision, author }) =>
        revision > base && revision < change.revision && author !== change.author,
    );
    return change.operations.flatMap((operation) =>
      operation.type === 'set' ? overtakenBy(operation, unseen) : [],
    );
  });

const overtakenBy = (
  { in: where, id, fields }: Extract<Operation, { type: 'set' }>,
  unseen: readonly HistoryChange[],
): Overtaken[] =>
  Object.entries(fields).flatMap(([field, stands]) => {
    const before = unseen.findLast(({ operations }) =>
      operations.some(
        (one) =>
          one.type === 'set' &&
          one.in === where &&
          one.id === id &&
          Object.hasOwn(one.fields, field),
      ),
    );
    const set = before?.operations.findLast(
      (one) =>
        one.type === 'set' && one.in === where && one.id === id && Object.hasOwn(one.fields, field),
    );
    if (!before || set?.type !== 'set') return [];
    const lost = set.fields[field];
    if (JSON.stringify(lost) === JSON.stringify(stands)) return [];
    const record = { in: where, ...(id !== undefined && { id }) };
    return [{ record, field, author: before.author, lost, stands }];
  });

/** The operations that make one record of a document what it was before a sitting, and no other. */
export const takingBack = <D>(
  { before, after }: Pick<Sitting<D>, 'before' | 'after'>,
  record: RecordName,
): readonly Operation[] => {
  // What is only counted (taps, remarks) goes back all together.
  const isSingle = record.id === undefined && isCollection(before, record);
  const names = isSingle
    ? [...new Set([...idsOf(after, record), ...idsOf(before, record)])].map((id) => ({
        ...record,
        id,
      }))
    : [record];
  return names.flatMap((name) => recordBetween(after, before, name));
};

const idsOf = <D>(document: D, record: RecordName): string[] =>
  Object.keys(recordNamed(document, record) ?? {});

const isCollection = <D>(document: D, record: RecordName): boolean =>
  COUNTED.has(record.in) && recordNamed(document, record) !== undefined;

const COUNTED: ReadonlySet<string> = new Set(['taps', 'dismissed']);
