/** Counts and lists in sentences. */

/**
 * So many of something.
 *
 * @example plural(1, 'bar') // => '1 bar'
 * @example plural(1.5, 'beat') // => '1.5 beats'
 */
export const plural = (count: number, one: string): string =>
  `${count} ${one}${count === 1 ? '' : 's'}`;

/**
 * Several things in a row.
 *
 * @example listed(['Verse', 'Chorus', 'Out']) // => 'Verse, Chorus and Out'
 * @example listed(['Verse']) // => 'Verse'
 */
export const listed = (words: readonly string[]): string =>
  words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}` : (words[0] ?? '');
