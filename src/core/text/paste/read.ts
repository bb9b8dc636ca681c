import {
  isPlainly,
  type Line,
  lineOf,
  MANNERS,
  type Manner,
  NEARLY,
  namedByLetters,
  type Reading,
  readingsOf,
  signature,
} from './line';
import {
  bareRows,
  type Candidate,
  chordBars,
  isChordLine,
  type Settled,
  settled,
  songsIn,
  tableRows,
} from './message';
import type { Pasted, PastedLine } from './pasted';

const MOST_LETTERS = 5_000_000;
const LONGEST_LINE = 2000;
const MOST_LINES = 2000;

/**
 * Reads pasted text: every line in every manner that may be meant, then the message as a whole.
 *
 * @returns every line with what was made of it; a problem where this is no text to read
 * @example readPasted('V1 16').lines[0]?.sections // => [{ name: 'Verse 1', bars: 16, words: '' }]
 */
export const readPasted = (text: string): Pasted => {
  const refused = refusal(text);
  if (refused) return { lines: [], songs: [], problem: refused };
  const all = text.split(/\r\n|\n|\r/);
  const rows = all.slice(0, MOST_LINES);
  // A line that is too long is not looked through before it is refused.
  const shown = rows.map((row) =>
    row.length > LONGEST_LINE ? row.trim().slice(0, LONGEST_LINE + 1) : row,
  );
  const found = settled(candidatesOf(bareRows(tableRows(shown))));
  const lines = found.map((one, index) => asLine(rows[index]!, index + 1, one));
  return {
    lines,
    songs: songsIn(lines),
    problem: all.length > MOST_LINES ? `Only the first ${MOST_LINES} lines were read.` : undefined,
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

/** How unlikely a whole message is to be meant in a manner. */
const DOUBT: Readonly<Record<Manner, number>> = { plain: 0, counted: 0.3, before: 0.2 };

const NOTHING: Reading = { sections: [], song: {}, again: [], guesses: [], left: '', cost: 0 };

/** Each line in the manner that makes most sense of them all. */
const candidatesOf = (rows: readonly string[]): Candidate[] => {
  const letters = namedByLetters(rows);
  const lines = rows.map((row): Line | undefined =>
    isForReading(row) ? lineOf(row, letters && !/\bV\d{0,2}\b|\bverse/i.test(row)) : undefined,
  );
  const plain = lines.map((line) => (line ? readingsOf(line, 'plain') : [NOTHING]));
  const bests = MANNERS.map((manner) =>
    lines.map((line, index) =>
      !line || manner === 'plain' || isPlainly(line)
        ? plain[index]![0]!
        : readingsOf(line, manner, 1)[0]!,
    ),
  );
  const costs = MANNERS.map((manner, which) =>
    bests[which]!.reduce((sum, { cost }) => sum + cost, DOUBT[manner]),
  );
  const manner = MANNERS[costs.indexOf(Math.min(...costs))]!;
  return rows.map((bare, index) => {
    const line = lines[index];
    const [reading, ...rest] =
      line && manner !== 'plain' ? readingsOf(line, manner) : plain[index]!;
    const others = [...rest, ...bests.map((readings) => readings[index]!)];
    return {
      bare,
      reading: reading!,
      second: nextBest(reading!, others),
      chords: chordBars(bare),
      isEmpty: line === undefined && bare.length <= LONGEST_LINE,
      isTooLong: bare.length > LONGEST_LINE,
    };
  });
};

/** Rules, and chords over the words of a song, say nothing of its form. */
const isForReading = (row: string): boolean =>
  row.trim() !== '' &&
  row.length <= LONGEST_LINE &&
  !/^[\s=_*#~.|:-]+$/.test(row) &&
  !isChordLine(row);

const nextBest = (best: Reading, others: readonly Reading[]): Reading | undefined => {
  const near = others.filter(
    (other) =>
      other !== best &&
      other.cost <= best.cost + NEARLY &&
      // Which words were left aside is no other reading.
      best.sections.length + other.sections.length > 0,
  );
  if (near.length === 0) return undefined;
  const said = signature(best);
  return near.filter((other) => signature(other) !== said).sort((a, b) => a.cost - b.cost)[0];
};

const asLine = (text: string, line: number, found: Settled): PastedLine => {
  const { sections, song, second } = found;
  if (found.isTooLong)
    return {
      line,
      text,
      sections: [],
      song: {},
      guesses: ['The line is too long to be a section.'],
      status: 'not understood',
    };
  const guesses = guessesOf(found);
  const status = statusOf(found, guesses);
  return {
    line,
    text,
    sections,
    song,
    guesses: status === 'not understood' ? [] : guesses,
    status,
    ...(second && { second }),
  };
};

const guessesOf = ({ sections, song, guesses, second, reading }: Settled): string[] => {
  const said = sections.length > 0 || Object.keys(song).length > 0;
  const aside = said ? reading.left : '';
  return [
    ...guesses,
    ...(aside ? [`“${aside}” was left aside.`] : []),
    ...sections.flatMap(({ words }) => (words ? [`“${words}” was kept as a cue.`] : [])),
    ...(second && sections.length > 0 ? ['It may also be meant otherwise.'] : []),
  ];
};

const statusOf = (found: Settled, guesses: readonly string[]): PastedLine['status'] => {
  const { sections, song, isEmpty, isAbout } = found;
  if (sections.length === 0 && Object.keys(song).length === 0 && !isAbout)
    return isEmpty ? 'empty' : 'not understood';
  return guesses.length > 0 ? 'guessed' : 'understood';
};
