import { FASTEST, type Meter, type NoteValue, parseClock, SLOWEST } from '../../music/time';
import {
  type Feel,
  type LevelRange,
  parseMeter,
  STRAIGHT,
  TIMEKEEPERS,
  type Timekeeper,
} from '../../song/roadmap';

/** What a piece of text says about a section, or about the song. */
export type Fact = {
  bars?: number;
  times?: number;
  level?: LevelRange;
  feel?: Feel;
  timekeeper?: Timekeeper;
  meter?: Meter;
  tempo?: { perMinute: number; unit: NoteValue };
  /** Slower or faster on the way. */
  ramp?: 'slower' | 'faster';
  tacet?: boolean;
  vamp?: { cue: string };
  fill?: string;
  hold?: number;
  countIn?: number;
  /** When it begins in a recording, in seconds. */
  inRecording?: number;
};

/** A section as it was read from pasted text. */
export type PastedSection = Fact & { readonly name: string; readonly words: string };

export type Extracted = {
  readonly fact: Fact;
  /** Sentences on what was guessed. */
  readonly guesses: readonly string[];
  /** What was not understood. */
  readonly rest: string;
};

type Rule = {
  readonly pattern: RegExp;
  readonly read: (match: RegExpExecArray, before: Fact) => Fact | undefined;
  readonly guess?: (match: RegExpExecArray) => string;
};

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  fourteen: 14,
  sixteen: 16,
  twenty: 20,
  'twenty-four': 24,
  'thirty-two': 32,
};
const NUM = `\\d{1,3}|${Object.keys(NUMBER_WORDS).join('|')}`;
const BARS = '(?:bars?|measures?|meas\\.?|mm\\.?|b(?![\\w-]))';

const number = (word: string): number => NUMBER_WORDS[word.toLowerCase()] ?? Number(word);
const sum = (text: string): number =>
  text.split('+').reduce((total, part) => total + Number(part), 0);
const rule = (pattern: string, read: Rule['read'], guess?: Rule['guess']): Rule => ({
  pattern: new RegExp(pattern, 'iu'),
  read,
  ...(guess && { guess }),
});
const flat = (step: LevelRange['from']): LevelRange => ({ from: step, to: step });
const feel =
  (more: Partial<Feel>) =>
  (_: RegExpExecArray, before: Fact): Fact => ({
    feel: { ...STRAIGHT, ...before.feel, ...more },
  });

/** In the order tried; each takes what it matches out of the text. */
const RULES: readonly Rule[] = [
  rule('(?<![\\d:.])(\\d{1,2}:\\d{2}(?:\\.\\d+)?)(?![\\d:])', ([, time]) => {
    const inRecording = parseClock(time!);
    return inRecording === undefined ? undefined : { inRecording };
  }),
  rule(
    '(?:in |meter |time(?: sig(?:nature)?)? ?:? ?)?(?<![\\d/])(\\d{1,2}\\/(?:2|4|8|16))(?![\\d/])',
    ([, text]) => {
      const meter = parseMeter(text!);
      return meter.ok && meter.value ? { meter: meter.value } : undefined;
    },
  ),
  rule(
    '(dotted[ -])?(?:quarter|crotchet|♩\\.?|q\\.?)(?: note)? ?= ?(\\d{2,3}(?:\\.\\d+)?)|(?:tempo|bpm|speed) ?[:=@]? ?(\\d{2,3}(?:\\.\\d+)?)(?: ?bpm)?|[@=] ?(\\d{2,3}(?:\\.\\d+)?)(?: ?bpm)?|(\\d{2,3}(?:\\.\\d+)?) ?(?:bpm|b\\.p\\.m\\.)',
    ([whole, dotted, ...found]) => {
      const perMinute = Number(found.find(Boolean));
      const unit = dotted || /[q♩]\./.test(whole) ? 'dotted-quarter' : 'quarter';
      return perMinute >= SLOWEST && perMinute <= FASTEST
        ? { tempo: { perMinute, unit } }
        : undefined;
    },
  ),
  rule(`count(?:[ -]?(?:in|off))? ?[:=]? ?(${NUM})(?: beats?)?`, ([, count]) => ({
    countIn: number(count!),
  })),
  rule(
    `(${NUM}) counts? of (?:8|eight)`,
    ([, count]) => ({ bars: number(count!) * 2 }),
    ([, count]) => `${count} counts of eight were taken as ${number(count!) * 2} bars of 4/4.`,
  ),
  // 8 bars x2 · 8x2 · 8 bars, twice · 2 x 8 bars
  rule(`(\\d{1,3}(?:\\+\\d{1,3})+)(?: ?${BARS})?`, ([, parts]) => ({ bars: sum(parts!) })),
  rule(`(${NUM}) ?[x×*] ?(\\d{1,3}) ?${BARS}`, ([, times, bars]) => ({
    times: number(times!),
    bars: Number(bars),
  })),
  rule(`(${NUM}) ?${BARS}? ?[x×*] ?(\\d{1,2})(?! ?(?:${BARS}|\\d))`, ([, first, second]) => {
    const [a, b] = [number(first!), Number(second)];
    return { bars: a, times: b };
  }),
  rule(`[x×*] ?(\\d{1,2})(?!\\d)`, ([, times]) => ({ times: Number(times) })),
  rule(`(\\d{1,2}) ?[x×](?![\\w])`, ([, times]) => ({ times: Number(times) })),
  rule(`(?:repeat(?:ed)?|play(?:ed)?) (${NUM})(?: ?(?:times|x))?`, ([, times]) => ({
    times: number(times!),
  })),
  rule(`(${NUM}) times`, ([, times]) => ({ times: number(times!) })),
  rule('\\b(?:twice|two times|2 times|repeated|double)(?! time|-time)\\b', () => ({ times: 2 })),
  rule('\\b(?:thrice)\\b', () => ({ times: 3 })),
  rule(`(?:for )?\\(?(${NUM}) ?[- ]?${BARS}(?: long)?\\)?`, ([, bars], before) =>
    before.bars === undefined ? { bars: number(bars!) } : undefined,
  ),
  rule('\\((\\d{1,3})\\)', ([, bars], before) =>
    before.bars === undefined ? { bars: Number(bars) } : undefined,
  ),
  rule('(?<![\\w.:/#-])(\\d{1,3})(?![\\w./:%]|(?:st|nd|rd|th)\\b)', ([, bars], before) =>
    before.bars === undefined ? { bars: Number(bars) } : undefined,
  ),
  rule('\\b(?:half[ -]?time)(?: feel)?\\b', feel({ backbeat: 'half-time' })),
  rule('\\b(?:double[ -]?time)(?: feel)?\\b', feel({ backbeat: 'double-time' })),
  rule(
    '\\b(?:swung|swing)(?: (?:eighths|quavers|8ths|feel))?\\b',
    feel({ swing: { of: 'eighths', ratio: 2 } }),
  ),
  rule('\\bshuffle(?: feel)?\\b', feel({ swing: { of: 'eighths', ratio: 2 }, style: 'shuffle' })),
  rule(
    '\\b(train beat|one drop|four on the floor|four to the floor|bossa(?: nova)?|samba|waltz|ska|reggae|disco|motown|cross[ -]?stick|rim ?click)(?: feel)?\\b',
    (match, before) => feel({ style: match[1]!.toLowerCase() })(match, before),
  ),
  rule(
    '\\b(?:no drums|drums? (?:out|tacet|rest)|tacet|without drums|no kit|drums lay out|lay out)\\b',
    () => ({ tacet: true }),
  ),
  rule(
    `\\b(${TIMEKEEPERS.slice(0, 4).join('|')}) (?:hi-?)?hats?\\b|\\b(?:hi-?)?hats? (${TIMEKEEPERS.slice(0, 4).join('|')})\\b|\\bon (?:the )?(ride|crash)\\b|\\b(ride)\\b`,
    ([, ...found]) => ({
      timekeeper: found.find(Boolean)!.toLowerCase() as Timekeeper,
    }),
  ),
  rule(
    "\\b(?:vamp(?:ed)?|loop(?:ed)?|repeat|goes on|keep going)?,? ?(?:un)?'?till? ((?:the )?(?:cue|nod|sign(?:al)?|ready|\\w+ (?:cue|nod|sign)s?)(?: (?:from|by) [\\p{L} ]+)?)",
    ([, cue]) => ({
      vamp: { cue: cue!.trim() },
    }),
  ),
  rule('\\b(?:on cue|open vamp|open-ended|ad lib)\\b', ([cue]) => ({ vamp: { cue: cue.trim() } })),
  rule(
    '\\b(?:w/ ?|with |poco |molto |big )*(?:rit(?:ard(?:ando)?)?|rall(?:entando)?|slow(?:s|ing)? down|slowing)\\b\\.?',
    () => ({ ramp: 'slower' }),
    () => 'How much slower is not said; a fifth slower was taken.',
  ),
  rule(
    '\\b(?:w/ ?|with )?(?:accel(?:erando)?|speed(?:s|ing)? up|gets? faster)\\b\\.?',
    () => ({ ramp: 'faster' }),
    () => 'How much faster is not said; a fifth faster was taken.',
  ),
  rule(
    '\\b(?:hold|fermata)(?: (?:the )?(?:last|end|final)(?: (?:note|chord|bar|one))?)?\\b',
    () => ({ hold: 3 }),
    () => 'How long the hold lasts is not said; 3 s was taken.',
  ),
  rule(
    '\\b(?:w/ ?|with (?:a )?|big |drum |snare |tom )*fills?(?: (?:in|on|at|into|out|to)(?: (?:the )?(?:last bar|end|last|next|chorus|verse|bridge))?)?\\b',
    ([words]) => ({ fill: words.replace(/^(?:w\/|with a|with)\s*/i, '').trim() }),
    () => 'Where the fill begins is not said; the last bar was taken.',
  ),
  rule(
    '\\b(?:builds?(?:ing)?|cresc(?:endo)?|grow(?:s|ing)?|swell)\\b\\.?',
    () => ({ level: { from: 3, to: 5 } }),
    () => 'How far it builds is not said; level 3 to 5 was taken.',
  ),
  rule(
    '\\b(?:dim(?:inuendo)?|decresc|fades?(?: out)?|dies? (?:down|away))\\b\\.?',
    () => ({ level: { from: 3, to: 1 } }),
    () => 'How far it falls is not said; level 3 to 1 was taken.',
  ),
  rule('\\b(pp|pianissimo|very (?:soft|quiet)|barely there)\\b', () => ({ level: flat(1) })),
  rule(
    '\\b(ff|fortissimo|all out|full (?:band|on|blast|tilt)|huge|massive|very loud)\\b',
    () => ({ level: flat(5) }),
    ([words]) => `“${words}” was taken as level 5.`,
  ),
  rule('\\b(mp|mezzo[ -]?piano)\\b', () => ({ level: flat(2) })),
  rule('\\b(mf|mezzo[ -]?forte)\\b', () => ({ level: flat(3) })),
  rule(
    '(?<![\\w-])(p|piano(?=$|,)|soft(?:ly)?|quiet(?:ly)?|low|gentle|down)\\b(?! chorus| verse)',
    () => ({ level: flat(2) }),
    ([words]) => `“${words}” was taken as level 2.`,
  ),
  rule(
    '(?<![\\w-])(f|forte|loud|big|strong)\\b',
    () => ({ level: flat(4) }),
    ([words]) => `“${words}” was taken as level 4.`,
  ),
];

/** Takes out of a text all that is known; what stays is not understood. */
export const extract = (text: string): Extracted => {
  let rest = text;
  let fact: Fact = {};
  const guesses: string[] = [];
  for (const { pattern, read, guess } of RULES) {
    const match = pattern.exec(rest);
    const found = match && read(match, fact);
    if (!match || !found) continue;
    if (Object.keys(found).some((key) => key in fact && key !== 'feel')) continue;
    fact = { ...fact, ...found };
    if (guess) guesses.push(guess(match));
    rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
  }
  return { fact, guesses, rest: tidied(rest) };
};

/** What is left, without the punctuation and the little words that held it together. */
const tidied = (text: string): string =>
  text
    .replace(/\(\s*\)|\[\s*\]/g, ' ')
    .replace(
      /(?<=^|[\s,;:(–-])(?:and|then|for|of|the|a|w\/|with|bars?|=|-|–|—|:|,|;|\.|&|feel)(?=$|[\s,;:)–-])/giu,
      ' ',
    )
    .replace(/^[\s,;:.=|–—-]+|[\s,;:.=|–—-]+$/g, '')
    .replace(/\s+/g, ' ')
    .replace(/^\((.*)\)$/, '$1')
    .trim();
