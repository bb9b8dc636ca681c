import { newSection, parsePasses, parseWhole, type RoadMap, roadMapKind } from '../../song/roadmap';
import { readClick } from './clicks';
import {
  type Draft,
  type IdFor,
  insert,
  named,
  newDraft,
  putInOrder,
  refuse,
  stand,
  within,
} from './draft';
import { isPatternLine, readPattern } from './patterns';
import { RECORDED, readItems, type Said } from './properties';
import { readSong } from './readSong';
import {
  cut,
  IN_QUOTES,
  openQuote,
  type Piece,
  type Reference,
  readName,
  readReference,
  straightened,
  type TextProblem,
  trimmed,
} from './text';
import { readWaiting } from './waiting';

export type { TextProblem };

/** What a text comes to: the map as far as it was understood, and what was not, each at its place. */
export type Parsed = {
  readonly map: RoadMap;
  readonly problems: readonly TextProblem[];
  /** For each line that makes a section, repeat or ending: its id. */
  readonly lines: ReadonlyMap<number, string>;
};

const MOST_TEXT = 2_000_000;
const NOWHERE: Piece = { text: '', column: 0 };

/**
 * Reads a road map from short-hand. What is wrong in one line leaves the others standing.
 *
 * @param newId makes the ids of what is read
 */
export const parseShorthand = (text: string, newId: IdFor): Parsed => {
  const draft = newDraft(newId);
  const { map, problems, lines } = draft;
  if (text.length > MOST_TEXT) {
    refuse(draft, 0, NOWHERE, 'This text is too long for one song.');
    return { map, problems, lines };
  }
  const all = text.split(/\r\n|\n|\r/);
  all.forEach((line, index) => {
    readLine(draft, straightened(line), index + 1);
  });
  if (draft.open.length > 0) refuse(draft, all.length, NOWHERE, 'A repeat is not closed with end.');
  putInOrder(draft);
  readWaiting(draft);
  const problem = roadMapKind.check(map);
  if (problem) refuse(draft, 1, NOWHERE, problem.message);
  return { map, problems: withoutConsequences(problems), lines };
};

/** A note without its quotes falls apart at its commas: what is wrong behind it is no news. */
const withoutConsequences = (problems: readonly TextProblem[]): TextProblem[] => {
  const open = new Map(
    problems.flatMap(({ line, column, message }) =>
      message === IN_QUOTES ? [[line, column] as const] : [],
    ),
  );
  return problems.filter(({ line, column }) => column <= (open.get(line) ?? column));
};

const readLine = (draft: Draft, text: string, line: number): void => {
  const piece = trimmed({ text, column: 0 });
  if (piece.text === '' || piece.text.startsWith('#')) return;
  const open = openQuote(piece);
  if (open) {
    refuse(draft, line, open, 'A quote opens here and does not close.');
    return;
  }
  if (isPatternLine(piece)) {
    addPattern(draft, piece, line);
    return;
  }
  const [, word = '', rest = ''] =
    /^(song|click|part|repeat|ending|end)\b(.*)$/is.exec(piece.text) ?? [];
  const kind = lineKind(word.toLowerCase(), rest);
  const after = { text: rest, column: piece.column + word.length };
  READERS[kind](draft, kind === 'section' || kind === 'end' ? piece : after, line);
};

type LineKind = 'song' | 'click' | 'part' | 'repeat' | 'ending' | 'end' | 'section';

/**
 * A word that begins a line of another kind may also begin the name of a section: “End: 4”, “Part A:
 * 8”, “Ending 2: 5”. The colon tells: only a section has one with something behind it.
 */
const lineKind = (word: string, rest: string): LineKind => {
  const [, items] = cut({ text: rest, column: 0 }, ':', 2);
  switch (word) {
    case 'end':
      return rest.trim() === '' ? 'end' : 'section';
    case 'song':
    case 'click':
    case 'part':
      return items ? 'section' : word;
    case 'repeat':
    case 'ending':
      return items && items.text.trim() !== '' ? 'section' : word;
    default:
      return 'section';
  }
};

const readClickLine = (draft: Draft, piece: Piece, line: number): void => {
  const read = readClick(piece);
  if (read.ok) draft.map.click = read.value as RoadMap['click'];
  else refuse(draft, line, read.at ?? trimmed(piece), read.problem.message);
};

const closeRepeat = (draft: Draft, piece: Piece, line: number): void => {
  if (draft.open.pop() === undefined) refuse(draft, line, piece, 'There is no repeat to close.');
};

const addPattern = (draft: Draft, piece: Piece, line: number): void => {
  const read = readPattern(piece, draft.map.start.meter);
  if (!read.ok) {
    refuse(draft, line, read.at ?? piece, read.problem.message);
    return;
  }
  const { pattern, number, of } = read.value;
  const original = of ? named(draft, 'patterns', of, line, of.at) : null;
  const id = draft.newId('patterns');
  const clash = draft.patterns.add({ name: pattern.name, number }, id);
  if (clash) refuse(draft, line, piece, clash);
  else insert(draft, 'patterns', { ...pattern, of: original, id }, line, piece);
};

const PART_SAYS = ['bars', 'level', 'feel', 'timekeeper', 'sticks', 'snares', 'phrase', 'groove'];

const readPart = (draft: Draft, piece: Piece, line: number): void => {
  const [head = piece, items] = cut(piece, '=', 2);
  const reference = readReference(head);
  if (reference.name.trim() === '') {
    refuse(draft, line, trimmed(piece), 'A part needs a name.');
    return;
  }
  const { said, at } = items ? readSaid(draft, items, line, PART_SAYS) : NOTHING_SAID;
  const id = draft.newId('parts');
  const clash = draft.parts.add(reference, id);
  if (clash) {
    refuse(draft, line, trimmed(head), clash);
    return;
  }
  const record = { id, order: 'a0', name: reference.name, ...said };
  insert(draft, 'parts', { ...record, ...referred(draft, said, line, at) }, line, piece, at);
};

type SaidThere = { readonly said: Said; readonly at: ReadonlyMap<string, Piece> };

const NOTHING_SAID: SaidThere = { said: {}, at: new Map() };

/** The ids of the part and the groove that are named. */
const referred = (
  draft: Draft,
  { part, groove }: Pick<Said, 'part' | 'groove'>,
  line: number,
  at: ReadonlyMap<string, Piece>,
) => {
  const idOf = (of: 'parts' | 'patterns', reference: Reference, key: string) =>
    named(draft, of, reference, line, at.get(key)!);
  return {
    ...(part && { part: idOf('parts', part, 'part') }),
    ...(groove && { groove: idOf('patterns', groove, 'groove') }),
  };
};

const readSaid = (
  draft: Draft,
  piece: Piece,
  line: number,
  allowed: readonly string[],
): SaidThere => {
  const { said, at, problems } = readItems(piece, draft.map.start.tempo.unit);
  for (const problem of problems) refuse(draft, line, problem, problem.message);
  for (const key of Object.keys(said).filter((one) => !allowed.includes(one))) {
    refuse(draft, line, at.get(key)!, `${key} cannot be said here.`);
    delete said[key as keyof Said];
  }
  return { said, at };
};

const readRepeat = (draft: Draft, piece: Piece, line: number): void => {
  const [head = piece, ...rest] = cut({ ...piece, text: piece.text.replace(/:\s*$/, '') }, ',');
  const [until, ...more] = rest.map(trimmed);
  const id = draft.newId('repeats');
  const vamp = /^vamp\b(.*)$/is.exec(until?.text ?? '');
  const strange = vamp ? more[0] : until;
  if (strange) refuse(draft, line, strange, 'Behind the times stands vamp, and nothing else.');
  const record = {
    id,
    order: 'a0',
    within: within(draft),
    times: parseWhole(head.text.trim()),
    vamp: vamp ? { cue: readName({ text: vamp[1]!, column: 0 }) } : null,
  };
  if (!insert(draft, 'repeats', record, line, head))
    insert(draft, 'repeats', { ...record, times: 2 }, line, head);
  stand(draft, 'repeats', id, line);
  draft.open.push({ repeat: id, ending: null });
};

const readEnding = (draft: Draft, piece: Piece, line: number): void => {
  const at = draft.open.at(-1);
  const text = piece.text.replace(/:\s*$/, '');
  if (!at) {
    refuse(draft, line, trimmed(piece), 'An ending belongs to a repeat; none is open.');
    return;
  }
  const passes = parsePasses(text);
  if (!passes.ok) {
    refuse(draft, line, trimmed({ ...piece, text }), passes.problem.message);
    return;
  }
  const id = draft.newId('endings');
  insert(draft, 'endings', { id, repeat: at.repeat, passes: passes.value }, line, piece);
  draft.lines.set(line, id);
  at.ending = id;
};

const SECTION_SAYS: readonly string[] = [...RECORDED, 'tacet', 'click', 'inRecording'];

const readSection = (draft: Draft, piece: Piece, line: number): void => {
  const [head = piece, ...details] = cut(piece, ';');
  const [name = head, items] = cut(head, ':', 2);
  if (!items) {
    const message = 'A section is written as its name, a colon and its bars: Verse: 16.';
    refuse(draft, line, name, message);
    return;
  }
  const { said, at } = readSaid(draft, items, line, SECTION_SAYS);
  const id = draft.newId('sections');
  const { part = null, groove = null } = referred(draft, said, line, at);
  const record = {
    ...newSection(id, { name: readName(name), bars: null, within: within(draft) }),
    order: 'a0',
    ...said,
    part,
    groove,
  };
  if (!insert(draft, 'sections', record, line, items, new Map([...at, ['name', name]]))) return;
  stand(draft, 'sections', id, line);
  for (const detail of details)
    if (detail.text.trim() !== '') draft.waiting.push({ section: id, piece: detail, line });
};

const READERS: Readonly<Record<LineKind, (draft: Draft, piece: Piece, line: number) => void>> = {
  song: readSong,
  click: readClickLine,
  part: readPart,
  repeat: readRepeat,
  ending: readEnding,
  end: closeRepeat,
  section: readSection,
};
