/**
 * What text may stand in a document: well-formed Unicode (The Unicode Standard 15, D84) without control
 * characters (general category Cc). PostgreSQL stores neither U+0000 nor half of a surrogate pair.
 */

/**
 * Whether a text may be kept as it is.
 *
 * @example isPlainText('Verse 🥁') // => true
 * @example isPlainText('Verse\u0000') // => false
 */
export const isPlainText = (text: string): boolean => text.isWellFormed() && !/\p{Cc}/u.test(text);

/**
 * A text without what may not be kept: each run of control characters becomes a space, half of a
 * surrogate pair the replacement character U+FFFD.
 *
 * @example plainText('hold\r\nlast note') // => 'hold last note'
 */
export const plainText = (text: string): string => text.toWellFormed().replaceAll(/\p{Cc}+/gu, ' ');

/**
 * The beginning of a text, cut between what a reader takes for letters (extended grapheme clusters,
 * Unicode Standard Annex 29), so that no emoji or accent is halved; control characters become spaces.
 *
 * @param most how many code points it may have, 0 or more
 * @example cutText('Verse 👩‍🚀', 8) // => 'Verse'
 */
export const cutText = (text: string, most: number): string => {
  const plain = plainText(text).trim();
  if (plain.length <= most) return plain;
  let kept = '';
  let count = 0;
  // No more than this can fit, however long the text is.
  for (const { segment } of LETTERS.segment(plain.slice(0, most * 2 + LONGEST_LETTER))) {
    count += [...segment].length;
    if (count > most) break;
    kept += segment;
  }
  return kept.trim();
};

/** A value of JSON with every text in it made plain; the same value where all of it is. */
export const withPlainText = (value: unknown): unknown => {
  if (typeof value === 'string') return isPlainText(value) ? value : plainText(value);
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const items = value.map(withPlainText);
    return items.some((item, index) => item !== value[index]) ? items : value;
  }
  const fields = Object.entries(value).map(([key, inner]) => [key, withPlainText(inner)] as const);
  const own = value as Record<string, unknown>;
  return fields.some(([key, inner]) => inner !== own[key]) ? Object.fromEntries(fields) : value;
};

const LETTERS = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const LONGEST_LETTER = 64;
