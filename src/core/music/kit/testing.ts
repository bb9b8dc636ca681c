import fc from 'fast-check';
import type { Meter } from '../time';
import { columnsOf } from './counting';
import { FORCES, HANDS, newPattern, ORNAMENTS, type Pattern, rowsOf, type Struck } from './pattern';
import { written } from './starts';
import { VOICES } from './voices';

/** For tests and benches only. */
export const FOUR_FOUR: Meter = { numerator: 4, denominator: 4 };

/** A pattern from its typed form. */
export const typed = (text: string, like: Partial<Pattern> = {}): Pattern => {
  const blank = { ...newPattern('p', like.meter ?? FOUR_FOUR, like), order: 'a0' } as Pattern;
  return { ...blank, ...written(text, blank) };
};

const stroke = (at: number) =>
  fc.constantFrom(...VOICES).chain(({ id, articulations }) =>
    fc
      .record(
        {
          voice: fc.constant(id),
          at: fc.constant(at),
          how: fc.constantFrom(...articulations.map((one) => one.id)),
          force: fc.constantFrom(...FORCES),
          ornament: fc.constantFrom(...ORNAMENTS),
          hand: fc.constantFrom(...HANDS),
          shoulder: fc.constant(true as const),
          after: fc.constantFrom('choke' as const, 'ring' as const),
        },
        { requiredKeys: ['voice', 'at'] },
      )
      .map((one): Struck => one),
  );

/** Patterns of any meter and mixed subdivisions, with every kind of stroke. */
export const patterns: fc.Arbitrary<Pattern> = fc
  .tuple(
    fc.constantFrom<Meter>(
      FOUR_FOUR,
      { numerator: 3, denominator: 4 },
      { numerator: 6, denominator: 8 },
      { numerator: 7, denominator: 8, grouping: [2, 2, 3] },
      { numerator: 5, denominator: 4 },
    ),
    fc.integer({ min: 1, max: 20 }),
    fc.array(fc.constantFrom(1, 2, 3, 4, 5, 6, 8, 16), { minLength: 1, maxLength: 12 }),
    fc.constantFrom('groove' as const, 'fill' as const),
  )
  .chain(([meter, length, grid, kind]) => {
    const beats =
      kind === 'fill'
        ? length
        : Math.max(1, Math.round(length / meter.numerator)) * meter.numerator;
    const shape = { ...newPattern('p', meter, { beats, grid, kind }), order: 'a0' } as Pattern;
    const places = columnsOf(shape).map(({ at }) => at as number);
    return fc
      .array(fc.constantFrom(...places).chain(stroke), { maxLength: 40 })
      .map((strokes) => ({ ...shape, ...rowsOf(strokes) }));
  });
