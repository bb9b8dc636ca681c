import { firstOrders, type Operation, placeAt } from '../../base/document';
import {
  collectionFor,
  containerOf,
  endingFor,
  type FormNode,
  formOf,
  isSection,
  MOST_TIMES,
  type RepeatNode,
  type RoadMap,
  type Section,
  siblingsIn,
  unroll,
} from '../roadmap';
import {
  copyDetails,
  detailsIn,
  insertRecord,
  type NewId,
  patch,
  removeRecord,
  removeSection,
  setField,
} from './sections';

/** Whether two sections with all that stands in them are played alike. */
const alike = (map: RoadMap, a: Section, b: Section): boolean =>
  likeness(map, a) === likeness(map, b);

const likeness = (map: RoadMap, section: Section): string => {
  const bare = (record: object) =>
    Object.fromEntries(
      Object.entries(record)
        .filter(([key]) => !['id', 'order', 'section', 'within'].includes(key))
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    );
  const details = detailsIn(map, section.id).map(({ where, detail }) =>
    JSON.stringify([where, bare(detail)]),
  );
  return JSON.stringify([bare(section), details.sort()]);
};

type Run = {
  readonly sections: readonly Section[];
  readonly period: number;
  readonly times: number;
};

/** The shortest stretch from a section on that is followed by itself, and how often. */
const runFrom = (map: RoadMap, id: string): Run | undefined => {
  const section = map.sections[id];
  if (!section) return undefined;
  const siblings = siblingsIn(map, containerOf(map, section.within));
  const from = siblings.findIndex((one) => one.id === id);
  const rest = siblings.slice(from);
  const until = rest.findIndex((one) => !isSection(one));
  const row = (until < 0 ? rest : rest.slice(0, until)) as Section[];
  for (let period = 1; period * 2 <= row.length; period++) {
    const times = timesAlike(map, row, period);
    if (times > 1) return { sections: row.slice(0, period * times), period, times };
  }
  return undefined;
};

const timesAlike = (map: RoadMap, row: readonly Section[], period: number): number => {
  let at = period;
  while (at < row.length && alike(map, row[at]!, row[at % period]!)) at++;
  return Math.floor(at / period);
};

/**
 * Folds the run of equal sections that begins with a section: one section in a row gets its times, a
 * group becomes a repeat.
 *
 * @returns no operations where nothing equal follows
 */
export const foldRun = (map: RoadMap, id: string, newId: NewId): Operation[] => {
  const run = runFrom(map, id);
  if (!run) return [];
  const { sections, period, times } = run;
  const gone = sections.slice(period).flatMap((section) => removeSection(map, section.id));
  const first = sections[0]!;
  const total = first.times * times;
  if (period === 1 && total <= MOST_TIMES && !hasRamp(first)) {
    return [...gone, ...setField('sections', id, 'times', total)];
  }
  return [...gone, ...wrapped(map, sections.slice(0, period), times, newId())];
};

/** A ramp leads over all times of a section; over several sections it leads over each. */
const hasRamp = ({ tempo, level }: Section): boolean =>
  tempo?.kind === 'ramp' || (level !== null && level.from !== level.to);

/** Puts neighbouring sections into a new repeat where they stand. */
const wrapped = (
  map: RoadMap,
  sections: readonly Section[],
  times: number,
  id: string,
): Operation[] => {
  const first = sections[0]!;
  const within = containerOf(map, first.within);
  const siblings = siblingsIn(map, within);
  const at = siblings.findIndex((one) => one.id === first.id);
  const { order, rekeys } = placeAt(collectionFor, siblings, at);
  const orders = firstOrders(sections.length);
  return [
    ...rekeys,
    insertRecord('repeats', { id, order, within, times }),
    ...sections.flatMap((section, index) => [
      patch('sections', section.id, { within: id, order: orders[index]! }),
    ]),
  ];
};

/** Puts one section into a repeat of its own, to be played twice. */
export const wrapInRepeat = (map: RoadMap, id: string, repeat: string): Operation[] => {
  const section = map.sections[id];
  return section ? wrapped(map, [section], 2, repeat) : [];
};

/**
 * Writes a repeat out: every pass as sections of its own, with what differs on it carried along.
 * Times of a single section are written out likewise.
 */
export const unfold = (map: RoadMap, id: string, newId: NewId): Operation[] => {
  const section = map.sections[id];
  if (section) return unfoldTimes(map, section, newId);
  const node = findRepeat(formOf(map), id);
  return node ? unfoldRepeat(map, node, newId) : [];
};

const findRepeat = (nodes: readonly FormNode[], id: string): RepeatNode | undefined => {
  for (const node of nodes) {
    if (node.kind === 'section') continue;
    if (node.repeat.id === id) return node;
    const inner = findRepeat([...node.body, ...node.endings.flatMap(({ body }) => body)], id);
    if (inner) return inner;
  }
  return undefined;
};

const unfoldTimes = (map: RoadMap, section: Section, newId: NewId): Operation[] => {
  const within = containerOf(map, section.within);
  const siblings = siblingsIn(map, within);
  const at = siblings.findIndex(({ id }) => id === section.id) + 1;
  const orders = ordersBetween(siblings[at - 1]?.order, siblings[at]?.order, section.times - 1);
  return [
    ...setField('sections', section.id, 'times', 1),
    ...orders.flatMap((order) => {
      const id = newId();
      return [
        insertRecord('sections', { ...section, id, order, times: 1, within }),
        ...copyDetails(map, section.id, id, newId),
      ];
    }),
  ];
};

const unfoldRepeat = (map: RoadMap, node: RepeatNode, newId: NewId): Operation[] => {
  const { repeat } = node;
  const within = containerOf(map, repeat.within);
  const siblings = siblingsIn(map, within);
  const at = siblings.findIndex(({ id }) => id === repeat.id);
  const played: Section[] = [];
  for (let pass = 1; pass <= repeat.times; pass++) {
    const nodes = [...node.body, ...(endingFor(node, pass)?.body ?? [])];
    played.push(
      ...unroll(nodes)
        .filter(({ time }) => time === 1)
        .map(({ section }) => section),
    );
  }
  const orders = ordersBetween(siblings[at - 1]?.order, siblings[at + 1]?.order, played.length);
  const copies = played.flatMap((section, index) => {
    const id = newId();
    return [
      insertRecord('sections', { ...section, id, order: orders[index]!, within }),
      ...copyDetails(map, section.id, id, newId),
    ];
  });
  return [...copies, ...removeRepeat(map, node)];
};

/** Removes a repeat with all that stands in it. */
export const removeRepeat = (map: RoadMap, { repeat, body, endings }: RepeatNode): Operation[] => [
  ...[...body, ...endings.flatMap((ending) => ending.body)].flatMap((node) =>
    node.kind === 'section' ? removeSection(map, node.section.id) : removeRepeat(map, node),
  ),
  ...endings.map(({ ending }) => removeRecord('endings', ending.id)),
  removeRecord('repeats', repeat.id),
];

/** Takes the brackets of a repeat away and leaves what it held once, endings included. */
export const dissolve = (map: RoadMap, { repeat, body, endings }: RepeatNode): Operation[] => {
  const within = containerOf(map, repeat.within);
  const siblings = siblingsIn(map, within);
  const at = siblings.findIndex(({ id }) => id === repeat.id);
  const inside = [...body, ...endings.flatMap((ending) => ending.body)];
  const orders = ordersBetween(siblings[at - 1]?.order, siblings[at + 1]?.order, inside.length);
  return [
    ...inside.map((node, index) => {
      const one = node.kind === 'section' ? node.section : node.repeat;
      return patch(collectionFor(one), one.id, { within, order: orders[index]! });
    }),
    ...endings.map(({ ending }) => removeRecord('endings', ending.id)),
    removeRecord('repeats', repeat.id),
  ];
};

/** Adds an ending for passes of a repeat, with one section in it. */
export const addEnding = (
  node: RepeatNode,
  passes: readonly number[],
  name: string,
  newId: NewId,
): Operation[] => {
  const ending = newId();
  const section = newId();
  return [
    insertRecord('endings', { id: ending, repeat: node.repeat.id, passes: { only: [...passes] } }),
    insertRecord('sections', {
      id: section,
      kind: 'section',
      order: firstOrders(1)[0]!,
      within: ending,
      name,
      bars: 4,
      feel: null,
      level: null,
      times: 1,
      tempo: null,
      meter: null,
      click: true,
    }),
  ];
};

const ordersBetween = (
  before: string | undefined,
  after: string | undefined,
  count: number,
): string[] => {
  const fake = (id: string, order: string) => ({ id, order });
  let last = before;
  return Array.from({ length: count }, () => {
    const neighbours = [
      ...(last === undefined ? [] : [fake('a', last)]),
      ...(after === undefined ? [] : [fake('b', after)]),
    ];
    const { order } = placeAt('sections', neighbours, last === undefined ? 0 : 1);
    last = order;
    return order;
  });
};
