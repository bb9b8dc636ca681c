import { KINDS, NUMBERS, ORDINALS, SECTION_NAMES } from '../vocabulary/names';
import { CUES, FILLS, HOLDS, PLAYING, type Said, UNTIL } from '../vocabulary/playing';
import {
  CHATTER,
  FILLERS,
  LABELS,
  LINKS,
  METERS,
  NOTES,
  POINTERS,
  REPEATS,
  SIGNS,
  TEMPO_WORDS,
  TIMES,
  UNITS,
} from '../vocabulary/words';
import { folded, type Token, tokensOf } from './tokens';

/** What a word or a phrase may mean. */
export type Meaning =
  | {
      readonly kind: 'name';
      readonly name: string;
      readonly short: boolean;
      readonly typo: boolean;
    }
  | { readonly kind: 'kind' | 'ordinal' | 'note'; readonly value: string }
  | { readonly kind: 'number' | 'times'; readonly value: number }
  | { readonly kind: 'unit'; readonly unit: (typeof UNITS)[string] }
  | { readonly kind: 'meter'; readonly value: (typeof METERS)[string] }
  | { readonly kind: 'said'; readonly said: Said }
  | { readonly kind: 'repeat'; readonly what: (typeof REPEATS)[string] }
  | { readonly kind: 'jump'; readonly what: (typeof SIGNS)[string] }
  | { readonly kind: Plain };

/** Words that are only told apart from each other. */
type Plain =
  | 'tempo'
  | 'label'
  | 'pointer'
  | 'link'
  | 'filler'
  | 'chatter'
  | 'until'
  | 'cue'
  | 'fill'
  | 'hold';

/** A meaning of the tokens from one on. */
export type Match = { readonly end: number; readonly meaning: Meaning };

type Node = { readonly next: Map<string, Node>; readonly meanings: Meaning[] };

const node = (): Node => ({ next: new Map(), meanings: [] });

const PHRASES: Node = node();

const add = (phrase: string, meaning: Meaning): void => {
  let here = PHRASES;
  for (const { key } of tokensOf(folded(phrase))) {
    const next = here.next.get(key) ?? node();
    here.next.set(key, next);
    here = next;
  }
  here.meanings.push(meaning);
};

for (const [name, phrases] of Object.entries(SECTION_NAMES)) {
  for (const phrase of new Set([name, ...phrases]))
    add(phrase, { kind: 'name', name, short: phrase.length <= 2, typo: false });
}
for (const [phrase, value] of Object.entries(KINDS)) add(phrase, { kind: 'kind', value });
for (const [phrase, value] of Object.entries(ORDINALS)) add(phrase, { kind: 'ordinal', value });
for (const [phrase, value] of Object.entries(NOTES)) add(phrase, { kind: 'note', value });
for (const [phrase, value] of Object.entries(NUMBERS)) add(phrase, { kind: 'number', value });
for (const [phrase, value] of Object.entries(TIMES)) add(phrase, { kind: 'times', value });
for (const [phrase, unit] of Object.entries(UNITS)) add(phrase, { kind: 'unit', unit });
for (const [phrase, value] of Object.entries(METERS)) add(phrase, { kind: 'meter', value });
for (const [phrase, said] of Object.entries(PLAYING)) add(phrase, { kind: 'said', said });
for (const [phrase, what] of Object.entries(REPEATS)) add(phrase, { kind: 'repeat', what });
for (const [phrase, what] of Object.entries(SIGNS)) add(phrase, { kind: 'jump', what });
const PLAIN: readonly (readonly [Plain, ReadonlySet<string>])[] = [
  ['tempo', TEMPO_WORDS],
  ['label', LABELS],
  ['pointer', POINTERS],
  ['link', LINKS],
  ['filler', FILLERS],
  ['chatter', CHATTER],
  ['until', UNTIL],
  ['cue', CUES],
  ['fill', FILLS],
  ['hold', HOLDS],
];
for (const [kind, phrases] of PLAIN) for (const phrase of phrases) add(phrase, { kind });

/** Every meaning of what stands from a token on, the longest first. */
export const matchesAt = (tokens: readonly Token[], index: number): readonly Match[] => {
  const found: Match[] = [];
  let here: Node | undefined = PHRASES;
  for (let at = index; at < tokens.length; ) {
    const token = tokens[at]!;
    here = nextOf(here, token.key, at > index);
    if (!here) break;
    at++;
    for (const meaning of here.meanings) found.unshift({ end: at, meaning });
    // half-time, pre-chorus, D.S., and the full stop of `rit.` in `poco rit. al fine`
    if (at < tokens.length && isJoint(tokens[at]!) && here.next.size > 0) at++;
  }
  const token = tokens[index]!;
  const longest = found[0]?.end;
  // `drop out` is no drop, `pre chorus` no `pre`.
  const kept = found.filter(({ end, meaning }) => end === longest || meaning.kind !== 'name');
  if (found.length > 0 || token.kind !== 'word') return kept;
  const name = meant(token.key);
  return name === undefined
    ? []
    : [{ end: index + 1, meaning: { kind: 'name', name, short: false, typo: true } }];
};

const isJoint = ({ text, spaced }: Token): boolean => !spaced && (text === '-' || text === '.');

/** A word of the vocabulary, its plural, or within a phrase one with a slip: `pre chrous`. */
const nextOf = (here: Node, key: string, within: boolean): Node | undefined =>
  here.next.get(key) ??
  (key.length > 4 && key.endsWith('s') ? here.next.get(key.slice(0, -1)) : undefined) ??
  (within ? here.next.get(meant(key)?.toLowerCase() ?? '') : undefined);

const squeezed = (word: string): string => word.replace(/(.)\1+/g, '$1');

/** Names that are long enough to be known by what is left of them. */
const KNOWN_BY_SHAPE = [
  ...['verse', 'intro', 'outro', 'chorus', 'bridge', 'interlude', 'breakdown', 'turnaround'],
  ...['instrumental', 'prechorus', 'refrain', 'strophe', 'couplet', 'estribillo'],
].map((word) => ({
  word,
  short: squeezed(word),
  name: Object.keys(SECTION_NAMES).find((name) => SECTION_NAMES[name]!.includes(word))!,
}));

/**
 * The name that a word with a slip of the finger is meant for: one letter wrong, missing, too many or
 * two exchanged; two in a long word; letters drawn out.
 */
const meant = (key: string): string | undefined => {
  if (key.length < 4 || key.length > 24) return undefined;
  const own = squeezed(key);
  return KNOWN_BY_SHAPE.find(({ word, short }) => {
    const most = word.length > 7 ? 2 : 1;
    return own === short || (key[0] === word[0] && apart(key, word, most) <= most);
  })?.name;
};

/**
 * In how many slips two words differ, where exchanging neighbours is one (optimal string alignment:
 * Damerau 1964), or more than `most`.
 *
 * @example apart('chrous', 'chorus', 1) // => 1
 */
export const apart = (a: string, b: string, most: number): number => {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const changed = rows[i - 1]![j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1);
      let best = Math.min(rows[i - 1]![j]! + 1, row[j - 1]! + 1, changed);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        best = Math.min(best, rows[i - 2]![j - 2]! + 1);
      row.push(best);
    }
    rows.push(row);
  }
  return rows[a.length]![b.length]!;
};
