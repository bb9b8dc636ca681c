import type { RecordName } from '../../base/document';

/** What became of one record between two moments. */
export type Step = {
  readonly record: RecordName;
  /** The section that it belongs to; null where it is of the song as a whole, or of a set. */
  readonly section: string | null;
  /** Said after the name of who did it: `made “Chorus 2” 8 bars longer: 16 bars.` */
  readonly words: string;
};

type Fields = Readonly<Record<string, unknown>>;

/** One thing in place of another, one that is new, or one that is gone. */
export const instead = (now: string, before: string): string => {
  if (!now) return `nothing in place of ${before}`;
  return before ? `${now} in place of ${before}` : now;
};

/** The fields of a record that differ. */
export const fieldsThatDiffer = (before: Fields, after: Fields): ReadonlySet<string> =>
  new Set(
    [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
      (field) => JSON.stringify(before[field] ?? null) !== JSON.stringify(after[field] ?? null),
    ),
  );

/** Several sentences of one record as one: `renamed “A” to “B”, and moved it to the beginning.` */
export const joined = (phrases: readonly string[]): string =>
  phrases.length < 2
    ? `${phrases.join('')}.`
    : `${phrases.slice(0, -1).join(', ')}, and ${phrases.at(-1)}.`;
