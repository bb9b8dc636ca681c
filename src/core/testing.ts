import fc from 'fast-check';
import { apply, firstOrders, type Operation } from './base/document';
import { mulberry } from './base/random';
import type { Meter } from './music/time';
import {
  blankRoadMap,
  COLLECTIONS,
  type CollectionName,
  newSection,
  RAMP_SHAPES,
  type RecordOf,
  type RoadMap,
  roadMapKind,
  type Section,
} from './song/roadmap';

type Records = {
  readonly [Name in CollectionName]?: readonly (Partial<RecordOf<Name>> & { id: string })[];
};

/**
 * A road map of sections, and other records, given by what is particular about each. For tests and
 * benches only.
 */
export const roadMapOf = (
  sections: readonly Partial<Section>[],
  start: Partial<RoadMap['start']> = {},
  others: Records = {},
): RoadMap => {
  const blank = blankRoadMap();
  const orders = firstOrders(sections.length);
  const rest = Object.entries(others).map(([name, records]) => [
    name,
    Object.fromEntries(
      records.map((record) => [record.id, COLLECTIONS[name as CollectionName].parse(record)]),
    ),
  ]);
  return {
    ...blank,
    ...(Object.fromEntries(rest) as Partial<RoadMap>),
    start: { ...blank.start, ...start },
    sections: Object.fromEntries(
      sections.map((like, index) => {
        const id = like.id ?? `s${index}`;
        return [id, { order: orders[index]!, ...newSection(id, like) }];
      }),
    ),
  };
};

export const quarter = (perMinute: number) =>
  ({ kind: 'held', perMinute, unit: 'quarter' }) as const;

const tempos = fc.integer({ min: 40, max: 240 });

const meters: fc.Arbitrary<Meter> = fc.constantFrom<Meter>(
  { numerator: 4, denominator: 4 },
  { numerator: 7, denominator: 8, grouping: [2, 2, 3] },
  { numerator: 12, denominator: 8 },
  { numerator: 5, denominator: 4 },
);

const changes = fc.oneof(
  tempos.map(quarter),
  fc.record({
    kind: fc.constant('ramp' as const),
    shape: fc.constantFrom(...RAMP_SHAPES),
    from: fc.option(tempos),
    to: tempos,
    unit: fc.constantFrom('quarter' as const, 'dotted-quarter' as const),
  }),
);

const names = fc.string({ minLength: 1, maxLength: 12 }).filter((name) => name.trim() !== '');

const sections: fc.Arbitrary<Partial<Section>> = fc.record({
  name: names,
  bars: fc.integer({ min: 1, max: 24 }),
  times: fc.integer({ min: 1, max: 3 }),
  click: fc.boolean(),
  meter: fc.oneof(fc.constant(null), meters),
  tempo: fc.oneof(fc.constant(null), changes),
});

/** Road maps of up to a dozen sections in a row with every kind of tempo and meter change. */
export const roadMaps: fc.Arbitrary<RoadMap> = fc
  .tuple(
    fc.array(sections, { minLength: 1, maxLength: 12 }),
    fc.integer({ min: 0, max: 12 }),
    fc.integer({ min: 0, max: 4 }),
  )
  .map(([list, countIn, pickup]) => roadMapOf(list, { countIn, pickup }));

/** Where each section of a generated form stands: at the top, in a repeat or in one of its endings. */
const SPOTS = [null, 'r1', 'e1', 'e2', 'r2'] as const;

/**
 * Road maps with a repeat of two endings, another repeat within it, fermatas, changes of meter and tempo
 * inside sections, and passes that differ.
 */
export const forms: fc.Arbitrary<RoadMap> = fc
  .tuple(
    fc.array(fc.tuple(sections, fc.constantFrom(...SPOTS)), { minLength: 2, maxLength: 10 }),
    fc.integer({ min: 2, max: 4 }),
    fc.array(
      fc.record({
        section: fc.integer({ min: 0, max: 9 }),
        bar: fc.integer({ min: 1, max: 12 }),
        meter: fc.option(meters),
        tempo: fc.option(changes),
      }),
      { maxLength: 3 },
    ),
    fc.array(
      fc.record({
        section: fc.integer({ min: 0, max: 9 }),
        bar: fc.integer({ min: -3, max: 6 }).filter((bar) => bar !== 0),
        seconds: fc.integer({ min: 1, max: 20 }),
      }),
      { maxLength: 2 },
    ),
    fc.option(fc.integer({ min: 1, max: 20 })),
  )
  .map(([list, times, timeChanges, fermatas, varied]) =>
    roadMapOf(
      list.map(([section, within]) => ({ ...section, within })),
      {},
      {
        repeats: [
          { id: 'r1', order: 'a5', within: null, times },
          { id: 'r2', order: 'a2', within: 'r1', times: 2 },
        ],
        endings: [
          { id: 'e1', repeat: 'r1', passes: { except: [-1] } },
          { id: 'e2', repeat: 'r1', passes: { only: [-1] } },
        ],
        timeChanges: timeChanges
          .filter(({ meter, tempo }) => meter ?? tempo)
          .map((timeChange, index) => ({
            ...timeChange,
            id: `t${index}`,
            section: `s${timeChange.section}`,
          })),
        fermatas: fermatas.map(({ section, bar, seconds }, index) => ({
          id: `h${index}`,
          section: `s${section}`,
          at: { bar, ticks: 0 },
          seconds,
        })),
        variations:
          varied === null
            ? []
            : [
                {
                  id: 'v',
                  section: 's0',
                  passes: { only: [2] },
                  bars: varied,
                },
              ],
      },
    ),
  );

/** A file with a few of its bytes changed, left out or doubled; the same seed damages it the same way. */
export const damaged = (file: Uint8Array, seed: number): Uint8Array => {
  const random = mulberry(seed);
  const copy = [...file];
  for (let change = 0; change < 1 + random() * 6; change++) {
    const at = Math.floor(random() * copy.length);
    const kind = Math.floor(random() * 4);
    if (kind === 0) copy[at] = Math.floor(random() * 256);
    else if (kind === 1) copy.splice(at, 1 + Math.floor(random() * 20));
    else if (kind === 2) copy.splice(at, 0, ...copy.slice(at, at + 20));
    else copy[at] = (copy[at] ?? 0) ^ (1 << Math.floor(random() * 8));
  }
  return new Uint8Array(copy);
};

/**
 * A road map after operations.
 *
 * @throws where one of them is not allowed
 */
export const edited = (map: RoadMap, operations: readonly Operation[]): RoadMap => {
  const applied = apply(roadMapKind, map, operations);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.value.document;
};
