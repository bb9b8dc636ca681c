/** What remarks on songs and on sets are called, and how they name things. */

/**
 * What a remark is called: the same for the same matter, so that one that was dismissed stays away.
 *
 * @param about the ids that tell this matter from others of its kind
 */
export const remarkId = (code: string, about: readonly string[]): string =>
  `${code}-${hash(about.join(' '))}`;

/** FNV-1a, 32 bits (Fowler, Noll and Vo): short names for ids of any length. */
const hash = (text: string): string => {
  let value = 0x811c9dc5;
  for (const letter of text) value = Math.imul(value ^ letter.codePointAt(0)!, 0x01000193) >>> 0;
  return value.toString(36);
};

/** A name in a sentence. */
export const named = (name: string): string => {
  const letters = [...name];
  return `“${letters.length > 40 ? `${letters.slice(0, 39).join('')}…` : name}”`;
};
