import type { Operation } from '../../base/document';
import { inOrder, placeAt, setFields } from '../../base/document';
import { fail, ok, type Result } from '../../base/result';
import type { Pattern } from '../../music/kit';
import {
  type CollectionName,
  containerOf,
  DETAILS,
  type DetailName,
  type Details,
  formOf,
  INHERITED,
  insertSection,
  newSection,
  type Part,
  type RecordOf,
  type RoadMap,
  type Section,
  siblingsIn,
  writtenOrder,
} from '../roadmap';

/** Makes a new id at each call; where ids come from is the caller's affair. */
export type NewId = () => string;

/** Sets fields of one record, and leaves its others to whoever else is changing them. */
export const patch = <Name extends CollectionName>(
  where: Name,
  id: string,
  fields: Partial<RecordOf<Name>>,
): Operation => setFields(where, id, fields);

/** Sets one field of one record. */
export const setField = <Name extends CollectionName, Field extends keyof RecordOf<Name> & string>(
  where: Name,
  id: string,
  field: Field,
  value: RecordOf<Name>[Field],
): Operation[] => [setFields(where, id, { [field]: value })];

export const setStart = <Field extends keyof RoadMap['start'] & string>(
  field: Field,
  value: RoadMap['start'][Field],
): Operation[] => [{ type: 'set', in: 'start', fields: { [field]: value } }];

export const insertRecord = <Name extends CollectionName>(
  where: Name,
  value: Partial<RecordOf<Name>> & { readonly id: string },
): Operation => ({ type: 'insert', in: where, id: value.id, value });

export const removeRecord = (where: CollectionName, id: string): Operation => ({
  type: 'remove',
  in: where,
  id,
});

/** A new section behind another (or at the end), as loud as that one and of the same feel. */
export const addSection = (map: RoadMap, id: string, after: string | undefined): Operation[] => {
  const place = after === undefined ? undefined : map.sections[after];
  const before = place ?? writtenOrder(formOf(map)).at(-1);
  const within = place ? containerOf(map, place.within) : null;
  const siblings = siblingsIn(map, within);
  const index = place ? siblings.findIndex((one) => one.id === after) + 1 : siblings.length;
  const name = `Section ${Object.keys(map.sections).length + 1}`;
  const level = before?.level ? { from: before.level.to, to: before.level.to } : null;
  return insertSection(
    map,
    newSection(id, { name, within, level, feel: before?.feel ?? null }),
    index,
  );
};

/** The same section once more, with all that stands in it, right behind it. */
export const duplicateSection = (map: RoadMap, id: string, newId: NewId): Operation[] => {
  const section = map.sections[id];
  if (!section) return [];
  const within = containerOf(map, section.within);
  const index = siblingsIn(map, within).findIndex((one) => one.id === id) + 1;
  const copy = newId();
  return [
    ...insertSection(map, newSection(copy, { ...section, within }), index),
    ...copyDetails(map, id, copy, newId),
  ];
};

/** All details of a section once more, for another. */
export const copyDetails = (map: RoadMap, from: string, to: string, newId: NewId): Operation[] =>
  detailsIn(map, from).map(({ where, detail }) =>
    insertRecord(where, { ...detail, id: newId(), section: to }),
  );

/** Removes a section with all that stands in it. */
export const removeSection = (map: RoadMap, id: string): Operation[] => [
  ...detailsIn(map, id).map(({ where, detail }) => removeRecord(where, detail.id)),
  removeRecord('sections', id),
];

type Standing = { readonly where: DetailName; readonly detail: Details[DetailName] };

/** What stands in a section, with the collection that each is a record of. */
export const detailsIn = (map: RoadMap, section: string): Standing[] =>
  (Object.keys(DETAILS) as DetailName[]).flatMap((where) =>
    (Object.values(map[where]) as Details[DetailName][])
      .filter((detail) => detail.section === section)
      .map((detail) => ({ where, detail })),
  );

/** The parts in their order. */
export const partsOf = (map: RoadMap): Part[] => inOrder(map.parts);

/** The part of a name, without regard to case. */
export const partNamed = (map: RoadMap, name: string): Part | undefined =>
  partsOf(map).find((part) => part.name.trim().toLowerCase() === name.trim().toLowerCase());

/** A new part behind the others, under a name of its own. */
export const newPart = (map: RoadMap, id: string): Pick<Part, 'id' | 'order' | 'name'> => {
  const parts = partsOf(map);
  const { order } = placeAt('parts', parts, parts.length);
  return { id, order, name: `Part ${parts.length + 1}` };
};

/**
 * Gives a section the part of a name, making it where there is none of that name; no name takes the
 * part away.
 */
export const setPart = (map: RoadMap, section: string, name: string, newId: NewId): Operation[] => {
  if (name.trim() === '') return setField('sections', section, 'part', null);
  const known = partNamed(map, name);
  if (known) return setField('sections', section, 'part', known.id);
  const id = newId();
  return [
    insertRecord('parts', { ...newPart(map, id), name: name.trim() }),
    ...setField('sections', section, 'part', id),
  ];
};

/** The groove of a name, without regard to case; of several, the first. */
export const grooveNamed = (map: RoadMap, name: string): Pattern | undefined =>
  inOrder(map.patterns).find(
    (one) => one.kind === 'groove' && one.name.trim().toLowerCase() === name.trim().toLowerCase(),
  );

/**
 * Gives a section the groove of a name; no name takes it away, so that it plays what its part says.
 *
 * @returns a problem where the song has no groove of that name: a name alone is nothing to play
 */
export const setGroove = (map: RoadMap, section: string, name: string): Result<Operation[]> => {
  if (name.trim() === '') return ok(setField('sections', section, 'groove', null));
  const known = grooveNamed(map, name);
  return known
    ? ok(setField('sections', section, 'groove', known.id))
    : fail(
        'invalid',
        'Groove',
        `The song has no groove “${name.trim()}” yet: write it on the song’s Kit page first.`,
      );
};

/** Removes a part; sections that named it stay and keep what they said themselves. */
export const removePart = (map: RoadMap, id: string): Operation[] => [
  ...Object.values(map.sections)
    .filter(({ part }) => part === id)
    .flatMap((section) => setField('sections', section.id, 'part', null)),
  removeRecord('parts', id),
];

/** Everything of one section made to follow its part again. */
export const followPart = ({ id }: Section): Operation[] => [
  patch('sections', id, Object.fromEntries(INHERITED.map((field) => [field, null]))),
];
