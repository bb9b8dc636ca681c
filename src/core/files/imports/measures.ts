import { fail, ok, type Result } from '../../base/result';
import { VOICES } from '../../music/kit';
import {
  FASTEST_QUARTERS,
  type Meter,
  meterSchema,
  NOTE_VALUES,
  noteTicks,
  SLOWEST_QUARTERS,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { readFermataText, type SaidFermata } from '../fermataText';
import type { Hit } from './struck';
import { at, childrenOf, type Element, numberAt } from './xml';

/** A measure as a reader counts it, with all that it says of the form. */
export type Measure = Omit<Said, 'fermatas'> & {
  /** As long as what is in it. */
  readonly meter: Meter;
  /** Quarters a minute that hold in it; where they change, their mean: its bar lines are right. */
  readonly tempo: number;
  /** What time stands still for, with its place up to the end. */
  readonly fermatas: readonly (SaidFermata & { readonly ticks: number })[];
  /** In our ticks from its bar line. */
  readonly hits: readonly Hit[];
};

/** What one part says of a measure. */
export type Said = {
  readonly name: string | undefined;
  readonly forward: boolean;
  /** How often a repeat that ends here is played. */
  readonly backward: number | undefined;
  readonly endingStart: readonly number[] | undefined;
  readonly endingStop: boolean;
  readonly cues: readonly { readonly ticks: number; readonly words: string }[];
  /** In our ticks from its bar line, up to its end; without a length where the file says none. */
  readonly fermatas: readonly Held[];
  readonly jumps: Jumps;
  /** As it is written; empty where it is not. */
  readonly number: string;
  /** Its number does not count: a pickup, a count-in, the second part of a bar. */
  readonly isImplicit: boolean;
};

export type Held = { readonly ticks: number; readonly said: SaidFermata | undefined };

/** A measure of one part. */
export type PartMeasure = Said & {
  /** The meter that is written. */
  readonly meter: Meter;
  /** What is in it, in our ticks; 0 where that is nothing, or a rest for the whole measure. */
  readonly content: number;
  /** Tempos that begin in it, in quarters a minute, or how many times the one before. */
  readonly tempos: readonly { readonly ticks: number; readonly tempo: Tempo }[];
  readonly hits: readonly Hit[];
};

type Tempo = { readonly quarters: number } | { readonly times: number };

/** The signs by which a reader jumps. */
export type Jumps = {
  readonly segno: boolean;
  readonly coda: boolean;
  readonly toCoda: boolean;
  readonly fine: boolean;
  readonly back: 'start' | 'segno' | undefined;
};

export type Part = {
  readonly measures: readonly PartMeasure[];
  readonly guessed: readonly string[];
};

type Running = { meter: Meter; divisions: number };

/**
 * The measures of a part.
 *
 * @param keys General MIDI keys by the id of an instrument
 */
export const partMeasures = (
  measures: readonly Element[],
  keys: ReadonlyMap<string, number>,
): Result<Part> => {
  const guessed: string[] = [];
  const running: Running = { meter: { numerator: 4, denominator: 4 }, divisions: 1 };
  const read: PartMeasure[] = [];
  for (const [index, element] of measures.entries()) {
    const divisions = childrenOf(element, 'attributes').map((one) => numberAt(one, 'divisions'));
    const wrong = divisions.find((count) => count !== undefined && count <= 0);
    if (wrong !== undefined) {
      const message = `Measure ${numberOf(element, index)} divides a quarter into ${wrong}: that is no score.`;
      return fail('invalid', 'MusicXML file', message);
    }
    read.push(measureOf(element, numberOf(element, index), running, keys, guessed));
  }
  return ok({ measures: read, guessed });
};

const numberOf = ({ attributes: { number } }: Element, index: number): string =>
  number || String(index + 1);

const measureOf = (
  element: Element,
  number: string,
  running: Running,
  keys: ReadonlyMap<string, number>,
  guessed: string[],
): PartMeasure => {
  const hits: Hit[] = [];
  const cues: { ticks: number; words: string }[] = [];
  const fermatas: Held[] = [];
  const tempos: { ticks: number; tempo: Tempo }[] = [];
  const lines: Element[] = [];
  const jumps = { segno: false, coda: false, toCoda: false, fine: false };
  let back: Jumps['back'];
  let name: string | undefined;
  let [place, content, isRest] = [0, 0, false];
  const ticksAt = (divisions: number) =>
    Math.round((divisions * TICKS_PER_QUARTER) / running.divisions);
  for (const child of element.children) {
    if (child.name === 'attributes') attributes(child, running, number, guessed);
    else if (child.name === 'note') {
      isRest ||= at(child, 'rest')?.attributes.measure === 'yes';
      place = noteAt(child, place, ticksAt, keys, hits);
      if (childrenOf(child, 'notations').some((one) => at(one, 'fermata')))
        fermatas.push({ ticks: ticksAt(place), said: undefined });
    } else if (child.name === 'backup') place -= numberAt(child, 'duration') ?? 0;
    else if (child.name === 'forward') place += numberAt(child, 'duration') ?? 0;
    else if (child.name === 'barline') lines.push(child);
    else if (child.name === 'sound' || child.name === 'direction') {
      const said = directionOf(child);
      const placed = (offset: number) => Math.max(0, ticksAt(place + offset));
      const ticks = placed(numberAt(child, 'offset') ?? 0);
      if (said.tempo) tempos.push({ ticks: placed(heardAt(child)), tempo: said.tempo });
      name ??= said.name;
      back ??= said.back;
      for (const sign of ['segno', 'coda', 'toCoda', 'fine'] as const) jumps[sign] ||= said[sign];
      for (const words of said.cues) {
        const fermata = readFermataText(words);
        if (fermata) fermatas.push({ ticks, said: fermata });
        else cues.push({ ticks, words });
      }
    }
    content = Math.max(content, place);
  }
  const repeats = lines.flatMap((line) => childrenOf(line, 'repeat'));
  const backward = repeats.find(({ attributes: { direction } }) => direction === 'backward');
  const endings = lines.flatMap((line) => childrenOf(line, 'ending'));
  const start = endings.find(({ attributes: { type } }) => type === 'start');
  return {
    meter: running.meter,
    content: isRest ? 0 : ticksAt(content),
    tempos,
    name,
    forward: repeats.some(({ attributes: { direction } }) => direction === 'forward'),
    backward: backward && Math.min(200, Math.max(2, Number(backward.attributes.times) || 2)),
    endingStart: start && passesIn(start.attributes.number ?? '1'),
    endingStop: endings.some(({ attributes: { type } }) => type !== 'start'),
    cues,
    fermatas: lines.some((line) => at(line, 'fermata'))
      ? [...fermatas, { ticks: ticksAt(content), said: undefined }]
      : fermatas,
    hits,
    jumps: { ...jumps, back },
    number: element.attributes.number ?? '',
    isImplicit: element.attributes.implicit === 'yes',
  };
};

/** `1, 2` or `1-3`. */
const passesIn = (text: string): number[] => {
  const passes = text.split(/[,\s]+/).flatMap((piece) => {
    const [, from, to] = /^(\d{1,3})(?:-(\d{1,3}))?\.?$/.exec(piece) ?? [];
    if (from === undefined) return [];
    const last = Math.min(Number(to ?? from), Number(from) + 63);
    return Array.from(
      { length: Math.max(0, last - Number(from) + 1) },
      (_, at) => Number(from) + at,
    );
  });
  return passes.length > 0 ? passes : [1];
};

const attributes = (element: Element, running: Running, number: string, guessed: string[]) => {
  const divisions = numberAt(element, 'divisions');
  if (divisions !== undefined && divisions > 0) running.divisions = divisions;
  const time = at(element, 'time');
  if (!time) return;
  const groups = (at(time, 'beats')?.text ?? '').split('+').map(Number);
  const meter = meterSchema.safeParse({
    numerator: groups.reduce((sum, group) => sum + group, 0),
    denominator: numberAt(time, 'beat-type'),
    ...(groups.length > 1 && { grouping: groups }),
  });
  if (meter.success) running.meter = meter.data;
  else guessed.push(`The meter of measure ${number} is not read: the one before goes on.`);
};

type Direction = Omit<Jumps, 'back'> & {
  readonly tempo: Tempo | undefined;
  readonly name: string | undefined;
  readonly back: Jumps['back'];
  readonly cues: readonly string[];
};

/** What a direction says, in signs, in sound and in words. */
const directionOf = (element: Element): Direction => {
  const sound = element.name === 'sound' ? element : at(element, 'sound');
  const types = childrenOf(element, 'direction-type').flatMap(({ children }) => children);
  const named = (name: string) => types.filter((one) => one.name === name);
  const words = named('words')
    .map(({ text }) => text)
    .filter(Boolean);
  const has = (attribute: string) => sound?.attributes[attribute] !== undefined;
  const says = (pattern: RegExp) => words.some((text) => pattern.test(text));
  const sign = /^(accel|rit|rall)\.?$|^(d\.? ?[cs]\.?|da capo|dal segno|to coda|al coda|fine)\b/i;
  const told = Number(sound?.attributes.tempo);
  return {
    tempo: tempoOf(told, named('metronome')[0]),
    name: named('rehearsal').map(({ text }) => text)[0] || undefined,
    segno: named('segno').length > 0 || has('segno'),
    coda: named('coda').length > 0 || has('coda'),
    toCoda: has('tocoda') || says(/^to coda/i),
    fine: has('fine') || says(/^fine$/i),
    back:
      has('dalsegno') || says(/^(d\.? ?s\.?|dal segno)/i)
        ? 'segno'
        : has('dacapo') || says(/^(d\.? ?c\.?|da capo)/i)
          ? 'start'
          : undefined,
    cues: words.filter((text) => !sign.test(text)),
  };
};

/**
 * How far from where it is written a direction sounds, in divisions. The offset of a direction moves only
 * what is printed, but with `sound="yes"`; that of a sound moves it (MusicXML 4.0, offset; from memory).
 */
const heardAt = (element: Element): number => {
  const sound = element.name === 'sound' ? element : at(element, 'sound');
  const own = numberAt(sound, 'offset');
  if (own !== undefined) return own;
  const offset = at(element, 'offset');
  const isHeard = sound === undefined || offset?.attributes.sound === 'yes';
  return isHeard ? (numberAt(element, 'offset') ?? 0) : 0;
};

/** What is told to a player counts before what is printed. */
const tempoOf = (told: number, metronome: Element | undefined): Tempo | undefined => {
  if (isTempo(told)) return { quarters: told };
  const printed = metronomeOf(metronome);
  return printed && (!('quarters' in printed) || isTempo(printed.quarters)) ? printed : undefined;
};

/** What can be a tempo in some note value. */
const isTempo = (quarters: number): boolean =>
  quarters >= SLOWEST_QUARTERS && quarters <= FASTEST_QUARTERS;

/** `quarter = 126`, or `quarter = dotted quarter`: the new value is as long as the old one was. */
const metronomeOf = (element: Element | undefined): Tempo | undefined => {
  const [first, second] = beatUnits(element);
  if (first === undefined) return undefined;
  if (second !== undefined) return { times: second / first };
  const perMinute = Number(/\d+(?:\.\d+)?/.exec(at(element, 'per-minute')?.text ?? '')?.[0]);
  return perMinute > 0 ? { quarters: (perMinute * first) / TICKS_PER_QUARTER } : undefined;
};

/** The note values of a metronome mark, in ticks; a dot follows the value that it is on. */
const beatUnits = (element: Element | undefined): number[] => {
  const units: number[] = [];
  for (const { name, text } of element?.children ?? []) {
    const value = NOTE_VALUES.find((one) => one === text.replace('16th', 'sixteenth'));
    if (name === 'beat-unit' && value) units.push(noteTicks(value));
    if (name === 'beat-unit-dot' && units.length > 0) units[units.length - 1]! *= 1.5;
  }
  return units;
};

/** Where the next note begins, in divisions. */
const noteAt = (
  element: Element,
  place: number,
  ticksAt: (divisions: number) => number,
  keys: ReadonlyMap<string, number>,
  hits: Hit[],
): number => {
  const duration = numberAt(element, 'duration') ?? 0;
  const chord = at(element, 'chord') !== undefined;
  const from = chord ? place - duration : place;
  const grace = at(element, 'grace') !== undefined;
  const tied = childrenOf(element, 'tie').some(({ attributes: { type } }) => type === 'stop');
  // A slash is time kept as one likes, not a stroke.
  const slash = at(element, 'notehead')?.text === 'slash';
  if (!grace && !tied && !slash && at(element, 'rest') === undefined) {
    const key = keyOf(element, keys);
    if (key !== undefined) hits.push({ ticks: ticksAt(from), key, velocity: forceOf(element) });
  }
  return chord || grace ? place : place + duration;
};

/** A parenthesis makes a ghost note, an accent an accent; common practice, no source. */
const forceOf = (element: Element): number => {
  const accent = childrenOf(element, 'notations')
    .flatMap((one) => childrenOf(one, 'articulations'))
    .some((one) => at(one, 'accent') !== undefined || at(one, 'strong-accent') !== undefined);
  if (accent) return 127;
  return at(element, 'notehead')?.attributes.parentheses === 'yes' ? 30 : 90;
};

/** What is struck: by its instrument, else by where it stands on the staff and by its head. */
const keyOf = (element: Element, keys: ReadonlyMap<string, number>): number | undefined => {
  const instrument = keys.get(at(element, 'instrument')?.attributes.id ?? '');
  if (instrument !== undefined) return instrument;
  const unpitched = at(element, 'unpitched');
  const step = at(unpitched, 'display-step')?.text.toLowerCase();
  const octave = at(unpitched, 'display-octave')?.text;
  if (!step || !octave) return undefined;
  const crossed = /^(x|cross|circle-x|diamond)/.test(at(element, 'notehead')?.text ?? '');
  const standing = VOICES.filter(({ staff }) => staff === `${step}/${octave}`);
  const voice = standing.find(({ head }) => (head === 'cross') === crossed) ?? standing[0];
  return voice?.articulations[0].key;
};
