/**
 * The words, numbers and marks of one line of a message, each with where it stands.
 */

export type Token = {
  readonly kind: 'word' | 'number' | 'clock' | 'meter' | 'mark';
  /** As it is compared: small letters without accents. */
  readonly key: string;
  /** As it was written. */
  readonly text: string;
  /** The number; seconds of a clock; NaN where there is none. */
  readonly value: number;
  /** Where it begins and ends in the line. */
  readonly at: number;
  readonly end: number;
  /** Whether a space or the line's beginning stands before it. */
  readonly spaced: boolean;
};

/**
 * Text with one kind of dash, quote, space and arrow. Every letter keeps its place.
 *
 * @example evened('V1 – “big”') // => 'V1 - "big"'
 */
export const evened = (text: string): string =>
  text
    .replace(/[\t\u00a0\u2000-\u200a\u202f\u3000]/g, ' ')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/[\u2018\u2019\u2032\u00b4`]/g, "'")
    .replace(/[\u201c-\u201f\u00ab\u00bb]/g, '"')
    .replace(/[\u2192\u21d2\u279c\u2794\u203a]/g, '>')
    .replace(/[\u00b7\u2022\u25e6\u25aa\u2023\u25cf]/g, '·');

/** A word as it is compared: small letters, no accents. */
export const folded = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/'/g, '');

const TOKEN =
  /(\d{1,2}(?::\d{2}){1,2}(?:\.\d+)?)(?![\d:])|(\d{1,2}\/(?:1|2|4|8|16))(?![\d/])|(\d+(?:[.,]\d+)?)|(\p{L}[\p{L}\p{M}]*(?:'\p{L}+)*'?)|(\S)/gu;

/**
 * @param text evened, see `evened`
 * @example tokensOf('V1 8x2').map(({ text }) => text) // => ['V', '1', '8', 'x', '2']
 */
export const tokensOf = (text: string): Token[] => {
  const tokens: Token[] = [];
  for (const match of text.matchAll(TOKEN)) {
    const [whole, clock, meter, number, word] = match;
    const at = match.index;
    const kind = clock ? 'clock' : meter ? 'meter' : number ? 'number' : word ? 'word' : 'mark';
    const value = clock ? secondsOf(clock) : number ? Number(number.replace(',', '.')) : Number.NaN;
    const spaced = at === 0 || /\s/.test(text[at - 1]!);
    tokens.push({
      kind,
      key: folded(whole),
      text: whole,
      value,
      at,
      end: at + whole.length,
      spaced,
    });
  }
  return tokens;
};

const secondsOf = (clock: string): number =>
  clock.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
