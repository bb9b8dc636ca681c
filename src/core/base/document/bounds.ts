import { isPlainText } from '../plainText';

/**
 * What any value in a document keeps to, whatever field it is for, those of newer versions included:
 * nothing that a database cannot store, nothing nested without end, nothing heavy that nobody knows.
 */

/** Values within values; the deepest known ones, strokes of a pattern, are 3 deep. */
export const DEEPEST_VALUE = 16;
/** Characters of JSON that the fields of one record may have which this version does not know. */
export const MOST_UNKNOWN = 4000;

/**
 * What is wrong with a value, in a sentence; nothing where it may be kept.
 *
 * @example unfit({ a: [1, 'Verse'] }) // => undefined
 * @example unfit(['half \ud83e']) // => 'It holds a character that cannot be kept: a control character or half a letter.'
 */
export const unfit = (value: unknown): string | undefined => {
  // A list of what is still to be looked at: a value nested without end must not end the program.
  const rest: { readonly value: unknown; readonly depth: number }[] = [{ value, depth: 0 }];
  for (let next = rest.pop(); next; next = rest.pop()) {
    if (typeof next.value === 'string' && !isPlainText(next.value)) return NOT_PLAIN;
    if (typeof next.value !== 'object' || next.value === null) continue;
    if (next.depth >= DEEPEST_VALUE) return TOO_DEEP;
    for (const [key, inner] of Object.entries(next.value)) {
      if (!isPlainText(key)) return NOT_PLAIN;
      rest.push({ value: inner, depth: next.depth + 1 });
    }
  }
  return undefined;
};

/** What is wrong with the fields of a record that its shape does not know; nothing if all is well. */
export const tooMuchUnknown = (record: object, known: object): string | undefined => {
  const unknown = Object.entries(record).filter(([field]) => !Object.hasOwn(known, field));
  if (unknown.length === 0) return undefined;
  return JSON.stringify(unknown).length > MOST_UNKNOWN
    ? `Fields that this version does not know have at most ${MOST_UNKNOWN} characters.`
    : undefined;
};

const NOT_PLAIN = 'It holds a character that cannot be kept: a control character or half a letter.';
const TOO_DEEP = `Values stand at most ${DEEPEST_VALUE} deep in one another.`;
