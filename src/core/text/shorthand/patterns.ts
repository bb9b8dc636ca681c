import { inOrder } from '../../base/document';
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
import { cut, nameText, type Piece, quote, readName, trimmed } from './text';

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
  readonly of: string | undefined;
};

/** @param meter of the song, which goes without saying */
export const readPattern = (line: Piece, meter: Meter): Result<ReadPattern> & { at?: Piece } => {
  const [whole = '', kind = '', head = ''] = LINE.exec(line.text) ?? [];
  const [name, ...items] = cut({ text: head, column: line.column + whole.indexOf(head) }, ',');
  const said: Partial<Pattern> & { of?: never } = {
    meter,
    kind: kind.toLowerCase() as Pattern['kind'],
    name: readName(name!),
  };
  let of: string | undefined;
  for (const item of items.map(trimmed)) {
    const read = readItem(item);
    if (!read.ok) return { ...read, at: item };
    Object.assign(said, read.value.fields);
    of ??= read.value.of;
  }
  const beats = said.beats ?? said.meter!.numerator;
  const shape = { ...newPattern('x', said.meter!, { ...said, beats }), order: 'a0' } as Pattern;
  const at = { text: line.text.slice(whole.length), column: line.column + whole.length };
  const typed = parseTyped(at.text, shape);
  if (!typed.ok) {
    const { place, message } = typed.problem;
    return { ...fail('invalid', '', place ? `${place}: ${message}` : message), at: trimmed(at) };
  }
  return ok({ pattern: { ...shape, ...written(at.text, shape) }, of });
};

type Item = { readonly fields: Partial<Pattern>; readonly of?: string };

const HELP = `Behind the name stand in (a meter), beats, ${SCHOOLS.join(', ')}, learnt at (a tempo), note "…", or ${VARIANTS.slice(1).join(' of, ')} of another.`;

const readItem = ({ text }: Piece): Result<Item> => {
  const variant = VARIANTS.find((one) => text.toLowerCase().startsWith(`${one} of `));
  if (variant) {
    const of = readName({ text: text.slice(variant.length + 4), column: 0 });
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
  if (/^note\s/i.test(text))
    return ok({ fields: { words: readName({ text: text.slice(5), column: 0 }) } });
  const meter = parseMeter(text.replace(/^in\s+/i, ''));
  return meter.ok && meter.value
    ? ok({ fields: { meter: meter.value, beats: meter.value.numerator } })
    : fail('invalid', '', HELP);
};

/** The patterns of a map, each as a line: those that stand for themselves before their variants. */
export const patternLines = (map: RoadMap): string[] => {
  const patterns = inOrder(map.patterns);
  const main = patterns.filter(({ of }) => !of || !map.patterns[of]);
  return [...main, ...patterns.filter((one) => !main.includes(one))].map((one) => line(map, one));
};

const line = (map: RoadMap, pattern: Pattern): string => {
  const { kind, name, meter, beats, sticking, learntAt, words, of, variant } = pattern;
  const original = of ? map.patterns[of] : undefined;
  const whole = patternBars(pattern) * meter.numerator;
  const head = [
    `${kind} ${nameText(name)}`,
    meterText(meter) !== meterText(map.start.meter) && `in ${meterText(meter)}`,
    beats !== whole && `${beats} beats`,
    original && variant !== 'full' && `${variant satisfies Variant} of ${nameText(original.name)}`,
    sticking !== 'natural' && sticking,
    learntAt && `learnt at ${tempoText({ kind: 'held', ...learntAt }, 'quarter')}`,
    words !== '' && `note ${quote(words)}`,
  ];
  return `${head.filter(Boolean).join(', ')} = ${printTyped(pattern)}`;
};
