import { fail, ok, type Result } from '../../base/result';
import { barTicks, beatTicks, type Meter, pulsesOf, TICKS_PER_QUARTER } from '../time';
import {
  leadIn,
  MOST_PATTERN_BARS,
  type Ornament,
  type Pattern,
  patternBars,
  patternTicks,
  type Rows,
  rowsOf,
  type Stroke,
  type Struck,
  type Swell,
  strokesInBar,
} from './pattern';
import { articulationOf, VOICES, type VoiceId, voiceOf } from './voices';

/**
 * Patterns as they are spoken: `hh 8ths, sn 2 4, bd 1 2& 3`. Bars are parted by `|`; a voice that a
 * later bar does not name plays as in the bar before, and `-` is nothing. A stroke is its beat with
 * `e`, `&`, `a` or `+1/3`; `>` before it is an accent, brackets are a ghost note, and behind a colon
 * stand how it is struck, its ornament, its hand and how it ends.
 */
type Shape = Pick<Pattern, 'meter' | 'beats'>;
export type Typed = { readonly rows: Rows; readonly beats: number; readonly swells: Swell[] };

/** Words for strokes at even distances, as parts of a quarter: `8ths` are two. */
const EVEN: readonly (readonly [parts: number, word: string, also: RegExp])[] = [
  [1, 'quarters', /^(quarters?|4ths|crotchets?)$/],
  [2, '8ths', /^(8ths|eighths?|quavers?)$/],
  [4, '16ths', /^(16ths|sixteenths?|semiquavers?)$/],
  [8, '32nds', /^(32nds|thirty-seconds?)$/],
  [16, '64ths', /^64ths$/],
  [1.5, 'broad', /^broad$/],
  [3, 'triplets', /^triplets?$/],
  [5, 'quintuplets', /^quintuplets?$/],
  [6, 'sextuplets', /^sextuplets?$/],
];

const ORNAMENT_LETTERS: Readonly<Record<string, Ornament>> = {
  f: 'flam',
  d: 'drag',
  u: 'ruff',
  z: 'buzz',
  w: 'roll',
};

const HELP =
  'Type a voice and where it plays: hh 8ths, sn >2 (4a), bd 1 2&; a bar line is |, nothing is -.';

/**
 * Reads the typed form.
 *
 * @param shape the meter; the length is kept while as many bars are typed, else it is whole bars
 */
export const parseTyped = (text: string, shape: Shape): Result<Typed> => {
  const { meter } = shape;
  const bars = text.split('|');
  if (bars.length > MOST_PATTERN_BARS)
    return fail('invalid', 'Pattern', `A pattern has at most ${MOST_PATTERN_BARS} bars.`);
  const kept = bars.length === patternBars(shape);
  const beats = kept ? shape.beats : bars.length * meter.numerator;
  const lead = leadIn({ meter, beats });
  const swells: Swell[] = [];
  const strokes: Struck[] = [];
  let before: ReadonlyMap<VoiceId, readonly Stroke[]> = new Map();
  for (const [index, bar] of bars.entries()) {
    const offset = index * barTicks(meter) - lead;
    const now = new Map(before);
    /** What has been typed in this bar: the second time a voice is named, its strokes join the first. */
    const said = new Map<VoiceId, readonly Stroke[]>();
    for (const item of bar.split(',').map((one) => one.trim())) {
      if (item === '') continue;
      const swell = readSwell(item, { meter, beats });
      if (swell) {
        if (!swell.ok) return swell;
        swells.push(swell.value);
        continue;
      }
      const read = readItem(item, meter);
      if (!read.ok) return read;
      const { voice, strokes: typed } = read.value;
      said.set(voice, joined(said.get(voice) ?? [], typed));
      now.set(voice, said.get(voice) ?? []);
    }
    for (const [voice, list] of now) {
      for (const stroke of list) {
        const at = stroke.at + offset;
        if (at >= 0) strokes.push({ ...stroke, voice, at });
        else if (!before.has(voice))
          return problem(voiceOf(voice).typed, 'The fill begins later in the bar.');
      }
    }
    before = now;
  }
  return ok({ rows: rowsOf(strokes), beats, swells });
};

/** Strokes of one voice in order; of two in one place the later wins. */
const joined = (some: readonly Stroke[], others: readonly Stroke[]): readonly Stroke[] =>
  [...new Map([...some, ...others].map((stroke) => [stroke.at, stroke])).values()].sort(
    (a, b) => a.at - b.at,
  );

const problem = (place: string, message: string): Result<never> => fail('invalid', place, message);

type Item = { readonly voice: VoiceId; readonly strokes: readonly Stroke[] };

const readItem = (item: string, meter: Meter): Result<Item> => {
  const [word, ...tokens] = item.split(/\s+/);
  const voice = VOICES.find(({ typed }) => typed === word?.toLowerCase());
  if (!voice) {
    const known = VOICES.map(({ typed, name }) => `${typed} ${name.toLowerCase()}`).join(', ');
    return problem(`“${word}”`, `Begin with a voice: ${known}.`);
  }
  if (tokens.length === 0) return problem(item, HELP);
  let strokes: readonly Stroke[] = [];
  for (const token of tokens.filter((one) => one !== '-')) {
    const read = readToken(token, voice.id, meter);
    if (!read.ok) return read;
    strokes = joined(strokes, read.value);
  }
  return ok({ voice: voice.id, strokes });
};

const TOKEN =
  /^(>|\()?(?:(\d{1,2})([e&a]|\+(\d{1,3})\/(\d{1,3}))?|([a-z\d-]{3,}))(\))?(?::([a-zA-Z_^]+))?$/;

const readToken = (token: string, voice: VoiceId, meter: Meter): Result<readonly Stroke[]> => {
  const match = TOKEN.exec(token);
  const place = `${voiceOf(voice).typed} ${token}`;
  if (!match || (match[1] === '(') !== (match[7] === ')')) return problem(place, HELP);
  const [, force, beat, part, top, bottom, word, , letters = ''] = match;
  const how = readLetters(letters, voice);
  if (typeof how === 'string') return problem(place, how);
  const like: Omit<Stroke, 'at'> = {
    ...how,
    ...(force === '>' && { force: 'accent' as const }),
    ...(force === '(' && { force: 'ghost' as const }),
  };
  const places = word
    ? evenPlaces(word, meter)
    : placeOf(Number(beat), part, [Number(top), Number(bottom)], meter);
  if (typeof places === 'string') return problem(place, places);
  return ok(places.map((at) => ({ ...like, at })));
};

const evenPlaces = (word: string, meter: Meter): readonly number[] | string => {
  if (word === 'pulses') return pulsesOf(meter).map(({ offset }) => offset);
  const [parts] = EVEN.find(([, , also]) => also.test(word)) ?? [];
  if (parts === undefined) return HELP;
  return evenly(parts, meter);
};

const evenly = (parts: number, meter: Meter): number[] => {
  const step = TICKS_PER_QUARTER / parts;
  return Array.from({ length: Math.ceil(barTicks(meter) / step) }, (_, index) => index * step);
};

const PARTS: Readonly<Record<string, number>> = { e: 1 / 4, '&': 1 / 2, a: 3 / 4 };

const placeOf = (
  beat: number,
  part: string | undefined,
  [top, bottom]: readonly [number, number],
  meter: Meter,
): readonly [number] | string => {
  const { numerator, denominator } = meter;
  if (beat < 1 || beat > numerator)
    return `A bar of ${numerator}/${denominator} has beats 1 to ${numerator}.`;
  const length = beatTicks(meter);
  const rest = part === undefined ? 0 : (PARTS[part] ?? top / bottom) * length;
  if (!Number.isInteger(rest) || rest >= length)
    return 'The part of a beat is a fraction under one, as +1/3 or +2/5.';
  return [(beat - 1) * length + rest];
};

const readLetters = (letters: string, voice: VoiceId): Omit<Stroke, 'at'> | string => {
  const stroke: { -readonly [Key in keyof Stroke]?: Stroke[Key] } = {};
  for (const letter of letters) {
    const how = voiceOf(voice).articulations.find(({ typed }) => typed === letter);
    if (how) stroke.how = how.id;
    else if (ORNAMENT_LETTERS[letter]) stroke.ornament = ORNAMENT_LETTERS[letter];
    else if (letter === 'R' || letter === 'L' || letter === 'B') stroke.hand = letter;
    else if (letter === 'k') stroke.after = 'choke';
    else if (letter === '_') stroke.after = 'ring';
    else if (letter === '^') stroke.shoulder = true;
    else return lettersHelp(voice);
  }
  return stroke;
};

const lettersHelp = (voice: VoiceId): string => {
  const own = voiceOf(voice)
    .articulations.filter(({ typed }) => typed !== '')
    .map(({ typed, name }) => `${typed} ${name}, `)
    .join('');
  return `Behind the colon stand ${own}f flam, d drag, u ruff, z buzz, w roll, R, L, B, k choke, _ ring, ^ shoulder.`;
};

const SWELL = /^(louder|softer)\s+(\d)\.(\S+)\s+to\s+(?:(\d)\.(\S+)|end)$/i;

const readSwell = (item: string, shape: Shape): Result<Swell> | undefined => {
  if (!/^(louder|softer)\b/i.test(item)) return undefined;
  const match = SWELL.exec(item);
  if (!match) return problem(item, 'Type louder 1.3 to 2.1, or softer 2.1 to end.');
  const from = swellPlace(match[2]!, match[3]!, shape);
  const to = match[4] ? swellPlace(match[4], match[5]!, shape) : patternTicks(shape);
  if (from === undefined || to === undefined || from < 0 || to <= from || to > patternTicks(shape))
    return problem(item, 'It has to begin and end within the pattern, in this order.');
  return ok({ from, to, grows: match[1]!.toLowerCase() === 'louder' });
};

const swellPlace = (bar: string, place: string, shape: Shape): number | undefined => {
  const match = /^(\d{1,2})([e&a]|\+(\d{1,3})\/(\d{1,3}))?$/.exec(place);
  if (!match) return undefined;
  const [, beat, part, top, bottom] = match;
  const at = placeOf(Number(beat), part, [Number(top), Number(bottom)], shape.meter);
  if (typeof at === 'string') return undefined;
  return (Number(bar) - 1) * barTicks(shape.meter) - leadIn(shape) + at[0];
};

/** A pattern in its typed form; the inverse of `parseTyped`. */
export const printTyped = (pattern: Pattern): string => {
  let before = new Map<VoiceId, string>();
  return Array.from({ length: patternBars(pattern) }, (_, bar) => {
    const strokes = strokesInBar(pattern, bar);
    const now = new Map(
      VOICES.map(
        ({ id }) =>
          [
            id,
            printRow(
              pattern,
              strokes.filter(({ voice }) => voice === id),
            ),
          ] as const,
      ).filter(([id, text]) => text !== '-' || before.has(id)),
    );
    const items = [...now]
      .filter(([id, text]) => before.get(id) !== text)
      .map(([id, text]) => `${voiceOf(id).typed} ${text}`);
    if (bar === 0) items.push(...pattern.swells.map((swell) => printSwell(pattern, swell)));
    before = now;
    return items.join(', ');
  }).join(' | ');
};

/** The strokes of one voice in one bar. */
const printRow = ({ meter }: Pattern, strokes: readonly Struck[]): string => {
  if (strokes.length === 0) return '-';
  // The even word is used where it says at least three strokes, and whole bars of them.
  const usual = commonest(strokes.map((stroke) => print(stroke)));
  const at = new Set(strokes.map((stroke) => stroke.at));
  const even = [...EVEN]
    .sort(([a], [b]) => b - a)
    .find(([parts]) => {
      const places = evenly(parts, meter);
      return places.length > 2 && places.every((place) => at.has(place));
    });
  const covered = new Set(even ? evenly(even[0], meter) : []);
  const tokens = strokes
    .filter((stroke) => !covered.has(stroke.at) || print(stroke) !== usual)
    .map((stroke) => token(placeText(stroke.at, meter), print(stroke)));
  return [...(even ? [token(even[1], usual)] : []), ...tokens].join(' ');
};

const commonest = (texts: readonly string[]): string => {
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return [...counts].reduce((most, one) => (one[1] > most[1] ? one : most))[0];
};

/** What is said about a stroke but its place: a mark before it, and letters. */
const print = ({ voice, ...stroke }: Struck): string => {
  const mark = { accent: '>', ghost: '(', '': ' ' }[stroke.force ?? ''];
  const ornament = Object.keys(ORNAMENT_LETTERS).find(
    (letter) => ORNAMENT_LETTERS[letter] === stroke.ornament,
  );
  const after = { choke: 'k', ring: '_', '': '' }[stroke.after ?? ''];
  const letters = [
    articulationOf(voice, stroke.how).typed,
    ornament,
    stroke.hand,
    after,
    stroke.shoulder && '^',
  ];
  return mark + letters.filter(Boolean).join('');
};

const token = (place: string, said: string): string => {
  const [mark, letters] = [said[0], said.slice(1)];
  const marked = mark === '(' ? `(${place})` : `${mark === '>' ? '>' : ''}${place}`;
  return letters ? `${marked}:${letters}` : marked;
};

const placeText = (offset: number, meter: Meter): string => {
  const beat = beatTicks(meter);
  const number = Math.floor(offset / beat);
  const rest = offset - number * beat;
  if (rest === 0) return String(number + 1);
  const word = Object.keys(PARTS).find((one) => PARTS[one]! * beat === rest);
  return `${number + 1}${word ?? `+${fraction(rest, beat)}`}`;
};

const fraction = (part: number, whole: number): string => {
  const shared = divisor(part, whole);
  return `${part / shared}/${whole / shared}`;
};

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

const printSwell = (pattern: Pattern, { from, to, grows }: Swell): string => {
  const place = (at: number) => {
    const inBars = at + leadIn(pattern);
    const bar = Math.floor(inBars / barTicks(pattern.meter));
    return `${bar + 1}.${placeText(inBars - bar * barTicks(pattern.meter), pattern.meter)}`;
  };
  const end = to >= patternTicks(pattern) ? 'end' : place(to);
  return `${grows ? 'louder' : 'softer'} ${place(from)} to ${end}`;
};
