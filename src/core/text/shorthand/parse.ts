import { firstOrders } from '../../base/document';
import { fail } from '../../base/result';
import { parseClock } from '../../music/time';
import {
  blankRoadMap,
  COLLECTIONS,
  type CollectionName,
  newSection,
  parseMeter,
  parseOneTempo,
  parsePasses,
  parsePosition,
  parseWhole,
  type RoadMap,
  roadMapKind,
  startSchema,
  usualCountIn,
} from '../../song/roadmap';
import {
  compile,
  type MeterAt,
  placeInSection,
  type Timeline,
  writtenMeters,
} from '../../song/timeline';
import { isPatternLine, readPattern } from './patterns';
import { RECORDED, readItems, type Said } from './properties';
import { readDetail } from './readDetail';
import { cut, type Piece, readName, type TextProblem, trimmed } from './text';

export type { TextProblem };

/** What a text comes to: the map as far as it was understood, and what was not, each at its place. */
export type Parsed = {
  readonly map: RoadMap;
  readonly problems: readonly TextProblem[];
  /** For each line that makes a section, repeat or ending: its id. */
  readonly lines: ReadonlyMap<number, string>;
};

/** Makes an id for a new record of a collection. */
type IdFor = (where: CollectionName) => string;

type Draft = {
  map: Mutable;
  readonly newId: IdFor;
  readonly problems: TextProblem[];
  readonly lines: Map<number, string>;
  /** Repeats that are open, and the ending that is being written, innermost last. */
  readonly open: { readonly repeat: string; ending: string | null }[];
  readonly children: Map<string | null, { where: 'sections' | 'repeats'; id: string }[]>;
  /** Details wait until all meters are known. */
  readonly waiting: { readonly section: string; readonly piece: Piece; readonly line: number }[];
  readonly partByName: Map<string, string>;
  readonly patternByName: Map<string, string>;
};

type Mutable = { -readonly [Key in keyof RoadMap]: RoadMap[Key] };

const MOST_TEXT = 2_000_000;

/**
 * Reads a road map from short-hand. What is wrong in one line leaves the others standing.
 *
 * @param newId makes the ids of what is read
 */
export const parseShorthand = (text: string, newId: IdFor): Parsed => {
  const draft: Draft = {
    map: { ...blankRoadMap() },
    newId,
    problems: [],
    lines: new Map(),
    open: [],
    children: new Map(),
    waiting: [],
    partByName: new Map(),
    patternByName: new Map(),
  };
  if (text.length > MOST_TEXT) {
    refuse(draft, 0, { text: '', column: 0 }, 'This text is too long for one song.');
    return { map: draft.map, problems: draft.problems, lines: draft.lines };
  }
  text.split(/\r\n|\n|\r/).forEach((line, index) => {
    readLine(draft, line, index + 1);
  });
  if (draft.open.length > 0)
    refuse(
      draft,
      text.split('\n').length,
      { text: '', column: 0 },
      'A repeat is not closed with end.',
    );
  putInOrder(draft);
  readWaiting(draft);
  const problem = roadMapKind.check(draft.map);
  if (problem) refuse(draft, 1, { text: '', column: 0 }, problem.message);
  return { map: draft.map, problems: draft.problems, lines: draft.lines };
};

const refuse = (draft: Draft, line: number, { text, column }: Piece, message: string) => {
  draft.problems.push({ line, column, length: Math.max(1, text.length), message });
};

const readLine = (draft: Draft, line: string, number: number) => {
  const piece = trimmed({ text: line, column: 0 });
  if (piece.text === '' || piece.text.startsWith('#')) return;
  if (isPatternLine(piece)) return addPattern(draft, piece, number);
  const [, word = '', rest = ''] = /^(song|part|repeat|ending|end)\b(.*)$/is.exec(piece.text) ?? [];
  const after = { text: rest, column: piece.column + word.length };
  const kind = lineKind(word.toLowerCase(), rest);
  if (kind === 'song') readSong(draft, after, number);
  else if (kind === 'part') readPart(draft, after, number);
  else if (kind === 'repeat') readRepeat(draft, after, number);
  else if (kind === 'ending') readEnding(draft, after, number);
  else if (kind === 'end') closeRepeat(draft, piece, number);
  else readSection(draft, piece, number);
};

/**
 * A word that begins a line of another kind may also begin the name of a section: “End: 4”, “Part A:
 * 8”, “Ending 2: 5”. The colon tells: only a section has one with something behind it.
 */
const lineKind = (word: string, rest: string): string => {
  const [, items] = cut({ text: rest, column: 0 }, ':', 2);
  if (word === 'end') return rest.trim() === '' ? 'end' : 'section';
  if (word === 'song' || word === 'part') return items ? 'section' : word;
  return items && items.text.trim() !== '' ? 'section' : word;
};

const closeRepeat = (draft: Draft, piece: Piece, line: number) => {
  if (draft.open.pop() === undefined) refuse(draft, line, piece, 'There is no repeat to close.');
};

const readSong = (draft: Draft, piece: Piece, line: number) => {
  const start: Record<string, unknown> = { ...draft.map.start };
  let counted = false;
  for (const item of cut(piece, ',').map(trimmed)) {
    const [, word = '', rest = ''] = /^(\S+)\s*(.*)$/.exec(item.text) ?? [];
    if (word === 'in') {
      const meter = parseMeter(rest);
      if (meter.ok && meter.value) {
        start.meter = meter.value;
        if (!counted) start.countIn = usualCountIn(meter.value);
      } else refuse(draft, line, item, meter.ok ? 'Say which meter.' : meter.problem.message);
    } else if (word === 'count') {
      start.countIn = parseWhole(rest);
      counted = true;
    } else if (word === 'pickup') start.pickup = parseWhole(rest);
    else if (/^from bar\b/i.test(item.text)) start.firstBar = parseWhole(item.text.slice(8).trim());
    else if (word === 'note') start.notes = readName({ text: rest, column: 0 });
    else if (word === 'recording') Object.assign(start, readRecording(rest));
    else {
      const tempo = parseOneTempo(item.text, 'quarter');
      if (tempo.ok && tempo.value) start.tempo = tempo.value;
      else
        refuse(
          draft,
          line,
          item,
          'Here stands the tempo, in a meter, count, pickup, from bar, recording or a note.',
        );
    }
  }
  const parsed = startSchema.safeParse(start);
  if (parsed.success) draft.map.start = parsed.data as RoadMap['start'];
  else refuse(draft, line, trimmed(piece), parsed.error.issues[0]!.message);
};

const readRecording = (text: string) => {
  const [from = '', end] = text.split(/\s+to\s+/);
  const time = (one: string) => parseClock(one) ?? Number.NaN;
  return { recording: time(from), recordingEnd: end === undefined ? null : time(end) };
};

const addPattern = (draft: Draft, piece: Piece, line: number) => {
  const read = readPattern(piece, draft.map.start.meter);
  if (!read.ok) return refuse(draft, line, read.at ?? piece, read.problem.message);
  const { pattern, of } = read.value;
  const original = of === undefined ? null : patternOf(draft, of, line, piece);
  const id = draft.newId('patterns');
  if (!draft.patternByName.has(pattern.name.toLowerCase()))
    draft.patternByName.set(pattern.name.toLowerCase(), id);
  insert(draft, 'patterns', { ...pattern, of: original, id }, line, piece);
};

/** The pattern of a name that a line has written before. */
const patternOf = (draft: Draft, name: string, line: number, piece: Piece): string | null => {
  const found = draft.patternByName.get(name.toLowerCase());
  if (found) return found;
  refuse(draft, line, trimmed(piece), `No line above writes a pattern called “${name}”.`);
  return null;
};

const readPart = (draft: Draft, piece: Piece, line: number) => {
  const at = piece.text.search(/=(?=(?:[^"]*"[^"]*")*[^"]*$)/);
  const name = readName({
    text: at < 0 ? piece.text : piece.text.slice(0, at),
    column: piece.column,
  });
  const items =
    at < 0 ? undefined : { text: piece.text.slice(at + 1), column: piece.column + at + 1 };
  const { groove, ...rest } = items ? readSaid(draft, items, line, PART_SAYS) : {};
  const said = {
    ...rest,
    ...(groove !== undefined && { groove: patternOf(draft, groove, line, items ?? piece) }),
  };
  if (name.trim() === '') return refuse(draft, line, trimmed(piece), 'A part needs a name.');
  const known = draft.partByName.get(name.toLowerCase());
  if (known) {
    draft.map.parts = {
      ...draft.map.parts,
      [known]: { ...draft.map.parts[known]!, ...said } as never,
    };
    return;
  }
  addPart(draft, name, said, line, piece);
};

const PART_SAYS = ['bars', 'level', 'feel', 'timekeeper', 'sticks', 'snares', 'phrase', 'groove'];

const addPart = (draft: Draft, name: string, said: object, line: number, piece: Piece): string => {
  const id = draft.newId('parts');
  draft.partByName.set(name.toLowerCase(), id);
  insert(draft, 'parts', { id, order: 'a0', name, ...said }, line, piece);
  return id;
};

/** Puts a record into the map, or says why not. */
const insert = (
  draft: Draft,
  where: CollectionName,
  record: { readonly id: string; readonly [field: string]: unknown },
  line: number,
  piece: Piece,
): boolean => {
  const parsed = COLLECTIONS[where].safeParse(record);
  if (!parsed.success) {
    refuse(draft, line, trimmed(piece), parsed.error.issues[0]!.message);
    return false;
  }
  draft.map = { ...draft.map, [where]: { ...draft.map[where], [record.id]: parsed.data } };
  return true;
};

const readSaid = (draft: Draft, piece: Piece, line: number, allowed: readonly string[]): Said => {
  const { said, problems } = readItems(piece, draft.map.start.tempo.unit);
  for (const problem of problems) refuse(draft, line, problem, problem.message);
  for (const key of Object.keys(said).filter((one) => !allowed.includes(one))) {
    refuse(draft, line, trimmed(piece), `${key} cannot be said here.`);
    delete said[key as keyof Said];
  }
  return said;
};

const within = (draft: Draft): string | null => {
  const at = draft.open.at(-1);
  return at ? (at.ending ?? at.repeat) : null;
};

const stand = (draft: Draft, where: 'sections' | 'repeats', id: string, line: number) => {
  const place = within(draft);
  const list = draft.children.get(place);
  if (list) list.push({ where, id });
  else draft.children.set(place, [{ where, id }]);
  draft.lines.set(line, id);
};

const readRepeat = (draft: Draft, piece: Piece, line: number) => {
  const [head = piece, ...rest] = cut({ ...piece, text: piece.text.replace(/:\s*$/, '') }, ',');
  const id = draft.newId('repeats');
  const times = parseWhole(head.text.trim());
  const vamp = /^\s*vamp\b(.*)$/i.exec(rest[0]?.text ?? '');
  const record = {
    id,
    order: 'a0',
    within: within(draft),
    times,
    vamp: vamp ? { cue: readName({ text: vamp[1]!, column: 0 }) } : null,
  };
  if (!insert(draft, 'repeats', record, line, head))
    insert(draft, 'repeats', { ...record, times: 2 }, line, head);
  stand(draft, 'repeats', id, line);
  draft.open.push({ repeat: id, ending: null });
};

const readEnding = (draft: Draft, piece: Piece, line: number) => {
  const at = draft.open.at(-1);
  const text = piece.text.replace(/:\s*$/, '');
  if (!at)
    return refuse(draft, line, trimmed(piece), 'An ending belongs to a repeat; none is open.');
  const passes = parsePasses(text);
  if (!passes.ok) return refuse(draft, line, trimmed({ ...piece, text }), passes.problem.message);
  const id = draft.newId('endings');
  insert(draft, 'endings', { id, repeat: at.repeat, passes: passes.value }, line, piece);
  draft.lines.set(line, id);
  at.ending = id;
};

const SECTION_SAYS: readonly string[] = [...RECORDED, 'tacet', 'click', 'inRecording'];

const readSection = (draft: Draft, piece: Piece, line: number) => {
  const [head = piece, ...details] = cut(piece, ';');
  const [name = head, items] = cut(head, ':', 2);
  if (!items) {
    return refuse(
      draft,
      line,
      name,
      'A section is written as its name, a colon and its bars: Verse: 16.',
    );
  }
  const { part, groove, ...said } = readSaid(draft, items, line, SECTION_SAYS);
  const id = draft.newId('sections');
  const record = {
    ...newSection(id, { name: readName(name), bars: null, within: within(draft) }),
    order: 'a0',
    ...said,
    part: part === undefined ? null : partOf(draft, part, line, items),
    groove: groove === undefined ? null : patternOf(draft, groove, line, items),
  };
  if (!insert(draft, 'sections', record, line, items)) return;
  stand(draft, 'sections', id, line);
  for (const detail of details) {
    if (detail.text.trim() !== '') draft.waiting.push({ section: id, piece: detail, line });
  }
};

/** The part of a name; one that no line has named before is made. */
const partOf = (draft: Draft, name: string, line: number, piece: Piece): string =>
  draft.partByName.get(name.toLowerCase()) ?? addPart(draft, name, {}, line, piece);

/** Sort keys, once it is known how many stand where. */
const putInOrder = (draft: Draft) => {
  const map = draft.map;
  const sections = { ...map.sections };
  const repeats = { ...map.repeats };
  for (const children of draft.children.values()) {
    const keys = firstOrders(children.length);
    children.forEach(({ where, id }, index) => {
      if (where === 'sections') sections[id] = { ...sections[id]!, order: keys[index]! };
      else repeats[id] = { ...repeats[id]!, order: keys[index]! };
    });
  }
  draft.map = {
    ...map,
    sections,
    repeats,
  };
};

/** Details: first the changes of meter, by which the beats of the others are counted. */
const readWaiting = (draft: Draft) => {
  const isTimeChange = ({ piece }: { piece: Piece }) => /^\s*bar\s/i.test(piece.text);
  for (const timeChanges of [true, false]) {
    const meters = writtenMeters(draft.map);
    // Only where a place is given by the song is it laid out, as far as it is read.
    const { map } = draft;
    let timeline: Timeline | undefined;
    const placeIn = (section: string, meterAt: MeterAt) => (text: string) => {
      if (!/^song |:/.test(text)) return parsePosition(text, meterAt);
      timeline ??= roadMapKind.check(map) ? undefined : compile(map);
      if (!timeline) return fail('invalid', 'Place', 'Type the place by its section, like 7.3.');
      return placeInSection(text, { timeline, section, meterAt, offset: map.start.recording });
    };
    for (const { section, piece, line } of draft.waiting.filter(
      (one) => isTimeChange(one) === timeChanges,
    )) {
      const meterAt = meters.get(section) ?? (() => map.start.meter);
      const read = readDetail(piece, {
        unit: map.start.tempo.unit,
        placeAt: placeIn(section, meterAt),
      });
      if (!read.ok) {
        refuse(draft, line, read.at ?? trimmed(piece), read.problem.message);
        continue;
      }
      const { where, fields, said, pattern: named = said?.groove } = read.value;
      const pattern =
        named === undefined
          ? {}
          : {
              [where === 'fills' || where === 'hits' ? 'pattern' : 'groove']: patternOf(
                draft,
                named,
                line,
                piece,
              ),
            };
      const part = said?.part === undefined ? {} : { part: partOf(draft, said.part, line, piece) };
      insert(
        draft,
        where,
        { ...fields, ...part, ...pattern, id: draft.newId(where), section } as never,
        line,
        piece,
      );
    }
  }
  // Parts that a difference by pass has named come last.
  draft.map.parts = inTheirOrder(draft.map.parts);
  draft.map.patterns = inTheirOrder(draft.map.patterns);
};

/** Records with sort keys in the order in which they were read. */
const inTheirOrder = <T extends { readonly id: string }>(
  records: Readonly<Record<string, T>>,
): Record<string, T> => {
  const keys = firstOrders(Object.keys(records).length);
  return Object.fromEntries(
    Object.values(records).map((record, index) => [record.id, { ...record, order: keys[index]! }]),
  );
};
