import { OFTEN_SHORT } from '../vocabulary/names';
import type { Meaning } from './lexicon';
import { isLetter, isSeparator, type Line, meaningsAt } from './line';
import { countsAt, isBars, isCross, isText, numberAt, past, timesAt, unitAt } from './numbers';
import { COST, type Extra } from './step';

/** What a section may be called by the words from a token on. */
export type Name = {
  readonly to: number;
  readonly name: string;
  /** Without number and what stands before it. */
  readonly base: string;
  readonly cost: number;
  readonly extra?: Extra;
  readonly guesses: readonly string[];
};

/** A name of the vocabulary or a letter, with what belongs to it on both sides. */
export const namesAt = (line: Line, index: number): readonly Name[] => {
  const open = isText(line, index, '[', '"', '*');
  const at = open ? index + 1 : index;
  const plain = namesFrom(line, at).flatMap((name) => numbered(line, name));
  const names = [...plain, ...partAt(line, at), ...ordered(line, at)];
  return open ? names.map((name) => ({ ...name, to: past(line, name.to, ']', '"', '*') })) : names;
};

/** `2nd verse`, `last chorus`, `2. Strophe`. */
const ordered = (line: Line, at: number): Name[] => {
  const [match] = meaningsAt(line, at, 'ordinal');
  const number = numberAt(line, at);
  const dotted = number && isText(line, number.to, '.') && !line.tokens[number.to]!.spaced;
  const [which, to] =
    match?.meaning.kind === 'ordinal'
      ? [match.meaning.value, match.end]
      : dotted
        ? [String(number.value), number.to + 1]
        : [undefined, at];
  if (which === undefined) return [];
  return namesFrom(line, to).map((name) => ({
    ...name,
    name: which === 'last' ? `Last ${name.name.toLowerCase()}` : `${name.name} ${which}`,
    cost: name.cost + (dotted ? 0.2 : 0),
  }));
};

/** `verse`, `guitar solo`, `Str.`, `A'`. */
const namesFrom = (line: Line, at: number): Name[] => {
  const [kind] = meaningsAt(line, at, 'kind');
  // `drums out` is said of a section, and no outro.
  const said = meaningsAt(line, at, 'said')[0]?.end ?? 0;
  return [
    ...vocabularyAt(line, at),
    ...(kind?.meaning.kind === 'kind' && said <= kind.end
      ? vocabularyAt(line, kind.end).map((name) => ({
          ...name,
          name: `${kind.meaning.kind === 'kind' ? kind.meaning.value : ''} ${name.name.toLowerCase()}`,
        }))
      : []),
    ...letterAt(line, at),
  ];
};

/** `Part 3`, `Section 12`: a part of nothing else. */
const PARTS: ReadonlySet<string> = new Set(['part', 'section', 'teil', 'partie', 'parte']);

const partAt = (line: Line, at: number): Name[] => {
  const number = PARTS.has(line.tokens[at]?.key ?? '') ? line.tokens[at + 1] : undefined;
  if (number?.kind !== 'number' || unitAt(line, at + 2)?.unit === 'bar') return [];
  const { text } = line.tokens[at]!;
  const base = text[0]!.toUpperCase() + text.slice(1).toLowerCase();
  const name = `${base} ${number.text}`;
  return [{ to: at + 2, name, base, cost: COST.short, guesses: [] }];
};

const vocabularyAt = (line: Line, at: number): Name[] =>
  meaningsAt(line, at, 'name').flatMap(({ end, meaning }) => {
    if (meaning.kind !== 'name') return [];
    const token = line.tokens[at]!;
    if (isLetter(token) && (isFormLetter(line, at) || !standsAlone(line, at, end))) return [];
    return [
      {
        to: isText(line, end, '.') && !line.tokens[end]!.spaced ? end + 1 : end,
        name: meaning.name,
        base: meaning.name,
        cost: (meaning.short ? COST.short : 0) + (meaning.typo ? COST.typo : 0),
        guesses: meaning.typo ? [`“${token.text}” was taken as ${meaning.name}.`] : [],
      },
    ];
  });

const isFormLetter = (line: Line, at: number): boolean =>
  line.letters && /^[a-h]'?$/.test(line.tokens[at]!.text.toLowerCase());

const letterAt = (line: Line, at: number): Name[] => {
  if (!line.tokens[at] || !isFormLetter(line, at)) return [];
  const { text } = line.tokens[at]!;
  const base = text.toUpperCase();
  return [{ to: at + 1, name: base, base, cost: base === text ? 0.02 : 0.3, guesses: [] }];
};

/** A single letter is a name only where nothing else stands beside it. */
const standsAlone = (line: Line, from: number, end: number): boolean => {
  const token = line.tokens[from]!;
  const [before, after] = [line.tokens[from - 1], line.tokens[end]];
  if (before && !token.spaced && !isSeparator(before)) return false;
  if (!after || line.pure || isSeparator(after) || after.kind === 'number') return true;
  return (!/^[iao]$/.test(token.text) && !after.spaced) || isCounted(line, from);
};

/** How far a length may stand behind a letter. */
const COUNTED_WITHIN = 6;

/** `C full 8`: a capital that begins a clause with a number in it. */
const isCounted = (line: Line, from: number): boolean => {
  if (!line.begins[from] || !/^\p{Lu}$/u.test(line.tokens[from]!.text)) return false;
  const clause = line.clauses[from];
  return line.tokens
    .slice(from + 1, from + COUNTED_WITHIN)
    .some(({ kind }, index) => kind === 'number' && line.clauses[from + 1 + index] === clause);
};

/** Numbers up to this one may count sections of a kind. */
const MOST_COUNTED = 12;

/** The name with and without the number behind it: `Verse 2` or two bars of verse, `V16`. */
const numbered = (line: Line, name: Name): Name[] => {
  const at = past(line, name.to, '#');
  const number = numberAt(line, at);
  if (!number || number.value < 1 || number.value > MOST_COUNTED) return [name];
  const small = number.value <= 4;
  const gap = isFormLetter(line, name.to - 1) && name.base.length < 3 ? '' : ' ';
  const withNumber = {
    ...name,
    to: number.to,
    name: `${name.name}${gap}${number.value}`,
    cost: name.cost + (line.tokens[at]!.kind === 'word' ? 0.02 : 0),
  };
  const likely = (bare: number, counted: number, extra: [Extra?, Extra?] = []): Name[] => [
    { ...name, cost: name.cost + bare, ...(extra[0] && { extra: extra[0] }) },
    { ...withNumber, cost: withNumber.cost + counted, ...(extra[1] && { extra: extra[1] }) },
  ];
  // What counts bars or times does not count sections.
  if (countsSomething(line, number.to)) return likely(0, 1);
  const hasLength = isFollowedByLength(line, number.to);
  const short = OFTEN_SHORT.has(name.base);
  const tiny = number.value < 4 && !short && !hasLength ? 0.9 : 0;
  if (!line.tokens[at]!.spaced) {
    // `V1` is the first verse, `end4` four bars of ending.
    if (short && !hasLength) return likely(0.05, 0.6);
    return small ? likely(tiny + 0.4, 0) : likely(0, 0.5);
  }
  if (!small) return likely(0, 1.2);
  if (hasLength) return likely(0, 0.05, [{ counted: 0.5 }]);
  return short ? likely(0, 2) : likely(tiny, 0, [{ counted: 0.5 }, { plain: 0.25, before: 0.25 }]);
};

const countsSomething = (line: Line, to: number): boolean =>
  unitAt(line, to) !== undefined || isCross(line, to) || isText(line, to, '+');

/** `2 16`, `2: 16`, `2 (16)`. */
const isFollowedByLength = (line: Line, to: number): boolean => {
  const mark = isText(line, to, ':', '-', '(', '=', '[') ? 1 : 0;
  const length = numberAt(line, to + mark);
  if (!length) return false;
  const inBrackets = isText(line, to, '(');
  return !inBrackets || isText(line, length.to, ')') || unitAt(line, length.to) !== undefined;
};

const MOST_WORDS = 4;
const LONGEST_NAME = 60;

/**
 * Words that are no name of the vocabulary, with a length beside them: `drum groove 8`.
 *
 * @param hasLength whether one stands before them
 */
export const ownNames = (line: Line, index: number, hasLength: boolean): readonly Name[] => {
  const clause = line.clauses[index];
  if (!clause || clause.chatter || clause.asks) return [];
  let to = index;
  while (to < index + MOST_WORDS && isNameWord(line, to)) to++;
  if (to === index) return [];
  if (/^[A-H]$/.test(line.tokens[to]?.text ?? '')) to++;
  const text = line.text.slice(line.tokens[index]!.at, line.tokens[to - 1]!.end);
  if (text.length < 2 || text.length > LONGEST_NAME) return [];
  const length = countsAt(line, past(line, to, '-', ':', '(', '=', 'for', '.')).find(isBars);
  if (!length && !hasLength) return [];
  const inTable = hasLength || length?.unit === 'bar' || endsAt(line, length!.to);
  const name = text[0]!.toUpperCase() + text.slice(1);
  return [
    {
      to,
      name,
      base: name,
      cost: clause.named ? COST.ownNameBesideKnown : inTable ? COST.ownNameInTable : COST.ownName,
      guesses: [`“${text}” was taken as the name of a section.`],
    },
  ];
};

/** Nothing but a number of times follows. */
const endsAt = (line: Line, to: number): boolean => {
  const token = line.tokens[timesAt(line, to)[0]?.to ?? to];
  return !token || isSeparator(token);
};

const NO_NAME: ReadonlySet<Meaning['kind']> = new Set<Meaning['kind']>([
  ...(['name', 'pointer', 'filler', 'link', 'chatter', 'unit', 'number', 'times'] as const),
  ...(['tempo', 'label', 'ordinal', 'until', 'hold', 'fill', 'repeat', 'jump', 'note'] as const),
]);

const isNameWord = (line: Line, index: number): boolean => {
  const token = line.tokens[index];
  if (token?.kind !== 'word' || token.text.length < 2) return false;
  // `drums out` is something that is said.
  if (meaningsAt(line, index, 'said').some(({ end }) => end > index + 1)) return false;
  return (
    token.key === 'beat' || !line.matches[index]!.some(({ meaning }) => NO_NAME.has(meaning.kind))
  );
};
