import { type Match, type Meaning, matchesAt } from './lexicon';
import { evened, type Token, tokensOf } from './tokens';

/** A line as it is read: its tokens, what each may mean, and where a section may begin. */
export type Line = {
  readonly text: string;
  readonly tokens: readonly Token[];
  readonly matches: readonly (readonly Match[])[];
  /** Whether something new may begin with this token: behind a comma, a bar line, `then`. */
  readonly begins: readonly boolean[];
  /** Whether this token is only pointed at: `into chorus`. */
  readonly pointed: readonly boolean[];
  /** Whether it stands in round brackets. */
  readonly inside: readonly boolean[];
  /** What the clause around each token is like. */
  readonly clauses: readonly Clause[];
  /** Nothing but names, counts and what parts them. */
  readonly pure: boolean;
  readonly numberless: boolean;
  /** Sections are named by letters: B is no bridge. */
  readonly letters: boolean;
};

type Clause = {
  readonly named: boolean;
  /** It speaks of parking, clothes or people. */
  readonly chatter: boolean;
  readonly asks: boolean;
  /** Words that mean nothing here. */
  readonly wordy: boolean;
};

export const isSeparator = ({ text, kind }: Token): boolean =>
  kind === 'mark' && /^[,;|/>+&·:()[\]{}!?.\-=~*"]$/.test(text);

const ENDS_CLAUSE = /^[,;|/>()[\]!?.]$/;

export const lineOf = (text: string, letters: boolean): Line => {
  const even = evened(text);
  const tokens = parted(tokensOf(even));
  const matches = uncovered(tokens.map((_, index) => matchesAt(tokens, index)));
  const pointed = tokens.map((_, index) => isPointed(tokens, matches, index));
  return {
    text: even,
    tokens,
    matches,
    begins: beginsOf(tokens, matches),
    pointed,
    inside: insideOf(tokens),
    clauses: clausesOf(tokens, matches, pointed),
    pure: tokens.every((token, index) => isPlainCount(token, matches[index]!, letters)),
    numberless: !tokens.some(
      ({ kind }, index) => kind === 'number' || kind === 'clock' || is(matches[index], 'number'),
    ),
    letters,
  };
};

/** Within `drums out` and `drop out` nothing is called out. */
const uncovered = (matches: readonly (readonly Match[])[]): readonly (readonly Match[])[] => {
  let covered = 0;
  return matches.map((own, index) => {
    const kept = index < covered ? own.filter(({ meaning }) => meaning.kind !== 'name') : own;
    const [longest] = own;
    const isPhrase = longest && ['said', 'filler'].includes(longest.meaning.kind);
    if (isPhrase && index >= covered) covered = longest.end;
    return kept;
  });
};

/** `AABA` is four names. */
const parted = (tokens: readonly Token[]): Token[] =>
  tokens.flatMap((token, index) =>
    index === 0 && /^[A-D]{3,8}$/.test(token.text) && token.text.includes('A')
      ? [...token.text].map((text, at) => ({
          ...token,
          text,
          key: text.toLowerCase(),
          at: token.at + at,
          end: token.at + at + 1,
          spaced: true,
        }))
      : [token],
  );

const NONE: readonly Match[] = [];

export const meaningsAt = (line: Line, index: number, kind: Meaning['kind']): readonly Match[] => {
  const matches = line.matches[index];
  return matches?.some(({ meaning }) => meaning.kind === kind)
    ? matches.filter(({ meaning }) => meaning.kind === kind)
    : NONE;
};

/** A reader of what stands from a token on, that is asked once for each token of a line. */
export const perToken = <T>(
  read: (line: Line, index: number) => T,
): ((line: Line, index: number) => T) => {
  const kept = new WeakMap<Line, { readonly found: T }[]>();
  return (line, index) => {
    let known = kept.get(line);
    if (!known) {
      known = [];
      kept.set(line, known);
    }
    known[index] ??= { found: read(line, index) };
    return known[index].found;
  };
};

const is = (matches: readonly Match[] | undefined, ...kinds: readonly Meaning['kind'][]): boolean =>
  matches?.some(({ meaning }) => kinds.includes(meaning.kind)) ?? false;

const goesOn: ReadonlySet<string> = new Set(['to', 'into', 'on']);

/** Back over little words and what counts, to what leads here. */
const isPointed = (
  tokens: readonly Token[],
  matches: readonly (readonly Match[])[],
  index: number,
): boolean => {
  for (let at = index - 1; at >= 0 && index - at < 5; at--) {
    const token = tokens[at]!;
    // `on 2+4`
    if (token.kind === 'mark' && !(token.text === '+' && tokens[index]!.kind === 'number'))
      return false;
    // `then straight back to verse 16` goes there.
    if (is(matches[at], 'pointer')) return !(goesOn.has(token.key) && is(matches[at - 1], 'link'));
    if (token.kind === 'word' && !is(matches[at], 'filler', 'ordinal', 'kind', 'link'))
      return false;
    if (token.kind === 'number' && tokens[at + 1]?.text !== '+') return false;
  }
  return false;
};

/** A token begins something behind a mark or `then`, and little words between change nothing. */
const beginsOf = (
  tokens: readonly Token[],
  matches: readonly (readonly Match[])[],
): readonly boolean[] => {
  const begins: boolean[] = [];
  tokens.forEach((_, index) => {
    const before = tokens[index - 1];
    if (!before) begins.push(true);
    else if (isSeparator(before)) begins.push(before.text !== '=' || begins[index - 1]!);
    else if (before.kind !== 'word') begins.push(false);
    else
      begins.push(
        is(matches[index - 1], 'link', 'label') ||
          (goesOn.has(before.key) && is(matches[index - 2], 'link')) ||
          (is(matches[index - 1], 'filler') && begins[index - 1]!),
      );
  });
  return begins;
};

const insideOf = (tokens: readonly Token[]): readonly boolean[] => {
  let open = false;
  return tokens.map(({ text }) => {
    if (text === '(') open = true;
    if (text === ')') open = false;
    return open;
  });
};

const clausesOf = (
  tokens: readonly Token[],
  matches: readonly (readonly Match[])[],
  pointed: readonly boolean[],
): Clause[] => {
  const clauses: Clause[] = [];
  let from = 0;
  for (let at = 0; at <= tokens.length; at++) {
    const token = tokens[at];
    if (token && !(token.kind === 'mark' && ENDS_CLAUSE.test(token.text))) continue;
    const inside = Array.from({ length: at - from }, (_, index) => from + index);
    const clause: Clause = {
      named: inside.some(
        (index) => is(matches[index], 'name') && !pointed[index] && !isLetter(tokens[index]!),
      ),
      chatter: inside.some((index) => is(matches[index], 'chatter') && !isLetter(tokens[index]!)),
      asks: token?.text === '?',
      wordy: inside.some((index) => tokens[index]!.kind === 'word' && matches[index]!.length === 0),
    };
    for (let index = from; index <= Math.min(at, tokens.length - 1); index++) clauses.push(clause);
    from = at + 1;
  }
  return clauses;
};

/** A single letter may be a name, a note or a word. */
export const isLetter = ({ text }: Token): boolean => /^[\p{L}]'?$/u.test(text);

const isPlainCount = (token: Token, matches: readonly Match[], letters: boolean): boolean =>
  token.kind === 'number' ||
  isSeparator(token) ||
  /^(?:[x×*#]|each|of)$/.test(token.key) ||
  (letters && /^[a-h]'?$/.test(token.key)) ||
  is(matches, 'name', 'unit', 'times', 'number', 'ordinal', 'kind', 'label', 'link');

/**
 * Whether lines name their sections by letters: one of them has an A with a number, in brackets or not,
 * or a row such as `AABA`.
 */
export const namedByLetters = (rows: readonly string[]): boolean =>
  rows.some((row) =>
    /(?:^|[,/|;>]|\b(?:[Ss]ection|[Pp]art|[Ll]etter)|\d\.?)\s*A['1-4]?(?:\s*[:=(-]?\s*\d|\s+section|\s*$|\s+A\b)|^A[ABCD]{2,7}\b|^\s*A\s+(?:A|B)\b/m.test(
      evened(row),
    ),
  );
