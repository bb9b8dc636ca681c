import { folded } from '../line/tokens';
import { SECTION_NAMES } from '../vocabulary/names';

/** What mail, chats and lists put in front of a line: reply marks, times and speakers, bullets, numbers. */

const NAME = "\\p{L}[\\p{L}'-]*(?: \\p{L}[\\p{L}'-]*){0,2}";
const STAMPED = new RegExp(
  `^\\s*\\[?(?:\\d{1,2}[/.-]\\d{1,2}(?:[/.-]\\d{2,4})?,?\\s+)?\\d{1,2}:\\d{2}(?::\\d{2})?\\]?\\s*(?:[-–]\\s*)?(${NAME}):\\s+`,
  'u',
);
const SPOKEN = new RegExp(`^\\s*(${NAME}):\\s+`, 'u');
const QUOTED = /^\s*(?:>\s*)+/;
const BULLET = /^\s*(?:[-*•·◦▪‣●–—+]\s+|\(?[a-z]\)\s+)/i;
const NUMBERED = /^\s*\(?(\d{1,2})[.)]\s+/;

const KNOWN: ReadonlySet<string> = new Set(
  [...Object.keys(SECTION_NAMES), ...Object.values(SECTION_NAMES).flat()].map(folded),
);

/** Whether one of the words names a section; letters by themselves may be anything. */
const isNameOfSection = (words: string): boolean =>
  folded(words)
    .split(/[^\p{L}]+/u)
    .some((word) => word.length > 1 && KNOWN.has(word));

/** Lines without what stands in front of them; as many as there were. */
export const bareRows = (rows: readonly string[]): string[] => {
  const quoted = rows.map((row) => row.replace(QUOTED, ''));
  const speakers = speakersIn(quoted);
  const spoken = quoted.map((row) => {
    const stamped = STAMPED.exec(row);
    if (stamped && speakers.has(stamped[1]!)) return row.slice(stamped[0].length);
    const [said, name = ''] = SPOKEN.exec(row) ?? [''];
    return speakers.has(name) ? row.slice(said.length) : row;
  });
  const listed = isNumberedList(spoken) ? spoken.map((row) => row.replace(NUMBERED, '')) : spoken;
  return listed.map((row) => row.replace(BULLET, '').trim());
};

/**
 * Who speaks: a name behind a time, or in front of several lines of which one names a section. `Dance: 8`
 * is a section of its own.
 */
const speakersIn = (rows: readonly string[]): Set<string> => {
  const stamped = new Set<string>();
  const spoken = new Map<string, { lines: number; named: boolean }>();
  for (const row of rows) {
    const sender = STAMPED.exec(row)?.[1];
    if (sender && !isNameOfSection(sender)) stamped.add(sender);
    const [said = '', name] = SPOKEN.exec(row) ?? [];
    if (!name || isNameOfSection(name)) continue;
    const before = spoken.get(name) ?? { lines: 0, named: false };
    const named = before.named || isNameOfSection(row.slice(said.length));
    spoken.set(name, { lines: before.lines + 1, named });
  }
  const often = [...spoken].flatMap(([name, { lines, named }]) => (lines > 1 && named ? name : []));
  return new Set([...stamped, ...often]);
};

/** Whether lines are numbered one after the other; `2. Strophe` behind a refrain is no number of a list. */
const isNumberedList = (rows: readonly string[]): boolean => {
  let next: number | undefined;
  let behind = 0;
  let count = 0;
  for (const row of rows) {
    if (row.trim() === '') continue;
    const number = NUMBERED.exec(row);
    if (!number) {
      behind++;
      continue;
    }
    const value = Number(number[1]);
    if (next !== undefined && value !== next) return false;
    if (next !== undefined && behind > 0) return false;
    next = value + 1;
    behind = 0;
    count++;
  }
  return count > 1;
};

const CHORD =
  /^\(?[A-H](?:#|b)?(?:maj|min|m|dim|aug|sus|add|M)?\d*(?:sus\d|add\d+|b\d|#\d)*(?:\/[A-H](?:#|b)?)?\)?$/;

/** How many bars a line of chords between bar lines has; 0 where it is none. */
export const chordBars = (row: string): number => {
  if (!row.includes('|')) return 0;
  const cells = row
    .split(/\|+:?|:\|/)
    .map((cell) => cell.trim())
    .filter(Boolean);
  const played = cells.every((cell) =>
    cell.split(/\s+/).every((word) => CHORD.test(word) || /^[%/.-]+$/.test(word)),
  );
  return played && cells.length > 1 ? cells.length : 0;
};

/** Whether a line holds chords over words, and nothing else. */
export const isChordLine = (row: string): boolean => {
  const words = row
    .trim()
    .split(/[\s|]+/)
    .filter(Boolean);
  return words.length > 0 && words.every((word) => CHORD.test(word)) && /\s{2}|\|/.test(row.trim());
};
