import { type Operation, placeAt } from '@/core/document';
import type { Result } from '@/core/result';
import {
  insertSection,
  newSection,
  parseFeel,
  parseLevel,
  parseMeter,
  parseTempo,
  parseWhole,
  type RoadMap,
  type Section,
  sectionsOf,
} from '@/core/roadmap';
import type { NoteValue } from '@/core/time';

/** The operations behind what can be done with sections on the song page. */

export const setSection = <Field extends keyof Section>(
  id: string,
  field: Field,
  value: Section[Field],
): Operation[] => [{ type: 'set', in: 'sections', id, field, value }];

export const setStart = <Field extends keyof RoadMap['start']>(
  field: Field,
  value: RoadMap['start'][Field],
): Operation[] => [{ type: 'set', in: 'start', field, value }];

/** Columns of a row that are typed, with how their text is read. */
export const COLUMNS = {
  name: (text: string) => fine(text),
  bars: (text: string) => fine(parseWhole(text)),
  times: (text: string) => fine(parseWhole(text)),
  level: (text: string) => parseLevel(text),
  tempo: (text: string, unit: NoteValue) => parseTempo(text, unit),
  meter: (text: string) => parseMeter(text),
  feel: (text: string) => parseFeel(text),
} satisfies Record<string, (text: string, unit: NoteValue) => Result<unknown>>;

export type Column = keyof typeof COLUMNS;

const fine = <T>(value: T): Result<T> => ({ ok: true, value });

/** A new section after another (or at the end), as loud as that one. */
export const addSection = (map: RoadMap, id: string, after: string | undefined): Operation[] => {
  const sections = sectionsOf(map);
  const at = after ? sections.findIndex((section) => section.id === after) : sections.length - 1;
  const before = sections[at];
  const level = before
    ? { from: before.level.to, to: before.level.to }
    : ({ from: 3, to: 3 } as const);
  const name = `Section ${sections.length + 1}`;
  return insertSection(
    map,
    newSection(id, { name, level, ...(before && { feel: before.feel }) }),
    at + 1,
  );
};

/** The same section once more, right behind it. */
export const duplicateSection = (map: RoadMap, id: string, copy: string): Operation[] => {
  const sections = sectionsOf(map);
  const at = sections.findIndex((section) => section.id === id);
  const section = sections[at];
  return section ? insertSection(map, newSection(copy, section), at + 1) : [];
};

/** Puts a section at an index among the others. */
export const moveSection = (map: RoadMap, id: string, to: number): Operation[] => {
  const sections = sectionsOf(map);
  const from = sections.findIndex((section) => section.id === id);
  if (from < 0 || to < 0 || to >= sections.length || from === to) return [];
  const { order, rekeys } = placeAt('sections', sections.toSpliced(from, 1), to);
  return [...rekeys, ...setSection(id, 'order', order)];
};

export const removeSection = (id: string): Operation[] => [{ type: 'remove', in: 'sections', id }];
