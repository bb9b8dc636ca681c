import { type Operation, placeAt } from '../../base/document';
import { collectionFor, containerOf, type RoadMap, type Stands, siblingsIn } from '../roadmap';
import { type Row, rowsOf } from './rows';
import { patch } from './sections';

/** A place in the form: inside a repeat, an ending or the song (null), before the one at `index`. */
export type Spot = { readonly within: string | null; readonly index: number };

/** The operations that put a section or repeat that is already there at another place. */
export const moveTo = (map: RoadMap, one: Stands, spot: Spot): Operation[] => {
  const others = siblingsIn(map, spot.within).filter(({ id }) => id !== one.id);
  const { order, rekeys } = placeAt(collectionFor, others, spot.index);
  const where = collectionFor(one);
  const stays = containerOf(map, one.within) === spot.within;
  return [...rekeys, patch(where, one.id, { order, ...(!stays && { within: spot.within }) })];
};

/**
 * Moves what stands in one row to where another row is: dropped on a section or repeat it takes that
 * one's place; dropped on the head of a repeat from below, or of an ending, it becomes the first in
 * it. A repeat never goes into itself.
 */
export const moveOnto = (map: RoadMap, id: string, on: string): Operation[] => {
  const one = map.sections[id] ?? map.repeats[id];
  const rows = rowsOf(map);
  const from = rows.findIndex((row) => row.id === id);
  const to = rows.findIndex((row) => row.id === on);
  const target = rows[to];
  if (!one || !target || from < 0 || from === to || holds(map, id, on)) return [];
  return moveTo(map, one, spotFor(map, target, one, to > from));
};

const spotFor = (map: RoadMap, target: Row, one: Stands, down: boolean): Spot => {
  if (target.kind === 'ending') return { within: target.id, index: 0 };
  if (target.kind === 'repeat' && down) return { within: target.id, index: 0 };
  const record = target.kind === 'section' ? target.section : target.node.repeat;
  const within = containerOf(map, record.within);
  const index = siblingsIn(map, within)
    .filter(({ id }) => id !== one.id)
    .findIndex(({ id }) => id === target.id);
  return { within, index: down ? index + 1 : index };
};

/** Whether something is, or stands somewhere in, a repeat. */
const holds = (map: RoadMap, repeat: string, id: string): boolean => {
  let at: string | null = id;
  for (let depth = 0; at !== null && depth < 20; depth++) {
    if (at === repeat) return true;
    const up: string | null =
      map.endings[at]?.repeat ?? (map.sections[at] ?? map.repeats[at])?.within ?? null;
    at = up;
  }
  return false;
};

/**
 * Moves a section or repeat one row up or down: past a neighbour, into a repeat or ending that
 * begins there, or out of the one that ends there.
 */
export const moveBy = (map: RoadMap, id: string, by: 1 | -1): Operation[] => {
  const one = map.sections[id] ?? map.repeats[id];
  if (!one) return [];
  const within = containerOf(map, one.within);
  const siblings = siblingsIn(map, within);
  const at = siblings.findIndex((sibling) => sibling.id === id);
  const neighbour = siblings[at + by];
  if (neighbour) return moveTo(map, one, pastOrInto(map, neighbour, one, at + by, by));
  if (within === null) return [];
  return moveTo(map, one, outOf(map, within, by));
};

const pastOrInto = (
  map: RoadMap,
  neighbour: Stands,
  one: Stands,
  index: number,
  by: 1 | -1,
): Spot => {
  const within = containerOf(map, one.within);
  if (collectionFor(neighbour) === 'sections' || collectionFor(one) === 'repeats') {
    return { within, index };
  }
  if (by === 1) return { within: neighbour.id, index: 0 };
  const inside = endingsIn(map, neighbour.id).at(-1) ?? neighbour.id;
  return { within: inside, index: siblingsIn(map, inside).length };
};

/** Out of a repeat or an ending: into its neighbour within the same repeat, else beside the repeat. */
const outOf = (map: RoadMap, within: string, by: 1 | -1): Spot => {
  const repeat = map.endings[within]?.repeat ?? within;
  const chain = [repeat, ...endingsIn(map, repeat)];
  const next = chain[chain.indexOf(within) + by];
  if (next) return { within: next, index: by === 1 ? 0 : siblingsIn(map, next).length };
  const outer = containerOf(map, map.repeats[repeat]!.within);
  const index = siblingsIn(map, outer).findIndex(({ id }) => id === repeat);
  return { within: outer, index: by === 1 ? index + 1 : index };
};

const endingsIn = (map: RoadMap, repeat: string): string[] =>
  rowsOf(map).flatMap((row) =>
    row.kind === 'ending' && row.of.repeat.id === repeat ? [row.id] : [],
  );
