import fc from 'fast-check';
import { firstOrders } from './document';
import { blankRoadMap, newSection, RAMP_SHAPES, type RoadMap, type Section } from './roadmap';

/** A road map of sections given by what is particular about each. For tests and benches only. */
export const roadMapOf = (
  sections: readonly Partial<Section>[],
  start: Partial<RoadMap['start']> = {},
): RoadMap => {
  const blank = blankRoadMap();
  const orders = firstOrders(sections.length);
  return {
    ...blank,
    start: { ...blank.start, ...start },
    sections: Object.fromEntries(
      sections.map((like, index) => {
        const id = like.id ?? `s${index}`;
        return [id, { ...newSection(id, like), order: orders[index]! }];
      }),
    ),
  };
};

export const quarter = (perMinute: number) =>
  ({ kind: 'hold', perMinute, unit: 'quarter' }) as const;

const tempos = fc.integer({ min: 40, max: 240 });

const sections: fc.Arbitrary<Partial<Section>> = fc.record({
  name: fc.string({ minLength: 1, maxLength: 12 }).filter((name) => name.trim() !== ''),
  bars: fc.integer({ min: 1, max: 24 }),
  times: fc.integer({ min: 1, max: 3 }),
  click: fc.boolean(),
  meter: fc.constantFrom(
    null,
    { numerator: 4, denominator: 4 as const },
    { numerator: 7, denominator: 8 as const, grouping: [2, 2, 3] },
    { numerator: 12, denominator: 8 as const },
    { numerator: 5, denominator: 4 as const },
  ),
  tempo: fc.oneof(
    fc.constant(null),
    tempos.map(quarter),
    fc.record({
      kind: fc.constant('ramp' as const),
      shape: fc.constantFrom(...RAMP_SHAPES),
      from: fc.option(tempos),
      to: tempos,
      unit: fc.constantFrom('quarter' as const, 'dotted-quarter' as const),
    }),
  ),
});

/** Road maps of up to a dozen sections with every kind of tempo and meter change. */
export const roadMaps: fc.Arbitrary<RoadMap> = fc
  .tuple(
    fc.array(sections, { minLength: 1, maxLength: 12 }),
    fc.integer({ min: 0, max: 12 }),
    fc.integer({ min: 0, max: 4 }),
  )
  .map(([list, countIn, pickup]) => roadMapOf(list, { countIn, pickup }));
