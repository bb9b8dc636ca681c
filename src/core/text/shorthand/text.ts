/** Pieces of a line with where they stand, so that an error is shown under its place. */
export type Piece = { readonly text: string; readonly column: number };

/** Something that could not be understood: line from 1, column from 0. */
export type TextProblem = {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly message: string;
};

/** A line that begins with one of these and has nothing behind its colon is no section. */
const BLOCKS = ['repeat', 'ending'] as const;

/**
 * Cuts a line at a separator, but not within quotes. A colon between two digits (`2:1`, `0:03`) is
 * no separator.
 *
 * @param most cuts at most so many pieces; the last keeps the rest
 */
export const cut = (
  piece: Piece,
  separator: ',' | ';' | ':',
  most = Number.POSITIVE_INFINITY,
): Piece[] => {
  const { text, column } = piece;
  const pieces: Piece[] = [];
  let from = 0;
  let quoted = false;
  for (let at = 0; at < text.length && pieces.length + 1 < most; at++) {
    if (text[at] === '\\' && quoted) at++;
    else if (text[at] === '"') quoted = !quoted;
    else if (text[at] === separator && !quoted && !isClock(text, at)) {
      pieces.push({ text: text.slice(from, at), column: column + from });
      from = at + 1;
    }
  }
  pieces.push({ text: text.slice(from), column: column + from });
  return pieces;
};

const isClock = (text: string, at: number): boolean =>
  text[at] === ':' && /\d/.test(text[at - 1] ?? '') && /\d/.test(text[at + 1] ?? '');

/**
 * Without the space around it.
 *
 * @example trimmed({ text: '  A ', column: 3 }) // => { text: 'A', column: 5 }
 */
export const trimmed = ({ text, column }: Piece): Piece => ({
  text: text.trim(),
  column: column + (text.length - text.trimStart().length),
});

export type Word = Piece & { readonly quoted: boolean };

/** The words of a piece; what stands in quotes is one word. */
export const wordsOf = ({ text, column }: Piece): Word[] =>
  [...text.matchAll(/"((?:[^"\\]|\\.)*)"|[^\s"]+/g)].map((match) => ({
    text: match[1] === undefined ? match[0] : match[1].replaceAll(/\\(.)/g, '$1'),
    column: column + match.index,
    quoted: match[1] !== undefined,
  }));

/**
 * Text in quotes.
 *
 * @example quote('12 in') // => '"12 in"'
 */
export const quote = (text: string): string =>
  `"${text.replaceAll('\\', '\\\\').replaceAll('"', '\\"')}"`;

const PLAIN = /^[\p{L}\p{N}](?:[\p{L}\p{N}\p{M} .'’&/!?()+#*-]*[\p{L}\p{N}\p{M}.'’!?()#*])?$/u;

/**
 * A name, in quotes only where it would be misread.
 *
 * @example nameText('Verse 2') // => 'Verse 2'
 * @example nameText('in, out') // => '"in, out"'
 */
export const nameText = (name: string): string =>
  PLAIN.test(name) && !/ {2}/.test(name) && !BLOCKS.some((word) => isWord(name, word))
    ? name
    : quote(name);

const isWord = (name: string, word: string): boolean =>
  name.toLowerCase() === word || name.toLowerCase().startsWith(`${word} `);

/** A name as typed, with or without quotes. */
export const readName = (piece: Piece): string => {
  const words = wordsOf(piece);
  return words.length === 1 && words[0]!.quoted ? words[0]!.text : piece.text.trim();
};
