/** Pieces of a line with where they stand, so that an error is shown under its place. */
export type Piece = { readonly text: string; readonly column: number };

/** Something that could not be understood: line from 1, column from 0. */
export type TextProblem = {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly message: string;
};

/** A part or a pattern by its name; of several of one name the first, second and so on. */
export type Reference = { readonly name: string; readonly number: number };

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
  separator: ',' | ';' | ':' | '=',
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

const NUMBERED = /^(.*\S)\s+#(\d{1,4})$/su;

/**
 * A part or a pattern by its name.
 *
 * @param written the name as it stands there
 * @example referenceText({ name: 'Train', number: 2 }) // => 'Train #2'
 * @example referenceText({ name: 'Take #2', number: 1 }) // => '"Take #2"'
 */
export const referenceText = (
  { name, number }: Reference,
  written = NUMBERED.test(name) ? quote(name) : nameText(name),
): string => (number > 1 ? `${written} #${number}` : written);

/** A reference as typed; the inverse of `referenceText`. */
export const readReference = (piece: Piece): Reference => {
  const { text, column } = trimmed(piece);
  const [, name, number] = NUMBERED.exec(text) ?? [];
  return name && Number(number) > 0
    ? { name: readName({ text: name, column }), number: Number(number) }
    : { name: readName(piece), number: 1 };
};

const isWord = (name: string, word: string): boolean =>
  name.toLowerCase() === word || name.toLowerCase().startsWith(`${word} `);

/**
 * A line with straight quotes where it had others, letter for letter; what stands within straight quotes
 * stays as it is.
 */
export const straightened = (line: string): string => {
  if (!/[“”„‟«»]/.test(line)) return line;
  let open: 'straight' | 'other' | undefined;
  let escaped = false;
  return line.replaceAll(/["“”„‟«»\\]/g, (mark, at: number) => {
    const isEscaped = escaped && line[at - 1] === '\\';
    escaped = mark === '\\' && !isEscaped;
    if (mark === '\\' || isEscaped) return mark;
    if (mark === '"') {
      if (open !== 'other') open = open ? undefined : 'straight';
      return mark;
    }
    if (open === 'straight') return mark;
    open = open ? undefined : 'other';
    return '"';
  });
};

/** Where a quote opens that nothing closes. */
export const openQuote = ({ text, column }: Piece): Piece | undefined => {
  let open = -1;
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '\\' && open >= 0) at++;
    else if (text[at] === '"') open = open < 0 ? at : -1;
  }
  return open < 0 ? undefined : { text: text.slice(open), column: column + open };
};

/** Said where a note stands without quotes. */
export const IN_QUOTES = 'Put the words of a note in quotes: note "…".';

/** Words in quotes; nothing where they stand without. */
export const readQuoted = (text: string): string | undefined => {
  const words = wordsOf(trimmed({ text, column: 0 }));
  return words.length === 1 && words[0]!.quoted ? words[0]!.text : undefined;
};

/** A name as typed, with or without quotes. */
export const readName = (piece: Piece): string => {
  const words = wordsOf(piece);
  return words.length === 1 && words[0]!.quoted ? words[0]!.text : piece.text.trim();
};
