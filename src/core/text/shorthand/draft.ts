import { firstOrders } from '../../base/document';
import { blankRoadMap, COLLECTIONS, type CollectionName, type RoadMap } from '../../song/roadmap';
import { type Piece, type Reference, referenceText, type TextProblem, trimmed } from './text';

/** Makes an id for a new record of a collection. */
export type IdFor = (where: CollectionName) => string;

type Mutable = { -readonly [Key in keyof RoadMap]: RoadMap[Key] };

/** A map while its text is being read. */
export type Draft = {
  readonly map: Mutable;
  readonly newId: IdFor;
  readonly problems: TextProblem[];
  readonly lines: Map<number, string>;
  /** Repeats that are open, and the ending that is being written, innermost last. */
  readonly open: { readonly repeat: string; ending: string | null }[];
  readonly children: Map<string | null, { where: 'sections' | 'repeats'; id: string }[]>;
  /** Details wait until all meters are known. */
  readonly waiting: { readonly section: string; readonly piece: Piece; readonly line: number }[];
  readonly parts: Names;
  readonly patterns: Names;
};

export const newDraft = (newId: IdFor): Draft => ({
  // Collections of its own: records are put into them one by one.
  map: {
    ...blankRoadMap(),
    ...Object.fromEntries(Object.keys(COLLECTIONS).map((where) => [where, {}])),
  },
  newId,
  problems: [],
  lines: new Map(),
  open: [],
  children: new Map(),
  waiting: [],
  parts: namesOf('part'),
  patterns: namesOf('pattern'),
});

export const refuse = (
  { problems }: Draft,
  line: number,
  { text, column }: Piece,
  message: string,
): void => {
  problems.push({ line, column, length: Math.max(1, text.length), message });
};

/**
 * Puts a record into the map, or says why not.
 *
 * @param at where its fields stand; what is wrong with one is said there
 */
export const insert = (
  draft: Draft,
  where: CollectionName,
  record: { readonly id: string; readonly [field: string]: unknown },
  line: number,
  piece: Piece,
  at?: ReadonlyMap<string, Piece>,
): boolean => {
  const parsed = COLLECTIONS[where].safeParse(record);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    refuse(draft, line, at?.get(String(issue!.path[0])) ?? trimmed(piece), issue!.message);
    return false;
  }
  (draft.map[where] as Record<string, unknown>)[record.id] = parsed.data;
  return true;
};

/** Parts or patterns by what they are called. */
export type Names = {
  /** @returns what is wrong with it, or nothing */
  readonly add: (reference: Reference, id: string) => string | undefined;
  readonly find: (reference: Reference) => string | undefined;
};

const namesOf = (kind: 'part' | 'pattern'): Names => {
  const ids = new Map<string, string[]>();
  const listOf = (name: string) => ids.get(name.toLowerCase()) ?? [];
  return {
    add: (reference, id) => {
      const list = listOf(reference.name);
      if (list.length >= reference.number) {
        const next = referenceText({ ...reference, number: list.length + 1 });
        return `A ${kind} called “${reference.name}” is written above; another of that name is ${next}.`;
      }
      if (list.length + 1 < reference.number)
        return `Before ${referenceText(reference)} comes ${referenceText({ ...reference, number: list.length + 1 })}.`;
      ids.set(reference.name.toLowerCase(), [...list, id]);
      return undefined;
    },
    find: ({ name, number }) => listOf(name)[number - 1],
  };
};

/** The part or pattern of a name that a line has written before; null, and a problem, where there is none. */
export const named = (
  draft: Draft,
  of: 'parts' | 'patterns',
  reference: Reference,
  line: number,
  piece: Piece,
): string | null => {
  const found = draft[of].find(reference);
  if (found) return found;
  const kind = of === 'parts' ? 'part' : 'pattern';
  const message = `No line above writes a ${kind} called “${referenceText(reference, reference.name)}”.`;
  refuse(draft, line, trimmed(piece), message);
  return null;
};

/** What the next section or repeat stands in. */
export const within = ({ open }: Draft): string | null => {
  const at = open.at(-1);
  return at ? (at.ending ?? at.repeat) : null;
};

/** Places a section or a repeat behind what stands there already. */
export const stand = (
  draft: Draft,
  where: 'sections' | 'repeats',
  id: string,
  line: number,
): void => {
  const place = within(draft);
  const list = draft.children.get(place);
  if (list) list.push({ where, id });
  else draft.children.set(place, [{ where, id }]);
  draft.lines.set(line, id);
};

/** Sort keys, once it is known how many stand where. */
export const putInOrder = ({ map, children }: Draft): void => {
  for (const list of children.values()) {
    const keys = firstOrders(list.length);
    list.forEach(({ where, id }, index) => {
      const records = map[where] as Record<string, object>;
      records[id] = { ...records[id], order: keys[index]! };
    });
  }
  map.parts = inTheirOrder(map.parts);
  map.patterns = inTheirOrder(map.patterns);
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
