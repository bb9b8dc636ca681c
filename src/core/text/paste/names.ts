/**
 * What sections are called, short and long, British and American. Common practice, no source.
 * Longer ways of writing come before shorter ones.
 */
const NAMES: readonly (readonly [name: string, pattern: string])[] = [
  ['Pre-chorus', 'pre[ -]?chorus(?:es)?|pre[ -]?ch|prechorus|pre|p\\.?c\\.?'],
  ['Post-chorus', 'post[ -]?chorus'],
  ['Count-in', 'count[ -]?in|count[ -]?off'],
  ['Intro', 'introduction|intro|int(?:ro)?\\.|i'],
  ['Verse', 'verses|verse|vrs|vs|v'],
  ['Chorus', 'choruses|chorus|chor|chrs|cho|ch|refrain|hook|c'],
  ['Middle eight', 'middle[ -]?(?:8|eight)|mid[ -]?8|m8'],
  ['Bridge', 'bridge|brdg|brg|br|b'],
  ['Guitar solo', 'g(?:uitar|tr|tar)\\.? solo'],
  ['Solo', 'solos|solo'],
  ['Instrumental', 'instrumental|instr?\\.?'],
  ['Interlude', 'interlude|inter'],
  ['Breakdown', 'break[ -]?down|bd'],
  ['Break', 'break'],
  ['Turnaround', 'turn[ -]?around|t/a|ta'],
  ['Vamp', 'vamp'],
  ['Tag', 'tags?'],
  ['Lift', 'lift'],
  ['Build', 'build[ -]?up'],
  ['Drop', 'drop'],
  ['Riff', 'riff'],
  ['Head', 'head'],
  ['Theme', 'theme'],
  ['Link', 'link'],
  ['Refrain', 'refrain'],
  ['Coda', 'coda'],
  ['Ending', 'ending|end'],
  ['Outro', 'outro|out|o'],
  ['Shout', 'shout(?: chorus)?'],
];

const ORDINALS: Readonly<Record<string, string>> = {
  first: '1',
  '1st': '1',
  second: '2',
  '2nd': '2',
  third: '3',
  '3rd': '3',
  fourth: '4',
  '4th': '4',
  last: 'last',
  final: 'last',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
};

const ORDINAL = Object.keys(ORDINALS).join('|');

/** A name at the beginning of a text, with how much of it was used. */
export type FoundName = {
  readonly name: string;
  readonly length: number;
  /** Written as one or two letters only: it may mean something else. */
  readonly short: boolean;
};

const PATTERNS = NAMES.map(([name, pattern]) => ({
  name,
  regex: new RegExp(
    `^(?:(?:the )?(${ORDINAL}) )?(?:(half|double|short|long|big|quiet|piano|drum|sax|horn|key|organ|bass|vocal) )?(${pattern})(?:\\s*#?\\s*(\\d{1,2}|[a-d]|${ORDINAL}|i{1,3}|iv)(?![\\w/+]|\\s*(?:bars?|x|b\\b|times|meas|counts?)))?(?=$|[^\\p{L}\\p{N}])`,
    'iu',
  ),
}));

/** A form in letters, as A A B A. */
const LETTERED = /^(?:section |part )?([a-h])(?=$|[\s:.,=(-])/i;

/** Whether the lines name their sections by letters: then B is no bridge. */
export const namesByLetters = (lines: readonly string[]): boolean =>
  lines.some((line) => /^\s*(?:section |part )?a(?=$|[\s:.,=(-])(?! )*\s*[:=(-]?\s*\d/i.test(line));

const JOINED = /^(v|vs|ch|c|b|br|pc)(\d)(?=$|[^\p{L}\p{N}])/iu;

/**
 * The name of a section that a text begins with.
 *
 * @param numbered a number right behind the name may count it (`Verse 2`) or be its bars (`Verse 16`):
 * numbers up to four count where another number follows
 * @param letters whether single letters are names (see `namesByLetters`)
 */
export const nameAt = (text: string, letters = false): FoundName | undefined => {
  const lettered = letters && LETTERED.exec(text);
  if (lettered)
    return { name: lettered[1]!.toUpperCase(), length: lettered[0].length, short: false };
  const joined = JOINED.exec(text);
  if (joined) {
    const base = baseOf(joined[1]!);
    if (base) return { name: `${base} ${joined[2]}`, length: joined[0].length, short: true };
  }
  for (const { name, regex } of PATTERNS) {
    const match = regex.exec(text);
    if (!match) continue;
    const [, before, kind, word = '', after] = match;
    const counts = after !== undefined && countsIt(after, text.slice(match[0].length));
    const length =
      counts || after === undefined ? match[0].length : match[0].length - trailing(match[0], after);
    return {
      name: named(name, before, kind, counts ? after : undefined),
      length,
      short: word.length <= 2,
    };
  }
  return undefined;
};

const trailing = (whole: string, after: string): number => {
  const rest = whole.slice(0, whole.length - after.length);
  return whole.length - rest.trimEnd().replace(/#$/, '').length;
};

/** Whether what stands behind a name counts it, or is its number of bars. */
const countsIt = (after: string, rest: string): boolean => {
  const word = after.toLowerCase();
  if (/^\d+$/.test(word)) return Number(word) <= 4 && /\d|same|as above|ditto|repeat/i.test(rest);
  return true;
};

const named = (
  name: string,
  before: string | undefined,
  kind: string | undefined,
  after: string | undefined,
): string => {
  const base = kind ? `${capital(kind)} ${name.toLowerCase()}` : name;
  const count = ORDINALS[(before ?? after ?? '').toLowerCase()] ?? after;
  if (count === 'last') return `Last ${base.toLowerCase()}`;
  return count ? `${base} ${count.toUpperCase()}` : base;
};

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1).toLowerCase();

const baseOf = (letters: string): string | undefined =>
  ({
    v: 'Verse',
    vs: 'Verse',
    ch: 'Chorus',
    c: 'Chorus',
    b: 'Bridge',
    br: 'Bridge',
    pc: 'Pre-chorus',
  })[letters.toLowerCase()];
