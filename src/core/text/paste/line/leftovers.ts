import type { Meaning } from './lexicon';
import { isLetter, isSeparator, type Line, perToken } from './line';
import { countsAt, isText, numberAt, unitAt } from './numbers';
import { COST, type Step } from './step';

/** What a token is when it is nothing else: a mark, a number of something unknown, a word. */
export const leftovers = perToken((line, index): readonly Step[] => {
  const token = line.tokens[index]!;
  if (token.kind === 'mark') {
    const loud =
      token.text === '!' && (isText(line, index - 1, '!') || isText(line, index + 1, '!'));
    return isSeparator(token) && !loud ? [skipped(index + 1)] : [words(index + 1, 0.02)];
  }
  const isNumber = token.kind !== 'word' || numberAt(line, index) !== undefined;
  return [isNumber ? numberOf(line, index) : wordOf(line, index)];
});

const words = (to: number, cost: number): Step => ({ to, cost, does: { does: 'words' } });
const skipped = (to: number, cost = 0): Step => ({ to, cost, does: { does: 'skip' } });

/** What a number that is no length stands behind. */
const POINTING: ReadonlySet<string> = new Set([
  ...['bar', 'bars', 'beat', 'beats', 'first', 'last', 'next', 'step', 'on', 'in', 'at', 'and'],
]);

const numberOf = (line: Line, index: number): Step => {
  const before = line.tokens[index - 1]?.key ?? '';
  const clause = line.clauses[index]!;
  const to = index + 1;
  if (POINTING.has(before) || (line.pointed[index] && before !== 'for'))
    return words(to, COST.placeNumber);
  const aside = clause.chatter || clause.asks;
  if (!aside && unitAt(line, to)?.unit === 'bar') return words(to, COST.strayBars);
  // `12 (3x4)` says the same once more.
  const whole = countsAt(line, index).find((count) => isText(line, count.to, ')'));
  if (whole && whole.to > to && isText(line, index - 1, '(')) return words(whole.to, 0.1);
  if (aside) return words(to, COST.strayInChatter);
  if (line.inside[index]) return words(to, COST.strayInBrackets);
  return words(to, clause.named ? COST.strayNumber : COST.strayUnnamed);
};

const wordOf = (line: Line, index: number): Step => {
  const token = line.tokens[index]!;
  const to = index + 1;
  const has = (...kinds: readonly Meaning['kind'][]) =>
    line.matches[index]!.some(({ meaning }) => kinds.includes(meaning.kind));
  if (line.letters && /^[A-H]'?$/.test(token.text)) return words(to, COST.mention);
  const capital = line.begins[index] && /^\p{Lu}$/u.test(token.text);
  if (has('name') && (!isLetter(token) || line.pure || capital)) {
    const aside = line.pointed[index] || line.clauses[index]!.chatter;
    return words(
      to,
      aside ? COST.pointedMention : line.begins[index] ? COST.mentionAtStart : COST.mention,
    );
  }
  // `Bar 9` is a place, not a length of nine.
  if (has('unit') && numberAt(line, to)) return words(to, COST.mention);
  if (has('filler', 'link', 'label')) return skipped(to, COST.filler);
  return words(to, has('chatter', 'pointer') ? COST.littleWord : COST.plainWord);
};
