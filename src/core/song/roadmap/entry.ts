import { fail, ok, type Result } from '../../base/result';
import {
  groupsOf,
  type Meter,
  meterSchema,
  type NoteValue,
  perMinuteSchema,
  type Tempo,
} from '../../music/time';
import type { RampShape, TempoChange } from './tempoChange';
import { type Feel, feelSchema, type Level } from './values';

/**
 * The short words in which single properties are typed into a row and shown there. Each `parse…`
 * accepts what its `…Text` prints; an empty text means “as before”.
 */

const NOTE_LETTERS: Record<string, NoteValue> = {
  w: 'whole',
  'h.': 'dotted-half',
  h: 'half',
  'q.': 'dotted-quarter',
  q: 'quarter',
  'e.': 'dotted-eighth',
  e: 'eighth',
  s: 'sixteenth',
};

export const RAMP_WORDS: Record<RampShape, string> = {
  'even-per-beat': '',
  'even-per-second': 'by time',
  'steps-per-bar': 'bar steps',
  'steps-per-beat': 'beat steps',
};

const TEMPO = /^(?:([wqhes]\.?)\s*=?\s*)?(\d+(?:\.\d+)?)?\s*(?:>\s*(\d+(?:\.\d+)?)\s*(.*))?$/;
const TEMPO_HELP = 'Type a tempo like 126, q. 72, 96 > 144, or > 144 bar steps.';

/**
 * A tempo as typed: `126`, `q. 72` (dotted quarter), `96 > 144`, `> 144 by time`.
 *
 * @param unit the note value that a bare number counts
 * @returns null for an empty text: the tempo stays as it was
 * @example parseTempo('96 > 144', 'quarter').value.kind // => 'ramp'
 * @example parseTempo('126', 'quarter').value.perMinute // => 126
 * @example parseTempo('♩. = 72,5 bpm', 'quarter').value.unit // => 'dotted-quarter'
 */
export const parseTempo = (text: string, unit: NoteValue): Result<TempoChange | null> => {
  const typed = asTyped(text);
  if (typed === '') return ok(null);
  const match = TEMPO.exec(typed);
  const letter = match?.[1];
  const note = letter ? NOTE_LETTERS[letter] : unit;
  if (!match || !note || (match[2] === undefined && match[3] === undefined)) {
    return fail('invalid', 'Tempo', TEMPO_HELP);
  }
  const [from, to] = [match[2], match[3]].map((digits) => (digits ? Number(digits) : null));
  for (const value of [from, to]) {
    const checked = value == null ? undefined : perMinuteSchema.safeParse(value);
    if (checked && !checked.success)
      return fail('invalid', 'Tempo', checked.error.issues[0]!.message);
  }
  if (to == null) return ok({ kind: 'held', perMinute: from!, unit: note });
  const shape = rampShape(match[4]!.trim());
  if (!shape) return fail('invalid', 'Tempo', TEMPO_HELP);
  return ok({ kind: 'ramp', shape, from: from ?? null, to, unit: note });
};

/**
 * One tempo as typed, no ramp.
 *
 * @param unit the note value that a bare number counts
 * @returns null for an empty text
 * @example parseOneTempo('q. 72', 'quarter') // => { ok: true, value: { perMinute: 72, unit: 'dotted-quarter' } }
 */
export const parseOneTempo = (text: string, unit: NoteValue): Result<Tempo | null> => {
  const read = parseTempo(text, unit);
  if (!read.ok || read.value === null) return read.ok ? ok(null) : read;
  return read.value.kind === 'held'
    ? ok({ perMinute: read.value.perMinute, unit: read.value.unit })
    : fail('invalid', 'Tempo', 'Type one tempo like 126 or q. 72; a section can ramp.');
};

/** Other ways to write the same: `♩ = 120`, `126 bpm`, `92,5`. */
const asTyped = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replaceAll('→', '>')
    .replace(/^♩/, 'q')
    .replace(/^♪/, 'e')
    .replaceAll(/(\d),(?=\d)/g, '$1.')
    .replaceAll(/(\d)\s*bpm\b/g, '$1');

const rampShape = (words: string): RampShape | undefined =>
  (Object.keys(RAMP_WORDS) as RampShape[]).find((shape) => RAMP_WORDS[shape] === words);

/**
 * A tempo as it is typed; the note's letter only where it is not the usual one.
 *
 * @example tempoText({ kind: 'held', perMinute: 72, unit: 'dotted-quarter' }, 'quarter') // => 'q. 72'
 */
export const tempoText = (tempo: TempoChange | null, unit: NoteValue): string => {
  if (!tempo) return '';
  const letter = Object.entries(NOTE_LETTERS).find(([, value]) => value === tempo.unit)![0];
  const note = tempo.unit === unit ? '' : `${letter} `;
  if (tempo.kind === 'held') return `${note}${tempo.perMinute}`;
  const words = RAMP_WORDS[tempo.shape];
  return `${note}${tempo.from ?? ''} > ${tempo.to}${words && ` ${words}`}`.trim();
};

const METER = /^(\d+)\s*\/\s*(\d+)(?:\s*[(\s]\s*(\d+(?:\s*\+\s*\d+)*)\s*\)?)?$/;

/**
 * A meter as typed: `4/4`, `7/8 2+2+3`.
 *
 * @returns null for an empty text: the meter stays as it was
 * @example parseMeter('7/8 2+2+3').value // => { numerator: 7, denominator: 8, grouping: [2, 2, 3] }
 * @example parseMeter('4/3').ok // => false
 */
export const parseMeter = (text: string): Result<Meter | null> => {
  const typed = text.trim();
  if (typed === '') return ok(null);
  const match = METER.exec(typed);
  if (!match) return fail('invalid', 'Meter', 'Type a meter like 4/4 or 7/8 2+2+3.');
  const parsed = meterSchema.safeParse({
    numerator: Number(match[1]),
    denominator: Number(match[2]),
    ...(match[3] ? { grouping: match[3].split('+').map(Number) } : {}),
  });
  return parsed.success
    ? ok(parsed.data)
    : fail('invalid', 'Meter', parsed.error.issues[0]!.message);
};

/** The grouping that holds, as words: `2+2+3`, or nothing where a bar is one group. */
export const groupingText = (meter: Meter): string => {
  const groups = groupsOf(meter);
  return groups.length > 1 ? groups.join('+') : '';
};

/** Reads an empty text as “as the part says”; anything else as it is read otherwise. */
export const orInherited =
  <T>(parse: (text: string) => Result<T>) =>
  (text: string): Result<T | null> =>
    text.trim() === '' ? ok(null) : parse(text);

/**
 * A level as typed: `3`, or `2 > 4` for a crescendo.
 *
 * @example parseLevel('2 > 4').value // => { from: 2, to: 4 }
 */
export const parseLevel = (text: string): Result<{ from: Level; to: Level }> => {
  const match = /^([1-5])(?:\s*(?:>|-|–|→)\s*([1-5]))?$/.exec(text.trim());
  if (!match) return fail('invalid', 'Level', 'Type a level from 1 to 5, or two like 2 > 4.');
  return ok({ from: Number(match[1]) as Level, to: Number(match[2] ?? match[1]) as Level });
};

/**
 * @example levelText({ from: 3, to: 3 }) // => '3'
 * @example levelText({ from: 2, to: 4 }) // => '2 > 4'
 */
export const levelText = ({ from, to }: { from: Level; to: Level }): string =>
  from === to ? String(from) : `${from} > ${to}`;

/**
 * A whole number as typed; anything else goes on as NaN for the schema to refuse.
 *
 * @example parseWhole('16') // => 16
 * @example parseWhole('7.5') // => 7.5
 */
export const parseWhole = (text: string): number =>
  /^\s*-?\d+(\.\d+)?\s*$/.test(text) ? Number(text) : Number.NaN;

/**
 * A feel in words: `half-time, swung eighths 2:1, train beat`; `straight` for a plain one.
 *
 * @example feelText({ backbeat: 'half-time', swing: null, style: '' }) // => 'half-time'
 */
export const feelText = ({ backbeat, swing, style }: Feel): string =>
  [
    backbeat === 'normal' ? '' : backbeat,
    swing ? `swung ${swing.of} ${swing.ratio}:1` : '',
    style.trim(),
  ]
    .filter(Boolean)
    .join(', ') || 'straight';

const SWUNG = /^(?:swung|swing)(?: (eighths|sixteenths))?(?: (\d+(?:\.\d+)?)(?::1)?)?$/;

/**
 * A feel as typed, its words parted by commas: `half-time`, `double-time`, `swung` (eighths, 2:1) or
 * `swung sixteenths 1.5:1`, and anything else as the name of the style.
 */
export const parseFeel = (text: string): Result<Feel> => {
  const words = text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);
  const style: string[] = [];
  let feel: Feel = { backbeat: 'normal', swing: null, style: '' };
  let divided = false;
  for (const word of words) {
    const known = word.toLowerCase();
    const swung = SWUNG.exec(known);
    if (known === 'half-time' || known === 'double-time') {
      if (feel.backbeat !== 'normal' && feel.backbeat !== known)
        return fail('invalid', 'Feel', 'A feel is half-time or double-time, not both.');
      feel = { ...feel, backbeat: known };
    } else if (swung || known === 'straight') {
      if (divided) return fail('invalid', 'Feel', 'A feel is straight or swung, in one way.');
      divided = true;
      if (!swung) continue;
      const of = swung[1] === 'sixteenths' ? 'sixteenths' : 'eighths';
      feel = { ...feel, swing: { of, ratio: Number(swung[2] ?? 2) } };
    } else style.push(word);
  }
  const parsed = feelSchema.safeParse({ ...feel, style: style.join(', ') });
  return parsed.success
    ? ok(parsed.data)
    : fail('invalid', 'Feel', parsed.error.issues[0]!.message);
};
