import { fail, ok, type Result } from '../../base/result';
import {
  newPattern,
  type Pattern,
  parseTyped,
  patternBars,
  printTyped,
  SCHOOLS,
  VARIANTS,
  type Variant,
  written,
} from '../../music/kit';
import { type Meter, meterText } from '../../music/time';
import { parseMeter, parseOneTempo, parseWhole, type RoadMap, tempoText } from '../../song/roadmap';
import { type NameOf, patternsAsWritten } from './names';
import {
  cut,
  IN_QUOTES,
  type Piece,
  quote,
  type Reference,
  readQuoted,
  readReference,
  referenceText,
  trimmed,
} from './text';

/**
 * Lines for patterns: `groove Train = sn 16ths, bd quarters`, and for another way to play one,
 * `groove Train light, easier of Train = …`.
 */
const LINE = /^(groove|fill)\b\s*((?:[^":=]|"(?:[^"\\]|\\.)*")*)=/is;

/** Whether a line writes a pattern rather than a section. */
export const isPatternLine = ({ text }: Piece): boolean => LINE.test(text);

/** A pattern as read; the one it is a variant of by its name. */
export type ReadPattern = {
  readonly pattern: Partial<Pattern> & Pick<Pattern, 'kind' | 'name'>;
  /** Which of several of its name it is. */
  readonly number: number;
  readonly of: (Reference & { readonly at: Piece }) | undefined;
};

/** @param meter of the song, which goes without saying */
export const readPattern = (line: Piece, meter: Meter): Result<ReadPattern> & { at?: Piece } => {
  const [whole = '', kind = '', head = ''] = LINE.exec(line.text) ?? [];
  const [called, ...items] = cut(
    { text: head, column: line.column + whole.indexOf(head, kind.length) },
    ',',
  );
  const { name, number } = readReference(called!);
  const said: Item['fields'] = {};
  let of: ReadPattern['of'];
  for (const item of items.map(trimmed)) {
    const read = readItem(item);
    if (!read.ok) return { ...read, at: item };
    const twice =
      Object.keys(read.value.fields).some((key) => key in said) || (read.value.of && of);
    if (twice) return { ...fail('invalid', '', 'This is said twice.'), at: item };
    Object.assign(said, read.value.fields);
    if (read.value.of) of = { ...read.value.of, at: item };
  }
  const inMeter = said.meter ?? meter;
  const fields = { meter: inMeter, kind: kind.toLowerCase() as Pattern['kind'], name, ...said };
  const beats = said.beats ?? inMeter.numerator;
  const shape = { ...newPattern('x', inMeter, { ...fields, beats }), order: 'a0' } as Pattern;
  const at = { text: line.text.slice(whole.length), column: line.column + whole.length };
  const typed = parseTyped(at.text, shape);
  if (!typed.ok) {
    const { place, message } = typed.problem;
    return { ...fail('invalid', '', place ? `${place}: ${message}` : message), at: trimmed(at) };
  }
  return ok({ pattern: { ...shape, ...written(at.text, shape) }, number, of });
};

type Item = { readonly fields: Partial<Pattern>; readonly of?: Reference };

const HELP = `Behind the name stand in (a meter), beats, ${SCHOOLS.join(', ')}, learnt at (a tempo), note "…", or ${VARIANTS.slice(1).join(' of, ')} of another; a name with a comma stands in quotes.`;

const readItem = ({ text }: Piece): Result<Item> => {
  const variant = VARIANTS.find((one) => text.toLowerCase().startsWith(`${one} of `));
  if (variant) {
    const of = readReference({ text: text.slice(variant.length + 4), column: 0 });
    return ok({ fields: { variant }, of });
  }
  const school = SCHOOLS.find((one) => one === text.toLowerCase());
  if (school) return ok({ fields: { sticking: school } });
  const beats = /^(\d+) beats?$/i.exec(text);
  if (beats) return ok({ fields: { beats: parseWhole(beats[1]!) } });
  if (/^learnt at\s/i.test(text)) {
    const tempo = parseOneTempo(text.slice(10), 'quarter');
    return tempo.ok && tempo.value
      ? ok({ fields: { learntAt: tempo.value } })
      : fail('invalid', '', 'Say at which tempo it was learnt, like learnt at 126.');
  }
  if (/^note\b/i.test(text)) {
    const words = readQuoted(text.slice(4));
    return words === undefined ? fail('invalid', '', IN_QUOTES) : ok({ fields: { words } });
  }
  const meter = parseMeter(text.replace(/^in\s+/i, ''));
  return meter.ok && meter.value
    ? ok({ fields: { meter: meter.value } })
    : fail('invalid', '', HELP);
};

/** The patterns of a map, each as a line: those that stand for themselves before their variants. */
export const patternLines = (map: RoadMap, nameOf: NameOf): string[] =>
  patternsAsWritten(map).map((one) => line(map, one, nameOf));

const line = (map: RoadMap, pattern: Pattern, nameOf: NameOf): string => {
  const { id, kind, meter, beats, sticking, learntAt, words, of, variant } = pattern;
  const original = of && map.patterns[of] ? nameOf(of) : undefined;
  const whole = patternBars(pattern) * meter.numerator;
  const head = [
    `${kind} ${referenceText(nameOf(id)!)}`,
    meterText(meter) !== meterText(map.start.meter) && `in ${meterText(meter)}`,
    beats !== whole && `${beats} beats`,
    original && variant !== 'full' && `${variant satisfies Variant} of ${referenceText(original)}`,
    sticking !== 'natural' && sticking,
    learntAt && `learnt at ${tempoText({ kind: 'held', ...learntAt }, 'quarter')}`,
    words !== '' && `note ${quote(words)}`,
  ];
  return `${head.filter(Boolean).join(', ')} = ${printTyped(pattern)}`;
};
