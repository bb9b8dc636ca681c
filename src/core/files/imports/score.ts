import { fail, ok, type Result } from '../../base/result';
import { plural } from '../../base/words';
import {
  barTicks,
  beatTicks,
  FASTEST_QUARTERS,
  type Meter,
  meterSchema,
  meterText,
  TICKS_PER_QUARTER,
  TICKS_PER_WHOLE,
} from '../../music/time';
import { MOST_LEAD, usualCountIn } from '../../song/roadmap';
import { COUNT_IN, PICKUP } from '../musicxml';
import { playingOrder } from './jumps';
import { type Measure, type PartMeasure, partMeasures } from './measures';
import { at, childrenOf, type Element, numberAt } from './xml';

/** A score as one row of measures: form and tempos of all its parts, strokes of the drum part. */
export type Score = Lead & { readonly parts: number; readonly guessed: readonly string[] };

/** What comes before the first bar, in beats, and the measures from there on. */
type Lead = {
  readonly countIn: number;
  readonly pickup: number;
  readonly measures: readonly Measure[];
};

/** The tempo of a score that says none. */
const USUAL_TEMPO = 120;

/** Reads a score written by parts or by measures. */
export const readScore = (root: Element): Result<Score> => {
  const score = root.name === 'score-timewise' ? partwise(root) : root;
  if (score.name !== 'score-partwise')
    return fail('invalid', 'MusicXML file', `It is a “${root.name}”, not a score.`);
  const chosen = drumPart(score);
  if (!chosen) return fail('invalid', 'MusicXML file', 'There is no part in it.');
  const others = childrenOf(score, 'part').filter((part) => part !== chosen.part);
  const first = partMeasures(childrenOf(chosen.part, 'measure'), chosen.keys);
  if (!first.ok) return first;
  const rows = [first.value.measures];
  for (const part of others) {
    const read = partMeasures(childrenOf(part, 'measure'), NO_KEYS);
    if (!read.ok) return read;
    rows.push(read.value.measures);
  }
  if (rows[0]!.length === 0) return fail('invalid', 'MusicXML file', 'There is no measure in it.');
  const guessed = [...first.value.guessed];
  const measures = together(rows, guessed);
  const written = rows[0]![0]!.meter;
  const lead = toldLead(measures, written) ?? withoutPickup(measures, written, guessed);
  return ok({ ...lead, parts: rows.length, guessed });
};

const NO_KEYS: ReadonlyMap<string, number> = new Map();

/** A score by measures as one by parts (MusicXML 4.0, score-timewise). */
const partwise = (score: Element): Element => {
  const parts = new Map<string, Element[]>();
  for (const measure of childrenOf(score, 'measure')) {
    for (const part of childrenOf(measure, 'part')) {
      const id = part.attributes.id ?? '';
      const list = parts.get(id) ?? [];
      parts.set(id, list);
      list.push({ ...measure, children: part.children });
    }
  }
  const written = [...parts].map(([id, children]): Element => {
    return { name: 'part', attributes: { id }, children, text: '' };
  });
  const heads = score.children.filter(({ name }) => name !== 'measure');
  return { ...score, name: 'score-partwise', children: [...heads, ...written] };
};

/** The part for drums: on channel 10, or by its name, or by its clef; else the first. */
const drumPart = (score: Element) => {
  const heads = childrenOf(at(score, 'part-list'), 'score-part');
  const parts = childrenOf(score, 'part');
  const headOf = (part: Element) =>
    heads.find(({ attributes: { id } }) => id === part.attributes.id);
  const isDrums = (part: Element) => {
    const head = headOf(part);
    return (
      childrenOf(head, 'midi-instrument').some((one) => numberAt(one, 'midi-channel') === 10) ||
      /drum|percussion|kit/i.test(at(head, 'part-name')?.text ?? '') ||
      at(part, 'measure', 'attributes', 'clef', 'sign')?.text === 'percussion'
    );
  };
  const part = parts.find(isDrums) ?? parts[0];
  if (!part) return undefined;
  // MusicXML counts unpitched keys from 1.
  const keys = new Map(
    childrenOf(headOf(part), 'midi-instrument').flatMap((one) => {
      const key = numberAt(one, 'midi-unpitched');
      return key === undefined ? [] : [[one.attributes.id ?? '', key - 1] as const];
    }),
  );
  return { part, keys };
};

/** What the parts say of each measure, as one: the drum part first. */
const together = (rows: readonly (readonly PartMeasure[])[], guessed: string[]): Measure[] => {
  let running = USUAL_TEMPO;
  return rows[0]!.map((own, index) => {
    const all = rows.flatMap((row) => row[index] ?? []);
    const content = Math.max(...all.map((one) => one.content));
    const number = own.number || String(index + 1);
    // Of the first measure more is said below.
    const isImplicit = own.isImplicit || index === 0;
    const meter = meterOf({ ...own, number, isImplicit }, content, guessed);
    const length = barTicks(meter);
    const { mean, last } = tempoIn(all, running, length);
    if (
      mean !== last &&
      all.some(({ tempos }) => tempos.some(({ ticks }) => ticks > 0 && ticks < length))
    )
      guessed.push(
        `The tempo changes within measure ${number}: it has the mean, so that its bar lines are right.`,
      );
    running = last;
    const held = heldIn(number, all, { length, tempo: mean }, guessed);
    const jumps = all.map((one) => one.jumps);
    const said = (sign: 'segno' | 'coda' | 'toCoda' | 'fine') => jumps.some((one) => one[sign]);
    return {
      meter,
      number: own.number,
      isImplicit: own.isImplicit,
      tempo: held.tempo,
      fermatas: held.fermatas,
      name: first(all, ({ name }) => name),
      forward: all.some(({ forward }) => forward),
      backward: first(all, ({ backward }) => backward),
      endingStart: first(all, ({ endingStart }) => endingStart),
      endingStop: all.some(({ endingStop }) => endingStop),
      cues: [...own.cues.filter(({ ticks }) => ticks < length), ...held.cues],
      hits: own.hits.filter(({ ticks }) => ticks >= 0 && ticks < length),
      jumps: {
        segno: said('segno'),
        coda: said('coda'),
        toCoda: said('toCoda'),
        fine: said('fine'),
        back: first(jumps, ({ back }) => back),
      },
    };
  });
};

const first = <T, V>(list: readonly T[], of: (one: T) => V | undefined): V | undefined =>
  list.map(of).find((value) => value !== undefined);

/** Beats that a meter may count, shortest notes last. */
const DENOMINATORS = [4, 8, 16, 32] as const;

/** A measure is as long as what is in it, whatever its meter. */
const meterOf = (
  { meter: written, number, isImplicit }: PartMeasure,
  content: number,
  guessed: string[],
): Meter => {
  if (content === 0 || content === barTicks(written)) return written;
  const finest = DENOMINATORS.filter((denominator) => denominator >= written.denominator);
  const denominator = finest.find((one) => content % (TICKS_PER_WHOLE / one) === 0);
  const meter = meterSchema.safeParse({
    numerator: denominator && content / (TICKS_PER_WHOLE / denominator),
    denominator,
  });
  if (!meter.success) {
    guessed.push(
      `What is in measure ${number} fills no bar of any meter; it was taken as ${meterText(written)}.`,
    );
    return written;
  }
  if (!isImplicit)
    guessed.push(
      `Measure ${number} is ${meterText(meter.data)} long, not ${meterText(written)}: it was taken as long as it is.`,
    );
  return meter.data;
};

/** The tempo at the end of a measure, and the one that makes it as long if it held throughout. */
const tempoIn = (parts: readonly PartMeasure[], before: number, length: number) => {
  const marks = parts.flatMap(({ tempos }) => tempos).sort((a, b) => a.ticks - b.ticks);
  let [tempo, at, minutes] = [before, 0, 0];
  let began: number | undefined;
  let old = before;
  for (const { ticks, tempo: mark } of marks) {
    const within = Math.min(ticks, length);
    minutes += (within - at) / tempo;
    // Parts that change the beat at one place mean one change.
    if (began !== ticks) old = tempo;
    began = ticks;
    at = within;
    tempo = 'quarters' in mark ? mark.quarters : old * mark.times;
  }
  minutes += (length - at) / tempo;
  const mean = marks.some(({ ticks }) => ticks > 0) ? length / minutes : tempo;
  return { mean, last: tempo };
};

/**
 * What is held in a measure. A fermata whose words say its length is part of what the measure lasts; a mere
 * sign becomes a cue.
 */
const heldIn = (
  number: string,
  parts: readonly PartMeasure[],
  { length, tempo }: { readonly length: number; readonly tempo: number },
  guessed: string[],
) => {
  const all = parts.flatMap(({ fermatas }) => fermatas);
  const fermatas = all.flatMap(({ ticks, said }) =>
    said ? [{ ticks: Math.min(ticks, length), ...said }] : [],
  );
  const minutes = length / TICKS_PER_QUARTER / tempo;
  const left = minutes - fermatas.reduce((sum, { seconds }) => sum + seconds, 0) / 60;
  const without = length / TICKS_PER_QUARTER / left;
  if (fermatas.length > 0 && left > 0 && without <= FASTEST_QUARTERS)
    return { tempo: without, fermatas, cues: [] };
  const [sign] = all;
  if (!sign) return { tempo, fermatas: [], cues: [] };
  guessed.push(`How long the fermata in measure ${number} lasts is not said: it is a cue.`);
  return {
    tempo,
    fermatas: [],
    cues: [{ ticks: Math.min(sign.ticks, length - 1), words: 'fermata' }],
  };
};

/** A count-in and a pickup that the first measures are called after, as in files of ours. */
const toldLead = (measures: readonly Measure[], written: Meter): Lead | undefined => {
  const isNamed = measures[0]?.name === COUNT_IN || measures[0]?.name === PICKUP;
  const count = measures.findIndex(({ isImplicit }) => !isImplicit);
  if (!isNamed || count <= 0) return undefined;
  const lead = measures.slice(0, count);
  const begins = lead.findIndex(({ name }) => name === PICKUP);
  const beatsOf = (list: readonly Measure[]) =>
    list.reduce((sum, { meter }) => sum + barTicks(meter), 0) / beatTicks(written);
  const countIn = beatsOf(begins < 0 ? lead : lead.slice(0, begins));
  const pickup = begins < 0 ? 0 : beatsOf(lead.slice(begins));
  const isWhole = [countIn, pickup].every((beats) => Number.isInteger(beats) && beats <= MOST_LEAD);
  return isWhole ? { countIn, pickup, measures: measures.slice(count) } : undefined;
};

/** A first measure that is shorter than its meter is no bar: its beats are the pickup. */
const withoutPickup = (measures: readonly Measure[], written: Meter, guessed: string[]): Lead => {
  const [short, ...rest] = measures;
  const beats = barTicks(short!.meter) / beatTicks(written);
  const isShort = barTicks(short!.meter) < barTicks(written);
  const whole = { countIn: 0, pickup: 0, measures };
  if (!isShort || rest.length === 0) return whole;
  if (!Number.isInteger(beats) || playingOrder(measures).lastIndexOf(0) > 0) {
    guessed.push(`The first measure is ${meterText(short!.meter)} long: it is a bar of its own.`);
    return whole;
  }
  guessed.push(
    `The first measure is short: its ${beats === 1 ? 'beat is' : `${beats} beats are`} the pickup.`,
  );
  const { hits, cues } = short!;
  if (hits.length + cues.length > 0)
    guessed.push(`What stands in the pickup is left out: ${leftIn(hits.length, cues)}.`);
  const [second, ...others] = rest;
  const name = second!.name ?? short!.name;
  return {
    countIn: usualCountIn(written),
    pickup: beats,
    measures: [{ ...second!, name }, ...others],
  };
};

const leftIn = (strokes: number, cues: Measure['cues']): string =>
  [
    ...(strokes > 0 ? [plural(strokes, 'stroke')] : []),
    ...cues.map(({ words }) => `“${words}”`),
  ].join(', ');
