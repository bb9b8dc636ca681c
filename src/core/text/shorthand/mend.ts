import { parseShorthand, type TextProblem } from './parse';

/**
 * Lines of a text in step with those of an earlier one: for each, the line there that it is or was
 * made from. Equal beginnings and ends are in step; between them, the first with the first, and what
 * is over has none.
 */
const linesBefore = (before: readonly string[], now: readonly string[]): (string | undefined)[] => {
  const shorter = Math.min(before.length, now.length);
  let start = 0;
  while (start < shorter && before[start] === now[start]) start++;
  let end = 0;
  while (end < shorter - start && before.at(-1 - end) === now.at(-1 - end)) end++;
  const middle = before.slice(start, before.length - end);
  return now.map((line, index) => {
    if (index < start || index >= now.length - end) return line;
    return middle[index - start];
  });
};

/** What can be taken over of a text with mistakes in it. */
export type Mended = {
  /** The text with each line that is wrong as it was before; it has no problems. */
  readonly text: string;
  /** What is wrong in the text as typed. */
  readonly problems: readonly TextProblem[];
};

/**
 * The lines of a text that make sense, so that one bad line does not hold up the others: each line
 * with a problem is taken as it was in an earlier, good text, and left out where it is new.
 *
 * @param good an earlier text without problems
 * @returns nothing where the rest makes no sense without those lines, such as a repeat that has lost
 *   its end
 */
export const mendShorthand = (good: string, typed: string): Mended | undefined => {
  const newId = countedIds();
  const { problems } = parseShorthand(typed, newId);
  if (problems.length === 0) return { text: typed, problems };
  const lines = typed.split(/\r\n|\n|\r/);
  const before = linesBefore(good.split('\n'), lines);
  const wrong = new Set(problems.map(({ line }) => line));
  // A line that is put back may clash with one that was typed: that one is then put back too.
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const text = lines.flatMap((line, index) => {
      if (!wrong.has(index + 1)) return [line];
      const earlier = before[index];
      return earlier === undefined || earlier === line ? [''] : [earlier];
    });
    const again = parseShorthand(text.join('\n'), newId).problems;
    if (again.length === 0) return { text: text.join('\n'), problems };
    const count = wrong.size;
    for (const { line } of again) wrong.add(line);
    if (wrong.size === count) return undefined;
  }
  return undefined;
};

const MOST_ROUNDS = 4;

const countedIds = () => {
  let count = 0;
  return () => `m${++count}`;
};
