import type * as z from 'zod';
import { fail, ok, type Result } from '../../base/result';
import { exactClock, type Meter, meterText, type NoteValue, parseClock } from '../../music/time';
import {
  type Feel,
  feelText,
  type LevelRange,
  levelText,
  parseFeel,
  parseLevel,
  parseMeter,
  parseTempo,
  parseWhole,
  type Snares,
  type Sticks,
  snaresSchema,
  sticksSchema,
  type TempoChange,
  type Timekeeper,
  tempoText,
  timekeeperSchema,
} from '../../song/roadmap';
import type { NameOf } from './names';
import {
  cut,
  IN_QUOTES,
  type Piece,
  quote,
  type Reference,
  readName,
  readQuoted,
  readReference,
  referenceText,
  trimmed,
} from './text';

/** What can be said of a section, a part, or some passes of a section. */
export type Said = {
  bars?: number;
  times?: number;
  level?: LevelRange;
  tempo?: TempoChange;
  meter?: Meter;
  feel?: Feel;
  timekeeper?: Timekeeper;
  sticks?: Sticks;
  snares?: Snares;
  phrase?: number;
  part?: Reference;
  groove?: Reference;
  tacet?: boolean;
  click?: boolean;
  vamp?: { cue: string };
  inRecording?: number;
  notes?: string;
};

/** The items that are printed, in their order; nothing for what is not said. */
export const saidText = (said: Said, unit: NoteValue): string[] =>
  [
    said.bars !== undefined && String(said.bars),
    said.times !== undefined && said.times !== 1 && `x ${said.times}`,
    said.part !== undefined && `part ${referenceText(said.part)}`,
    said.level && `level ${levelText(said.level)}`,
    said.tempo && `tempo ${tempoText(said.tempo, unit)}`,
    said.meter && `in ${meterText(said.meter)}`,
    said.feel && `feel ${feelItem(said.feel)}`,
    said.timekeeper && `timekeeper ${said.timekeeper}`,
    said.sticks && `with ${said.sticks}`,
    said.snares && `snares ${said.snares}`,
    said.groove !== undefined && `groove ${referenceText(said.groove)}`,
    said.phrase !== undefined && `phrase ${said.phrase}`,
    said.tacet === true && 'tacet',
    said.tacet === false && 'drums',
    said.click === false && 'no click',
    said.click === true && 'click',
    said.inRecording !== undefined && `recorded ${exactClock(said.inRecording)}`,
    said.vamp && `vamp${said.vamp.cue ? ` ${quote(said.vamp.cue)}` : ''}`,
    said.notes ? `note ${quote(said.notes)}` : undefined,
  ].filter((item): item is string => typeof item === 'string');

/** A feel in one item: its words joined by `+`, the style in quotes where it would be misread. */
const feelItem = (feel: Feel): string => {
  const { style } = feel;
  const plain = feelText({ ...feel, style: '' });
  const words = plain === 'straight' && style !== '' ? [] : plain.split(', ');
  if (style !== '')
    words.push(/^[\p{L}\p{N} '’-]+$/u.test(style) && readsAsStyle(style) ? style : quote(style));
  return words.join(' + ');
};

const readsAsStyle = (style: string): boolean => {
  const read = parseFeel(style);
  return read.ok && read.value.style === style && style === style.trim();
};

const HELP =
  'Here stands bars, x times, part, level, tempo, in (a meter), feel, timekeeper, with (sticks or brushes), snares, groove, phrase, tacet, no click, vamp, recorded or a note.';

/** Reads one item into what is said; answers the problem where it makes no sense. */
export const readItem = (piece: Piece, unit: NoteValue): Result<Said> => {
  const { text } = trimmed(piece);
  const bars = /^(\d[\d.]*)(?: bars?)?$/i.exec(text);
  if (bars) return ok({ bars: parseWhole(bars[1]!) });
  const times = /^[x×*]\s*(\S+)$/i.exec(text);
  if (times) return ok({ times: parseWhole(times[1]!) });
  const [, word = '', rest = ''] = /^(\S+)\s*(.*)$/s.exec(text) ?? [];
  const said = word.toLowerCase();
  const read = READERS[OLDER[said] ?? said];
  return read ? read(rest, unit) : fail('invalid', '', HELP);
};

const as =
  <Key extends keyof Said, T extends Said[Key]>(
    key: Key,
    parse: (text: string, unit: NoteValue) => Result<T | null>,
  ) =>
  (text: string, unit: NoteValue): Result<Said> => {
    const read = parse(text, unit);
    if (!read.ok) return read;
    return read.value === null
      ? fail('invalid', '', `Say which ${key}.`)
      : ok({ [key]: read.value });
  };

const nothing =
  (said: Said) =>
  (text: string): Result<Said> =>
    text.trim() === '' ? ok(said) : fail('invalid', '', HELP);

const READERS: Readonly<Record<string, (text: string, unit: NoteValue) => Result<Said>>> = {
  level: as('level', parseLevel),
  tempo: as('tempo', parseTempo),
  in: as('meter', parseMeter),
  feel: as('feel', readFeel),
  timekeeper: as('timekeeper', oneOf(timekeeperSchema)),
  with: as('sticks', oneOf(sticksSchema)),
  snares: as('snares', oneOf(snaresSchema)),
  phrase: as('phrase', (text) => ok(parseWhole(text))),
  part: as('part', referred),
  groove: as('groove', referred),
  tacet: nothing({ tacet: true }),
  drums: nothing({ tacet: false }),
  no: (text) =>
    text.trim().toLowerCase() === 'click' ? ok({ click: false }) : fail('invalid', '', HELP),
  click: nothing({ click: true }),
  recorded: as('inRecording', readMoment),
  note: as('notes', inQuotes),
  vamp: (text) => ok({ vamp: { cue: readName({ text, column: 0 }) } }),
};

/** Words of before, still read. */
const OLDER: Readonly<Record<string, string>> = { hats: 'timekeeper', heard: 'recorded' };

function oneOf<T>(schema: z.ZodType<T>) {
  return (text: string): Result<T> => {
    const parsed = schema.safeParse(text.trim().toLowerCase());
    return parsed.success ? ok(parsed.data) : fail('invalid', '', parsed.error.issues[0]!.message);
  };
}

function readMoment(text: string): Result<number> {
  return ok(parseClock(text) ?? Number.NaN);
}

function referred(text: string): Result<Reference | null> {
  const reference = readReference({ text, column: 0 });
  return ok(reference.name === '' ? null : reference);
}

function inQuotes(text: string): Result<string> {
  const words = readQuoted(text);
  return words === undefined ? fail('invalid', '', IN_QUOTES) : ok(words);
}

function readFeel(text: string): Result<Feel> {
  const quoted = /"(?:[^"\\]|\\.)*"/.exec(text)?.[0];
  const plain = quoted ? text.replace(quoted, '') : text;
  const read = parseFeel(plain.split('+').join(','));
  if (!read.ok || !quoted) return read;
  return ok({ ...read.value, style: readName({ text: quoted, column: 0 }) });
}

/** Reads items parted by commas. A thing said twice is a problem at its place. */
export const readItems = (
  piece: Piece,
  unit: NoteValue,
): {
  readonly said: Said;
  /** Where each of it stands. */
  readonly at: ReadonlyMap<string, Piece>;
  readonly problems: readonly (Piece & { message: string })[];
} => {
  const said: Said = {};
  const at = new Map<string, Piece>();
  const problems: (Piece & { message: string })[] = [];
  for (const item of cut(piece, ',').map(trimmed)) {
    if (item.text === '') continue;
    const read = readItem(item, unit);
    if (!read.ok) problems.push({ ...item, message: read.problem.message });
    else if (Object.keys(read.value).some((key) => key in said))
      problems.push({ ...item, message: 'This is said twice.' });
    else {
      Object.assign(said, read.value);
      for (const key of Object.keys(read.value)) at.set(key, item);
    }
  }
  return { said, at, problems };
};

/** What is said by a field of a record of the same name. */
export const RECORDED = [
  'bars',
  'times',
  'level',
  'tempo',
  'meter',
  'feel',
  'timekeeper',
  'sticks',
  'snares',
  'phrase',
  'part',
  'groove',
  'vamp',
  'notes',
] as const;

/** What a record of the map says, in the shape that is printed. */
export const saidOf = (
  record: {
    readonly bars?: number | null;
    readonly times?: number;
    readonly level?: LevelRange | null;
    readonly tempo?: TempoChange | null;
    readonly meter?: Meter | null;
    readonly feel?: Feel | null;
    readonly timekeeper?: Timekeeper | null;
    readonly sticks?: Sticks | null;
    readonly snares?: Snares | null;
    readonly phrase?: number | null;
    readonly part?: string | null;
    readonly groove?: string | null;
    readonly vamp?: { readonly cue: string } | null;
    readonly notes?: string;
  },
  nameOf: NameOf,
): Said => {
  const name = (id: string | null | undefined) => (id ? nameOf(id) : undefined);
  const said: Record<string, unknown> = {
    ...record,
    part: name(record.part),
    groove: name(record.groove),
  };
  return Object.fromEntries(
    RECORDED.filter((key) => said[key] !== null && said[key] !== undefined).map((key) => [
      key,
      said[key],
    ]),
  ) as Said;
};
