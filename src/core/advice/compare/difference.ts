import { type Operation, operationsBetween, same } from '../../base/document';
import { gridFor, strokesOf } from '../../music/kit';
import { type Row, rowsOf } from '../../song/editing';
import {
  COLLECTIONS,
  type CollectionName,
  DETAILS,
  type DetailName,
  type RoadMap,
  roadMapKind,
} from '../../song/roadmap';

/**
 * The second map with the ids of the first wherever both mean the same thing: sections, repeats and
 * endings that match by name and place, parts by name, details by what they say.
 */
export const aligned = (from: RoadMap, to: RoadMap): RoadMap => {
  const ids = new Map<string, string>();
  alignNames(from.patterns, to.patterns, ids);
  alignNames(from.parts, to.parts, ids);
  alignRows(rowsOf(from), rowsOf(to), ids);
  alignDetails(from, to, ids);
  keepApart(from, to, ids);
  const named = renamed(to, ids);
  return { ...named, ...unsaid(from, named), patterns: onOldGrids(from.patterns, named.patterns) };
};

/** What belongs to one song on its way to being written, and is said neither by a text nor by another arrangement. */
const unsaid = ({ start, taps, dismissed }: RoadMap, to: RoadMap): Partial<RoadMap> => ({
  start: { ...to.start, fingerprint: start.fingerprint },
  taps,
  dismissed,
});

/** A text does not say how a grid is divided: it stays as it was as far as the strokes allow. */
const onOldGrids = (from: RoadMap['patterns'], to: RoadMap['patterns']): RoadMap['patterns'] =>
  Object.fromEntries(
    Object.values(to).map((pattern) => {
      const old = from[pattern.id];
      if (!old) return [pattern.id, pattern];
      const places = strokesOf(pattern).map(({ at }) => at);
      const grid = gridFor({ ...pattern, grid: old.grid }, places);
      return [pattern.id, { ...pattern, grid: fitsIn(old.grid, grid) ? old.grid : grid }];
    }),
  );

/** Whether a grid, drawn out to the length of another, is the same. */
const fitsIn = (short: readonly number[], long: readonly number[]): boolean =>
  long.every((parts, index) => parts === (short[Math.min(index, short.length - 1)] ?? 4));

/** The operations that make the first map into the second, which has been aligned to it. */
export const difference = (from: RoadMap, to: RoadMap): Operation[] =>
  operationsBetween(roadMapKind, from, to);

type Named = Readonly<Record<string, { readonly id: string; readonly name: string }>>;

const alignNames = (from: Named, to: Named, ids: Map<string, string>) => {
  const known = new Map<string, string>();
  // Of two of one name the first is meant, as everywhere in text.
  for (const { id, name } of Object.values(from).reverse()) known.set(name.toLowerCase(), id);
  for (const { id, name } of Object.values(to)) {
    const match = known.get(name.toLowerCase());
    if (match) ids.set(id, match);
    known.delete(name.toLowerCase());
  }
};

/** What a row is called when two maps are laid side by side. */
const labelOf = (row: Row): string =>
  row.kind === 'section' ? `section ${row.section.name.trim().toLowerCase()}` : row.kind;

/**
 * Rows in common by the longest common row of labels (Wagner and Fischer 1974); of the rest those of one
 * name, which have moved; and what is then left over between two of those in common is taken for the same
 * in order: a renamed section stays itself.
 */
const alignRows = (from: readonly Row[], to: readonly Row[], ids: Map<string, string>) => {
  const gaps = gapsBetween(from, to, ids);
  const left = new Set(gaps.flatMap((gap) => gap.from));
  const match = (row: Row, old: Row | undefined) => {
    if (!old) return;
    ids.set(row.id, old.id);
    left.delete(old);
  };
  for (const gap of gaps)
    for (const row of gap.to) {
      if (row.kind !== 'section') continue;
      match(
        row,
        [...left].find((old) => labelOf(old) === labelOf(row)),
      );
    }
  for (const gap of gaps)
    for (const row of gap.to.filter(({ id }) => !ids.has(id)))
      match(
        row,
        gap.from.find((old) => left.has(old) && old.kind === row.kind),
      );
};

type RowGap = { readonly from: Row[]; readonly to: Row[] };

/** Matches the rows in common, and answers what stands between them. */
const gapsBetween = (
  from: readonly Row[],
  to: readonly Row[],
  ids: Map<string, string>,
): readonly RowGap[] => {
  const most = commonLengths(from.map(labelOf), to.map(labelOf));
  const gaps: RowGap[] = [{ from: [], to: [] }];
  let [i, j] = [0, 0];
  while (i < from.length || j < to.length) {
    const [a, b] = [from[i], to[j]];
    if (a && b && labelOf(a) === labelOf(b)) {
      ids.set(b.id, a.id);
      gaps.push({ from: [], to: [] });
      i++;
      j++;
    } else if (b === undefined || (a && most[i + 1]![j]! >= most[i]![j + 1]!))
      gaps.at(-1)!.from.push(from[i++]!);
    else gaps.at(-1)!.to.push(to[j++]!);
  }
  return gaps;
};

const commonLengths = (a: readonly string[], b: readonly string[]): number[][] => {
  const most = Array.from({ length: a.length + 1 }, () => Array<number>(b.length + 1).fill(0));
  for (let i = a.length - 1; i >= 0; i--) {
    for (let j = b.length - 1; j >= 0; j--) {
      most[i]![j] =
        a[i] === b[j] ? 1 + most[i + 1]![j + 1]! : Math.max(most[i + 1]![j]!, most[i]![j + 1]!);
    }
  }
  return most;
};

/** First those that say exactly the same, then any other of the same kind in the same section. */
const alignDetails = (from: RoadMap, to: RoadMap, ids: Map<string, string>) => {
  for (const where of Object.keys(DETAILS) as DetailName[]) {
    const free = new Set(Object.keys(from[where]));
    const wanted = Object.values(to[where]) as { id: string; section: string }[];
    for (const exact of [true, false]) {
      for (const detail of wanted) {
        if (ids.has(detail.id)) continue;
        const section = ids.get(detail.section);
        const match = [...free].find((id) => {
          const other = from[where][id] as { section: string };
          return other.section === section && (!exact || same(bare(other), bare(detail)));
        });
        if (!match) continue;
        free.delete(match);
        ids.set(detail.id, match);
      }
    }
  }
};

/** What is new gets an id of its own, even where the other map has called something else so. */
const keepApart = (from: RoadMap, to: RoadMap, ids: Map<string, string>) => {
  const taken = new Set(ids.values());
  for (const where of Object.keys(COLLECTIONS) as CollectionName[]) {
    for (const [id, record] of Object.entries(to[where])) {
      const free = !from[where][id] || (same(from[where][id], record) && !taken.has(id));
      if (ids.has(id) || free) continue;
      let count = 2;
      const another = () => `${id.slice(0, 32)}-${count}`;
      while (from[where][another()] || to[where][another()]) count++;
      ids.set(id, another());
    }
  }
};

const bare = (detail: object) =>
  Object.fromEntries(
    Object.entries(detail)
      .filter(([key]) => !['id', 'section', 'part', 'pattern'].includes(key))
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

const NAMED_BY = ['id', 'section', 'within', 'repeat', 'part', 'groove', 'pattern', 'of'] as const;

const renamed = (map: RoadMap, ids: ReadonlyMap<string, string>): RoadMap => {
  const rename = (record: object) =>
    Object.fromEntries(
      Object.entries(record).map(([key, value]) =>
        (NAMED_BY as readonly string[]).includes(key) && typeof value === 'string'
          ? [key, ids.get(value) ?? value]
          : [key, value],
      ),
    );
  const collections = (Object.keys(COLLECTIONS) as CollectionName[]).map((where) => [
    where,
    Object.fromEntries(
      Object.values(map[where]).map((record) => {
        const one = rename(record);
        return [one.id, one];
      }),
    ),
  ]);
  return { ...map, ...(Object.fromEntries(collections) as Partial<RoadMap>) };
};
