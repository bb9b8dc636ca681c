import { LONGEST_NAME } from '../../base/fields';
import { cutText } from '../../base/plainText';
import { VOICES } from '../../music/kit';
import {
  barTicks,
  type Meter,
  meterSchema,
  NOTE_VALUES,
  noteTicks,
  TICKS_PER_QUARTER,
} from '../../music/time';
import type { Hit } from './grooves';
import { FASTEST_QUARTERS, SLOWEST_QUARTERS } from './tempoFit';
import { at, childrenOf, type Element, numberAt } from './xml';

/** A measure as it is written, with all that it says of the form. */
export type Measure = {
  readonly meter: Meter;
  /** Quarters a minute that hold in it. */
  readonly tempo: number;
  readonly name: string | undefined;
  readonly forward: boolean;
  /** How often a repeat that ends here is played. */
  readonly backward: number | undefined;
  readonly endingStart: readonly number[] | undefined;
  readonly endingStop: boolean;
  readonly cues: readonly { readonly ticks: number; readonly words: string }[];
  /** In our ticks from its bar line. */
  readonly hits: readonly Hit[];
  readonly jumps: Jumps;
};

/** The signs by which a reader jumps. */
export type Jumps = {
  readonly segno: boolean;
  readonly coda: boolean;
  readonly toCoda: boolean;
  readonly fine: boolean;
  readonly back: 'start' | 'segno' | undefined;
};

export type Part = { readonly measures: Measure[]; readonly guessed: string[] };

type Running = { meter: Meter; tempo: number; divisions: number };

/**
 * The measures of a part.
 *
 * @param keys General MIDI keys by the id of an instrument
 */
export const measuresOf = (part: Element, keys: ReadonlyMap<string, number>): Part => {
  const guessed: string[] = [];
  const running: Running = {
    meter: { numerator: 4, denominator: 4 },
    tempo: 120,
    divisions: 1,
  };
  const measures = childrenOf(part, 'measure').map((element, index) =>
    measureOf(element, index + 1, running, keys, guessed),
  );
  return { measures, guessed };
};

const measureOf = (
  element: Element,
  number: number,
  running: Running,
  keys: ReadonlyMap<string, number>,
  guessed: string[],
): Measure => {
  const hits: Hit[] = [];
  const cues: { ticks: number; words: string }[] = [];
  const lines: Element[] = [];
  const jumps = { segno: false, coda: false, toCoda: false, fine: false };
  let back: Jumps['back'];
  let name: string | undefined;
  let place = 0;
  const ticksAt = (divisions: number) =>
    Math.round((divisions * TICKS_PER_QUARTER) / running.divisions);
  for (const child of element.children) {
    if (child.name === 'attributes') attributes(child, running, number, guessed);
    else if (child.name === 'note') place = noteAt(child, place, ticksAt, keys, hits);
    else if (child.name === 'backup') place -= numberAt(child, 'duration') ?? 0;
    else if (child.name === 'forward') place += numberAt(child, 'duration') ?? 0;
    else if (child.name === 'barline') lines.push(child);
    else if (child.name === 'sound' || child.name === 'direction') {
      const said = directionOf(child);
      if (said.tempo !== undefined) {
        if (place > 0)
          guessed.push(`The tempo changes within measure ${number}: it is put at its beginning.`);
        running.tempo = Math.round(said.tempo * 1000) / 1000;
      }
      name ??= said.name;
      back ??= said.back;
      for (const sign of ['segno', 'coda', 'toCoda', 'fine'] as const) jumps[sign] ||= said[sign];
      const offset = numberAt(child, 'offset') ?? 0;
      const ticks = Math.max(0, ticksAt(place + offset));
      for (const words of said.cues) cues.push({ ticks, words });
    }
  }
  const backward = lines
    .flatMap((line) => childrenOf(line, 'repeat'))
    .find(({ attributes: { direction } }) => direction === 'backward');
  const endings = lines.flatMap((line) => childrenOf(line, 'ending'));
  const start = endings.find(({ attributes: { type } }) => type === 'start');
  return {
    meter: running.meter,
    tempo: running.tempo,
    name,
    forward: lines
      .flatMap((line) => childrenOf(line, 'repeat'))
      .some(({ attributes: { direction } }) => direction === 'forward'),
    backward: backward && Math.min(200, Math.max(2, Number(backward.attributes.times) || 2)),
    endingStart: start && passesIn(start.attributes.number ?? '1'),
    endingStop: endings.some(({ attributes: { type } }) => type !== 'start'),
    cues,
    hits: hits.filter(({ ticks }) => ticks >= 0 && ticks < barTicks(running.meter)),
    jumps: { ...jumps, back },
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

const attributes = (element: Element, running: Running, number: number, guessed: string[]) => {
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

type Said = Omit<Jumps, 'back'> & {
  readonly tempo: number | undefined;
  readonly name: string | undefined;
  readonly back: Jumps['back'];
  readonly cues: readonly string[];
};

/** What a direction says, in signs, in sound and in words. */
const directionOf = (element: Element): Said => {
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
    tempo: [told, metronomeOf(named('metronome')[0])].find(isTempo),
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
    cues: words.filter((text) => !sign.test(text)).map((text) => cutText(text, LONGEST_NAME)),
  };
};

/** What can be a tempo in some note value. */
const isTempo = (quarters: number | undefined): boolean =>
  quarters !== undefined && quarters >= SLOWEST_QUARTERS && quarters <= FASTEST_QUARTERS;

/** `quarter = 126`, in quarters a minute. */
const metronomeOf = (element: Element | undefined): number | undefined => {
  const perMinute = Number(/\d+(?:\.\d+)?/.exec(at(element, 'per-minute')?.text ?? '')?.[0]);
  const plain = at(element, 'beat-unit')?.text.replace('16th', 'sixteenth');
  const dotted = childrenOf(element, 'beat-unit-dot').length > 0;
  const unit = NOTE_VALUES.find((value) => value === (dotted ? `dotted-${plain}` : plain));
  if (!unit || !(perMinute > 0)) return undefined;
  return (perMinute * noteTicks(unit)) / TICKS_PER_QUARTER;
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
