import { fail, ok, type Result } from '../../base/result';
import type { NoteValue } from '../../music/time';
import {
  CUES,
  DETAILS,
  type DetailName,
  HIT_PLAYS,
  HITS,
  LANDINGS,
  LEAVES,
  type Passes,
  type Position,
  parseEvery,
  parseLevel,
  parseMeter,
  parsePasses,
  parseTempo,
  timekeeperSchema,
} from '../../song/roadmap';
import { AS_WRITTEN } from './detailText';
import { readItems, type Said } from './properties';
import { cut, IN_QUOTES, type Piece, type Reference, trimmed, type Word, wordsOf } from './text';

/** A detail that was read: its collection and the fields it says. */
export type ReadDetail = {
  readonly where: DetailName;
  readonly fields: Readonly<Record<string, unknown>>;
  /** For a difference by pass: what is said of it, with part and groove by their names. */
  readonly said?: Said;
  /** The pattern that a fill or a hit plays, or that a change of groove goes to. */
  readonly pattern?: Reference;
  /** Where part, groove and pattern are named. */
  readonly named?: ReadonlyMap<string, Piece>;
};

export type Trouble = Piece & { readonly message: string };

type Reading = {
  readonly unit: NoteValue;
  /** A place as it is typed: by the section, `7.3`, by the song, `song 36.2&`, or by the clock. */
  readonly placeAt: (text: string) => Result<Position>;
};

/**
 * Reads what stands behind a semicolon.
 *
 * @returns the detail, or what is wrong with it at its place
 */
export const readDetail = (piece: Piece, reading: Reading): Result<ReadDetail> & { at?: Piece } => {
  const whole = trimmed(piece);
  const words = wordsOf(whole);
  const first = words[0]?.text.toLowerCase() ?? '';
  if (first === 'pass') return readVariation(whole, reading.unit);
  const reader = READERS[first];
  if (!reader) return { ...fail('invalid', '', HELP), at: words[0] ?? whole };
  const cursor = cursorOver(words.slice(1), whole);
  const fields = reader(cursor, reading, first);
  const passes = cursor.trouble() ? undefined : onPasses(cursor);
  if (!cursor.trouble() && cursor.peek()) cursor.refuse('This is not understood here.');
  const trouble = cursor.trouble();
  if (trouble) return { ...fail('invalid', '', trouble.message), at: trouble };
  const where = 'simile' in fields ? 'grooveChanges' : COLLECTION_OF[first]!;
  return checked(where, { ...fields, passes: passes ?? null }, whole);
};

const HELP = `Here stands fill, ${HITS.join(', ')}, from, cue, fermata, bar or pass.`;

const checked = (
  where: DetailName,
  fields: Record<string, unknown>,
  at: Piece,
): Result<ReadDetail> & { at?: Piece } => {
  const { pattern, ...rest } = fields as { pattern?: Reference & { at: Piece } };
  const named = pattern ? { pattern, named: new Map([['pattern', pattern.at]]) } : {};
  const parsed = DETAILS[where].safeParse({
    ...rest,
    ...('pattern' in named && where === 'grooveChanges' && { groove: 'x' }),
    id: 'x',
    section: 'x',
  });
  if (parsed.success) return ok({ where, fields: rest, ...named });
  return { ...fail('invalid', '', parsed.error.issues[0]!.message), at };
};

type Cursor = {
  readonly peek: () => Word | undefined;
  readonly next: () => Word | undefined;
  /** Whether the next word is one of these. */
  readonly is: (...words: string[]) => boolean;
  /** Takes the next word if it is one of these. */
  readonly take: (...words: string[]) => boolean;
  /** Takes the next word if it stands in quotes. */
  readonly quoted: () => string;
  /** A name, in quotes or up to one of these words, with `#2` where it is the second of its name. */
  readonly reference: (...stops: string[]) => (Reference & { readonly at: Piece }) | undefined;
  /** All words up to one of these. */
  readonly until: (...stops: string[]) => string;
  readonly refuse: (message: string, at?: Piece) => undefined;
  readonly trouble: () => Trouble | undefined;
};

/** Words like `#2`, which end a name. */
const numbersIn = (words: readonly Word[]): string[] =>
  words.flatMap(({ text, quoted }) => (!quoted && /^#[1-9]\d{0,3}$/.test(text) ? [text] : []));

const cursorOver = (words: readonly Word[], whole: Piece): Cursor => {
  let at = 0;
  let trouble: Trouble | undefined;
  const peek = () => words[at];
  const is = (word: string) => !peek()?.quoted && peek()?.text.toLowerCase() === word;
  const until = (...stops: string[]) => {
    const from = at;
    while (peek() && !peek()!.quoted && !stops.some(is)) at++;
    return words
      .slice(from, at)
      .map(({ text }) => text)
      .join(' ');
  };
  return {
    peek,
    next: () => words[at++],
    is: (...words) => words.some(is),
    take: (...words) => {
      if (!words.some(is)) return false;
      at++;
      return true;
    },
    quoted: () => (peek()?.quoted ? words[at++]!.text : ''),
    reference: (...stops) => {
      const first = peek();
      const name = first?.quoted ? words[at++]!.text : until(...stops, ...numbersIn(words));
      if (!first || name === '') return undefined;
      const number = /^#([1-9]\d{0,3})$/.exec(peek()?.quoted ? '' : (peek()?.text ?? ''));
      if (number) at++;
      return { name, number: Number(number?.[1] ?? 1), at: first };
    },
    until,
    refuse: (message, place = words[Math.min(at, words.length - 1)] ?? whole) => {
      trouble ??= { text: place.text, column: place.column, message };
      return undefined;
    },
    trouble: () => trouble,
  };
};

type Reader = (cursor: Cursor, reading: Reading, word: string) => Record<string, unknown>;

const COLLECTION_OF: Readonly<Record<string, DetailName>> = {
  fill: 'fills',
  ...Object.fromEntries(HITS.map((kind) => [kind, 'hits' as const])),
  from: 'dynamics',
  cue: 'cues',
  fermata: 'fermatas',
  // As it was called before.
  hold: 'fermatas',
  bar: 'timeChanges',
};

const position = (cursor: Cursor, { placeAt }: Reading) => {
  const bySong = cursor.take('song') ? 'song ' : '';
  const word = cursor.next();
  if (!word) return cursor.refuse('Say where: bar and beat, like 7.3.');
  const read = placeAt(bySong + word.text);
  return read.ok ? read.value : cursor.refuse(read.problem.message, word);
};

const to = (cursor: Cursor, reading: Reading) =>
  cursor.take('to') ? (cursor.take('end') ? null : (position(cursor, reading) ?? null)) : null;

const onPasses = (cursor: Cursor): Passes | undefined => {
  if (!cursor.take('on')) return undefined;
  const text = cursor.until();
  const read = parsePasses(text);
  return read.ok ? read.value : cursor.refuse(read.problem.message);
};

/** Words that begin a clause of a fill or a hit. */
const CLAUSES = ['to', 'every', 'plays', 'and', 'over', 'lands', 'note', 'on'] as const;

type Clauses = Readonly<Partial<Record<(typeof CLAUSES)[number], () => object>>>;

/** Clauses in any order, each once; words in quotes that no clause begins are what is called or said. */
const inAnyOrder = (cursor: Cursor, clauses: Clauses, quoted: 'name' | 'words'): object => {
  const said: Record<string, unknown> = {};
  for (;;) {
    const here = cursor.peek();
    const word = here?.quoted ? undefined : CLAUSES.find((one) => clauses[one] && cursor.take(one));
    if (!here?.quoted && !word) return said;
    const clause = word ? clauses[word]!() : { [quoted]: cursor.quoted() };
    if (Object.keys(clause).some((key) => key in said)) cursor.refuse('This is said twice.', here);
    Object.assign(said, clause);
  }
};

/** How often it comes again: behind `every`, `bar` or `2 bars to bar 8`. */
const every = (cursor: Cursor) => () => ({
  every: readWith(
    cursor,
    parseEvery,
    cursor.until(...CLAUSES.filter((one) => one !== 'to' && one !== 'every')),
  ),
});

const toEnd = (cursor: Cursor, reading: Reading) => () => ({
  to: cursor.take('end') ? 'end' : position(cursor, reading),
});

const hit: Reader = (cursor, reading, kind) => ({
  kind,
  at: position(cursor, reading),
  ...inAnyOrder(
    cursor,
    {
      to: toEnd(cursor, reading),
      every: every(cursor),
      plays: () => hitPlays(cursor),
      and: () => {
        if (!cursor.take('beat'))
          cursor.refuse('Write “and beat” where the beat is played as well.');
        return { andBeat: true };
      },
    },
    'words',
  ),
});

/** What is struck: a pattern by its name, or one of the usual ways. */
const hitPlays = (cursor: Cursor): object => {
  if (cursor.peek()?.quoted) return { pattern: cursor.reference() };
  const first = cursor.peek();
  const words = [cursor.next()?.text.toLowerCase()];
  // “and bass” belongs to it, “and beat” does not.
  const found = () => HIT_PLAYS.find((one) => one === words.join(' '));
  if (HIT_PLAYS.some((one) => one === `${words[0]} and bass`) && cursor.take('and')) {
    if (cursor.take('beat')) return { plays: found(), andBeat: true };
    words.push('and', cursor.next()?.text.toLowerCase());
  }
  return found()
    ? { plays: found() }
    : {
        plays: cursor.refuse(
          `A hit plays ${HIT_PLAYS.join(', ')}, or a pattern by its name in quotes.`,
          first,
        ),
      };
};

const fermata: Reader = (cursor, reading) => {
  const at = cursor.take('end') ? null : position(cursor, reading);
  const word = cursor.next();
  const seconds = Number(word?.text.replace(/s$/i, ''));
  cursor.take('s');
  if (!word || !Number.isFinite(seconds)) cursor.refuse('Say for how long: fermata 8.1 4 s.', word);
  return { at, seconds, cue: cursor.quoted() };
};

const grooveChange = (cursor: Cursor, reading: Reading, at: unknown) => {
  const isNamed = cursor.take('groove');
  const named = isNamed ? cursor.reference('simile', 'to', 'every', 'on') : undefined;
  if (isNamed && !named) cursor.refuse('Say which groove.');
  return {
    at,
    pattern: named,
    simile: cursor.take('simile'),
    to: to(cursor, reading),
    ...(cursor.take('every') ? every(cursor)() : {}),
  };
};

const READERS: Readonly<Record<string, Reader>> = {
  fill: (cursor, reading) => ({
    from: position(cursor, reading),
    ...inAnyOrder(
      cursor,
      {
        to: toEnd(cursor, reading),
        every: every(cursor),
        plays: () => ({ pattern: cursor.reference(...CLAUSES) }),
        over: () => ({ leaves: oneOf(cursor, LEAVES) }),
        lands: () => ({ lands: oneOf(cursor, LANDINGS) }),
        note: () => ({
          notes: cursor.peek()?.quoted ? cursor.quoted() : (cursor.refuse(IN_QUOTES) ?? ''),
        }),
      },
      'name',
    ),
  }),
  ...Object.fromEntries(HITS.map((kind) => [kind, hit])),
  from: (cursor, reading) => {
    const at = position(cursor, reading);
    if (cursor.is('groove', 'simile')) return grooveChange(cursor, reading, at);
    const level = cursor.take('level')
      ? readWith(cursor, parseLevel, cursor.until('timekeeper', 'hats', 'to', 'on'))
      : null;
    const timekeeper = cursor.take('timekeeper', 'hats')
      ? oneOf(cursor, timekeeperSchema.options)
      : null;
    if (!level && !timekeeper)
      cursor.refuse('Say which groove, which level or which timekeeper holds from here.');
    return { at, level, timekeeper, to: to(cursor, reading) };
  },
  cue: (cursor, reading) => {
    const at = position(cursor, reading);
    const kind = oneOf(cursor, CUES);
    const words = cursor.quoted();
    if (words === '') cursor.refuse('Put the words of the cue in quotes.');
    return { at, kind, words, ...aboutCue(cursor) };
  },
  fermata,
  hold: fermata,
  bar: (cursor, { unit }) => {
    const bar = whole(cursor);
    const meter = cursor.take('in')
      ? readWith(cursor, parseMeter, cursor.until('tempo', 'to', 'on'))
      : null;
    const tempo = cursor.take('tempo')
      ? readWith(cursor, (text) => parseTempo(text, unit), cursor.until('to', 'on'))
      : null;
    if (!meter && !tempo) cursor.refuse('Say which meter (in 3/4) or tempo begins with this bar.');
    return { bar, meter, tempo, toBar: cursor.take('to') ? whole(cursor) : null };
  },
};

/** When a cue is announced, who gives it, whether it is sure: in any order. */
const aboutCue = (cursor: Cursor) => {
  const said = { warning: { count: 1, of: 'bars' } as object, by: '', byEar: false };
  for (;;) {
    if (cursor.take('warn', 'lead')) said.warning = warning(cursor);
    else if (cursor.take('by'))
      said.by = cursor.quoted() || cursor.until('warn', 'lead', 'check', 'on');
    else if (cursor.take('check')) said.byEar = true;
    else return said;
  }
};

const readWith = <T>(cursor: Cursor, parse: (text: string) => Result<T>, text: string) => {
  const read = parse(text);
  return read.ok ? read.value : cursor.refuse(read.problem.message);
};

const oneOf = <T extends string>(cursor: Cursor, choices: readonly T[]): T | undefined => {
  const word = cursor.next();
  const found = choices.find((choice) => choice === word?.text.toLowerCase());
  return found ?? cursor.refuse(`Here stands one of ${choices.join(', ')}.`, word);
};

const whole = (cursor: Cursor): number | undefined => {
  const word = cursor.next();
  return word && /^\d{1,5}$/.test(word.text)
    ? Number(word.text)
    : cursor.refuse('A bar of the section is expected, as a number.', word);
};

const warning = (cursor: Cursor) => {
  const count = whole(cursor);
  const of = oneOf(cursor, ['bars', 'beats', 'bar', 'beat']);
  return { count, of: of?.startsWith('bar') ? 'bars' : 'beats' };
};

const readVariation = (piece: Piece, unit: NoteValue): Result<ReadDetail> & { at?: Piece } => {
  const [head, body] = cut(piece, ':', 2);
  const read = parsePasses(head!.text.replace(/^pass(es)?/i, ''));
  if (!read.ok || !body)
    return { ...fail('invalid', '', 'Write it like pass 2: 20 bars, level 5.'), at: piece };
  if (body.text.trim().toLowerCase() === AS_WRITTEN)
    return checked('variations', { passes: read.value }, piece);
  const { said, at, problems } = readItems(body, unit);
  if (problems[0]) return { ...fail('invalid', '', problems[0].message), at: problems[0] };
  const allowed = [
    'bars',
    'part',
    'level',
    'feel',
    'timekeeper',
    'groove',
    'tempo',
    'tacet',
    'click',
  ];
  const strange = Object.keys(said).find((key) => !allowed.includes(key));
  if (strange || Object.keys(said).length === 0) {
    return { ...fail('invalid', '', `By pass can differ: ${allowed.join(', ')}.`), at: body };
  }
  const { part: _, groove: __, ...rest } = said;
  return {
    ...checked('variations', { ...rest, passes: read.value }, piece),
    ...withSaid(rest, read.value, said, at),
  };
};

const withSaid = (rest: object, passes: Passes, said: Said, named: ReadonlyMap<string, Piece>) => {
  const whole = { ...rest, passes };
  const parsed = DETAILS.variations.safeParse({ ...whole, id: 'x', section: 'x' });
  return parsed.success
    ? { value: { where: 'variations' as const, fields: whole, said, named } }
    : {};
};
