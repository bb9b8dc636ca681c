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

const isNameOfSection = (name: string): boolean =>
  folded(name)
    .split(/[ -]/)
    .some((word) => KNOWN.has(word));

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

/** Who speaks: a name behind a time, or in front of several lines, that is no section. */
const speakersIn = (rows: readonly string[]): Set<string> => {
  const seen = new Map<string, number>();
  for (const row of rows) {
    const stamped = STAMPED.exec(row)?.[1];
    const name = stamped ?? SPOKEN.exec(row)?.[1];
    if (name && !isNameOfSection(name)) seen.set(name, (seen.get(name) ?? 0) + (stamped ? 2 : 1));
  }
  return new Set([...seen].flatMap(([name, times]) => (times > 1 ? [name] : [])));
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
