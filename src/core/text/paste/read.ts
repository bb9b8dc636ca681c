import { extract, type Fact, type PastedSection } from './facts';
import { nameAt, namesByLetters } from './names';
import { tableRows } from './table';

/** One line of what was pasted, and what became of it. */
export type PastedLine = {
  /** From 1. */
  readonly line: number;
  readonly text: string;
  readonly sections: readonly PastedSection[];
  /** What it says of the song as a whole. */
  readonly song: Fact;
  /** What was guessed, in sentences. */
  readonly guesses: readonly string[];
  readonly status: 'understood' | 'guessed' | 'not understood' | 'empty';
};

export type Pasted = {
  readonly lines: readonly PastedLine[];
  readonly problem: string | undefined;
};

const MOST_LETTERS = 5_000_000;
const LONGEST_LINE = 2000;
const MOST_LINES = 5000;

/**
 * Reads pasted text line by line.
 *
 * @returns every line with what was made of it; a problem where this is no text to read
 */
export const readPasted = (text: string): Pasted => {
  const refused = refusal(text);
  if (refused) return { lines: [], problem: refused };
  const rows = tableRows(text.split(/\r\n|\n|\r/));
  const known: Known = { lengths: new Map(), letters: namesByLetters(rows) };
  const lines = rows.map((row, index) => readLine(row, index + 1, known));
  const tooMany = lines.length > MOST_LINES;
  return {
    lines: tooMany ? lines.slice(0, MOST_LINES) : lines,
    problem: tooMany ? `Only the first ${MOST_LINES} lines were read.` : undefined,
  };
};

const refusal = (text: string): string | undefined => {
  if (text.length >= MOST_LETTERS)
    return 'This is too much for one song. Paste only the song’s own lines.';
  const sample = text.slice(0, 4000);
  const strange = [...sample].filter((letter) => letter < ' ' && !/[\t\n\r\f]/.test(letter)).length;
  if (sample.includes('\0') || strange > sample.length / 50)
    return 'This is not text. Open the file in the program it comes from and copy the words.';
  return undefined;
};

/** What earlier lines say about later ones. */
type Known = {
  /** The length of each section that had one, by name: a missing number is filled from it. */
  readonly lengths: Map<string, number>;
  readonly letters: boolean;
};

const readLine = (row: string, line: number, known: Known): PastedLine => {
  const text = row;
  const empty: PastedLine = { line, text, sections: [], song: {}, guesses: [], status: 'empty' };
  if (text.trim() === '' || /^[\s=_*#~.-]+$/.test(text)) return empty;
  if (text.length > LONGEST_LINE) {
    return {
      ...empty,
      status: 'not understood',
      guesses: ['The line is too long to be a section.'],
    };
  }
  const pieces = piecesOf(cleaned(text), known.letters);
  const read = pieces.map((piece) => readPiece(piece, known));
  const sections = read.flatMap(({ section }) => (section ? [section] : []));
  const song = Object.assign({}, ...read.map(({ fact }) => fact)) as Fact;
  const guesses = read.flatMap((one) => one.guesses);
  const lost = read.some((one) => !one.section && Object.keys(one.fact).length === 0);
  const status = lost ? 'not understood' : guesses.length > 0 ? 'guessed' : 'understood';
  return {
    line,
    text,
    sections: lost && sections.length === 0 ? [] : sections,
    song,
    guesses,
    status,
  };
};

/** One kind of dash, space and quote; no bullets and list numbers. */
const cleaned = (text: string): string =>
  text
    .replace(/[\u00a0\u2000-\u200a\u202f\u3000]/g, ' ')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/[\u2018\u2019]/g, "'")
    .replace(/[\u201c\u201d]/g, '"')
    .replace(/\.{3,}|…/g, ' ')
    .replace(/^\s*>+\s*/, '')
    .replace(/^\s*(?:[-*•·◦▪]|\(?\d{1,2}[.)\]]|[a-z]\))\s+/i, '')
    .trim();

const THEN = /,?\s+then\s+(?:(?:straight|right|back|to|into|the)\s+)*/i;

/** Several sections in one line, where each piece begins like a section. */
const piecesOf = (text: string, letters: boolean): string[] => {
  for (const separator of [
    /\s+\/\s+|\s*\|\s*|\s*;\s*|\s*→\s*|\s*->\s*|\s*>\s*/,
    /\s*,\s*/,
    /\s+-\s+/,
    THEN,
  ]) {
    const pieces = text
      .split(separator)
      .map((piece) => piece.trim())
      .filter(Boolean);
    if (pieces.length > 1 && pieces.every((piece) => nameIn(piece, letters))) return pieces;
  }
  return letterForm(text) ?? [text];
};

/** A whole form in letters: `V V C V C B C C`. */
const letterForm = (text: string): string[] | undefined => {
  const words = text.split(/[\s,-]+/).filter(Boolean);
  const letters = words.every((word) =>
    /^(?:v|vs|c|ch|b|br|pc|in|intro|out|outro|solo|inst)\d?$/i.test(word),
  );
  return words.length > 2 && letters ? words : undefined;
};

/** Leading words such as a time or a bar number do not hide the name. */
const nameIn = (piece: string, letters: boolean) => {
  const lead =
    /^(?:\d{1,2}:\d{2}(?:\.\d+)?\s*[-:]?\s*|bars? \d+ ?(?:-|to) ?\d+\s*[-:]?\s*|\d{1,3} ?(?:bars?|b|measures?)(?: of)?(?: the)?\s+|\[|\*+)/i.exec(
      piece,
    )?.[0] ?? '';
  const found = nameAt(piece.slice(lead.length), letters);
  return found && { ...found, at: lead.length };
};

type Piece = {
  readonly section: PastedSection | undefined;
  /** What a piece that is no section says of the song. */
  readonly fact: Fact;
  readonly guesses: readonly string[];
};

const readPiece = (piece: string, known: Known): Piece => {
  const range = /\bbars? (\d{1,4}) ?(?:-|to) ?(\d{1,4})\b/i.exec(piece);
  const text = range
    ? piece.replace(range[0], `${Number(range[2]) - Number(range[1]) + 1} bars`)
    : piece;
  const found = nameIn(text, known.letters);
  if (!found) return readHead(text);
  const body = `${text.slice(0, found.at)} ${text.slice(found.at + found.length)}`;
  const { fact, guesses, rest } = extract(body);
  const { countIn, ...own } = fact;
  if (found.name === 'Count-in') {
    const beats = /\bbars?\b|\bmeasures?\b/i.test(body) ? (own.bars ?? 1) * 4 : own.bars;
    return { section: undefined, fact: { countIn: countIn ?? beats ?? 4 }, guesses };
  }
  const base = found.name
    .replace(/ (?:\d+|[A-D])$/, '')
    .replace(/^Last (.)/, (_, first: string) => first.toUpperCase());
  const length = own.bars ?? known.lengths.get(base);
  const more: string[] = [];
  if (own.bars === undefined)
    more.push(
      length === undefined
        ? `How long “${found.name}” is, is not said; 8 bars were taken.`
        : `How long “${found.name}” is, is not said; ${length} bars were taken, as before.`,
    );
  if (found.short && own.bars === undefined)
    more.push(`“${text.trim()}” was taken as ${found.name}.`);
  if (own.bars !== undefined && !known.lengths.has(base)) known.lengths.set(base, own.bars);
  if (rest !== '') more.push(`“${rest}” was kept as a cue.`);
  return {
    section: { ...own, name: found.name, bars: length ?? 8, words: rest },
    fact: countIn === undefined ? {} : { countIn },
    guesses: [...guesses, ...more],
  };
};

/** A line about the song: tempo, meter, count. A name of our own with bars is a section too. */
const readHead = (text: string): Piece => {
  const { fact, guesses, rest } = extract(text);
  if (fact.bars !== undefined && /\p{L}{2}/u.test(rest) && rest.length <= 60) {
    const name = rest.replace(/^["'(]|["')]$/g, '');
    return {
      section: { ...fact, name: name[0]!.toUpperCase() + name.slice(1), words: '' },
      fact: {},
      guesses: [...guesses, `“${name}” was taken as the name of a section.`],
    };
  }
  const { bars: _, times: __, inRecording: ___, ...song } = fact;
  const said = Object.keys(song).length > 0;
  const more = said && rest !== '' ? [`“${rest}” was left aside.`] : [];
  return { section: undefined, fact: said ? song : {}, guesses: said ? [...guesses, ...more] : [] };
};
