import { fail, ok, type Result } from '../../base/result';
import { barTicks, type Meter, meterSchema, meterText, TICKS_PER_WHOLE } from '../../music/time';
import { type Measure, type PartMeasure, partMeasures } from './measures';
import { at, childrenOf, type Element, numberAt } from './xml';

/** A score as one row of measures: form and tempos of all its parts, strokes of the drum part. */
export type Score = {
  readonly measures: readonly Measure[];
  /** Beats before the first measure. */
  readonly pickup: number;
  /** The number of the first measure, as written. */
  readonly number: string | undefined;
  readonly parts: number;
  readonly guessed: readonly string[];
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
  const { pickup, measures } = withoutPickup(together(rows, guessed), rows[0]![0]!.meter, guessed);
  const number = childrenOf(chosen.part, 'measure')[pickup > 0 ? 1 : 0]?.attributes.number;
  return ok({ measures, pickup, number, parts: rows.length, guessed });
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
    const meter = meterOf(own.meter, content, index + 1, guessed);
    const length = barTicks(meter);
    const { mean, last } = tempoIn(all, running, length);
    if (mean !== last && all.some(({ tempos }) => tempos.some(({ ticks }) => ticks > 0)))
      guessed.push(
        `The tempo changes within measure ${index + 1}: it has the mean, so that its bar lines are right.`,
      );
    running = last;
    const jumps = all.map((one) => one.jumps);
    const said = (sign: 'segno' | 'coda' | 'toCoda' | 'fine') => jumps.some((one) => one[sign]);
    return {
      meter,
      tempo: mean,
      name: first(all, ({ name }) => name),
      forward: all.some(({ forward }) => forward),
      backward: first(all, ({ backward }) => backward),
      endingStart: first(all, ({ endingStart }) => endingStart),
      endingStop: all.some(({ endingStop }) => endingStop),
      cues: own.cues.filter(({ ticks }) => ticks < length),
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
const meterOf = (written: Meter, content: number, number: number, guessed: string[]): Meter => {
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
  if (number > 1)
    guessed.push(
      `Measure ${number} is ${meterText(meter.data)} long, not ${meterText(written)}: it was taken as long as it is.`,
    );
  return meter.data;
};

/** The tempo at the end of a measure, and the one that makes it as long if it held throughout. */
const tempoIn = (parts: readonly PartMeasure[], before: number, length: number) => {
  const marks = parts
    .flatMap(({ tempos }) => tempos)
    .filter(({ ticks }) => ticks < length)
    .sort((a, b) => a.ticks - b.ticks);
  let [tempo, at, minutes] = [before, 0, 0];
  let began: number | undefined;
  let old = before;
  for (const { ticks, tempo: mark } of marks) {
    minutes += (ticks - at) / tempo;
    // Parts that change the beat at one place mean one change.
    if (began !== ticks) old = tempo;
    began = ticks;
    at = ticks;
    tempo = 'quarters' in mark ? mark.quarters : old * mark.times;
  }
  minutes += (length - at) / tempo;
  const mean = marks.some(({ ticks }) => ticks > 0) ? length / minutes : tempo;
  return { mean, last: tempo };
};

/** A first measure that is shorter than its meter is no bar: its beats are the pickup. */
const withoutPickup = (
  measures: readonly Measure[],
  written: Meter,
  guessed: string[],
): { pickup: number; measures: readonly Measure[] } => {
  const [short, ...rest] = measures;
  const beats = (barTicks(short!.meter) * written.denominator) / TICKS_PER_WHOLE;
  const isShort = barTicks(short!.meter) < barTicks(written);
  if (!isShort || !Number.isInteger(beats) || rest.length === 0) return { pickup: 0, measures };
  guessed.push(
    `The first measure is short: its ${beats === 1 ? 'beat is' : `${beats} beats are`} the pickup.`,
  );
  const [second, ...others] = rest;
  const name = second!.name ?? short!.name;
  return { pickup: beats, measures: [{ ...second!, name }, ...others] };
};
