import { isLetter, type Line, meaningsAt, perToken } from './line';

/** The numbers of a line, and what they count. */

export type Count = {
  readonly to: number;
  readonly value: number;
  /** What it says that it counts. */
  readonly unit: 'bar' | 'beat' | 'second' | 'bpm' | undefined;
  readonly times?: number;
  readonly cost: number;
};

export const isText = (line: Line, index: number, ...texts: readonly string[]): boolean =>
  index >= 0 && index < line.tokens.length && texts.includes(line.tokens[index]!.key);

/** So many little words are passed over at most. */
const MOST_PASSED = 6;

/** Behind such words and marks. */
export const past = (line: Line, index: number, ...texts: readonly string[]): number => {
  let at = index;
  while (at < index + MOST_PASSED && isText(line, at, ...texts)) at++;
  return at;
};

export const isCross = (line: Line, index: number): boolean => isText(line, index, 'x', '×', '*');

/** A whole number in figures or words. */
export const numberAt = perToken((line, index): { value: number; to: number } | undefined => {
  const token = line.tokens[index];
  if (token?.kind === 'number') {
    const after = line.tokens[index + 1];
    const isOrdinal = after && !after.spaced && /^(?:st|nd|rd|th)$/.test(after.key);
    const counts = Number.isInteger(token.value) && !isOrdinal;
    return counts ? { value: token.value, to: index + 1 } : undefined;
  }
  const [match] = meaningsAt(line, index, 'number');
  return match?.meaning.kind === 'number'
    ? { value: match.meaning.value, to: match.end }
    : undefined;
});

export const unitAt = perToken((line, index) => {
  const at = isText(line, index, '-') ? index + 1 : index;
  const [match] = meaningsAt(line, at, 'unit');
  if (match?.meaning.kind !== 'unit') return undefined;
  // `B 8`, `21-28 B`: a letter by itself is a name.
  const token = line.tokens[at]!;
  const byItself = isLetter(token) && token.spaced;
  if (byItself && (numberAt(line, match.end) || /\p{Lu}/u.test(token.text))) return undefined;
  return { unit: match.meaning.unit, to: match.end + (isText(line, match.end, '.') ? 1 : 0) };
});

/** A number of bars or beats: `8`, `8 bars`, `4+4`, `2x8`, `4 counts of 8`. */
export const countsAt = perToken((line, index): readonly Count[] => {
  const first = numberAt(line, index);
  if (!first || first.value > 2000 || isCross(line, index - 1)) return [];
  const sum = sumFrom(line, first);
  const product = productFrom(line, first);
  return [
    ...measured(line, { ...first, cost: doubtOf(line, index, first) }),
    ...(sum ? measured(line, sum) : []),
    ...(product ? measured(line, product) : []),
  ];
});

type Bare = Pick<Count, 'value' | 'to' | 'cost' | 'times'>;

/** The number alone, and with the unit behind it. */
const measured = (line: Line, bare: Bare): Count[] => {
  const unit = unitAt(line, bare.to);
  if (unit?.unit === 'eights')
    return [{ ...bare, to: unit.to, value: bare.value * 2, unit: 'bar', cost: 0 }];
  const alone = { ...bare, unit: undefined };
  return unit ? [{ ...bare, to: unit.to, unit: unit.unit, cost: 0 }, alone] : [alone];
};

/** How little a number alone looks like one of bars. */
const doubtOf = (line: Line, index: number, { value, to }: { value: number; to: number }) => {
  const open = isText(line, to + 1, '(') ? 1 : 0;
  const crossed = isCross(line, to) && !numberAt(line, to + 1 + open);
  const isTimes = crossed || meaningsAt(line, to, 'times').length > 0;
  const inWords = line.tokens[index]!.kind === 'word' && value < 4;
  return 0.1 + (value > 64 ? 0.5 : 0) + (isTimes ? 0.8 : 0) + (inWords ? 0.5 : 0);
};

const MOST_TERMS = 12;

const sumFrom = (line: Line, first: { value: number; to: number }): Bare | undefined => {
  let { value, to } = first;
  for (let terms = 1; terms < MOST_TERMS && isText(line, to, '+'); terms++) {
    const next = numberAt(line, to + 1);
    if (!next) break;
    value += next.value;
    to = next.to;
  }
  return to > first.to ? { value, to, cost: 0 } : undefined;
};

/** `2x8` is eight bars twice, `8x2` as well; `2 x3` two bars three times, `2 x 8 bars` what it says. */
const productFrom = (line: Line, first: { value: number; to: number }): Bare | undefined => {
  const second = isCross(line, first.to) ? numberAt(line, first.to + 1) : undefined;
  if (!second) return undefined;
  const attached = line.tokens[first.to]!.spaced && !line.tokens[first.to + 1]!.spaced;
  const timesFirst =
    unitAt(line, second.to)?.unit === 'bar' || (first.value < second.value && !attached);
  const [value, times] = timesFirst ? [second.value, first.value] : [first.value, second.value];
  return { value, times, to: second.to, cost: 0 };
};

export const isBars = ({ value, unit }: Count): boolean =>
  value >= 1 && (unit === 'bar' || unit === undefined);

export type Times = { readonly times: number; readonly to: number; readonly cost: number };

const MOST_TIMES = 99;

/** `x2`, `2x`, `twice`, `3 times`. */
export const timesAt = perToken((line, index): readonly Times[] =>
  [
    ...crossAndNumber(line, index),
    ...numberAndWord(line, index),
    ...wordOfTimes(line, index),
  ].filter(({ times }) => times >= 1 && times <= MOST_TIMES),
);

const doubtOfTimes = (times: number): number => (times > 8 ? 0.6 : 0);

const crossAndNumber = (line: Line, index: number): Times[] => {
  if (!isCross(line, index)) return [];
  const number = numberAt(line, past(line, index + 1, '('));
  return number ? [{ times: number.value, to: number.to, cost: doubtOfTimes(number.value) }] : [];
};

const numberAndWord = (line: Line, index: number): Times[] => {
  const number = numberAt(line, index);
  if (!number) return [];
  const [word] = meaningsAt(line, number.to, 'times');
  const named = word?.meaning.kind === 'times' && word.meaning.value === 0;
  const crossed = isCross(line, number.to) && !isText(line, number.to + 1, '(');
  return named || crossed
    ? [
        {
          times: number.value,
          to: named ? word.end : number.to + 1,
          cost: 0.02 + doubtOfTimes(number.value),
        },
      ]
    : [];
};

const wordOfTimes = (line: Line, index: number): Times[] =>
  meaningsAt(line, index, 'times').flatMap(({ end, meaning }) => {
    if (meaning.kind !== 'times' || meaning.value < 2) return [];
    // `repeat verse and chorus` says what comes again, not how often.
    const names = isText(line, end, 'the') || meaningsAt(line, end, 'name').length > 0;
    return [{ times: meaning.value, to: end, cost: names ? 0.5 : 0 }];
  });
