import fc from 'fast-check';
import { merge, type Operation, setFields } from '../../base/document';
import { moveBy, setField } from '../../song/editing';
import { COLLECTIONS, type CollectionName, type RoadMap, roadMapKind } from '../../song/roadmap';
import { parseShorthand, printShorthand } from '../../text/shorthand';
import { aligned, difference } from '.';

/**
 * Two people edit one song at once, one in rows, one in rows or in text, both from the same state.
 * Whoever is saved first, both end with the same song, and whatever only one of them touched is as
 * that one wrote it.
 */

const TEXT = `song 120, in 4/4, count 4
groove G = hh 8ths, sn 2 4, bd 1 3
part V = 8, level 3
Intro: 4; cue 1.1 listen "horns"
Verse: part V; fill 7.3 to 8.3 "toms"; hit 4.2& "horns"
Chorus: 8, level 4; from 5.1 level 5
Out: 4, tempo > 138; fermata last.4 3 s`;

let ids = 0;
const BASE = (() => {
  const { map, problems } = parseShorthand(TEXT, (where) => `${where}${++ids}`);
  if (problems.length > 0) throw new Error(problems[0]?.message);
  return map;
})();

const only = (where: CollectionName): string => Object.keys(BASE[where])[0] ?? '';
const section = (name: string): string =>
  Object.values(BASE.sections).find((one) => one.name === name)?.id ?? '';
const someSection = fc.constantFrom('Intro', 'Verse', 'Chorus', 'Out').map(section);
const words = fc.constantFrom('x', 'bells', 'from the quay', '🥁');

/** An edit of a row, as operations. */
const rowEdit: fc.Arbitrary<Operation[]> = fc.oneof(
  fc
    .tuple(someSection, fc.integer({ min: 1, max: 40 }))
    .map(([id, bars]) => setField('sections', id, 'bars', bars)),
  fc.tuple(someSection, words).map(([id, name]) => setField('sections', id, 'name', name)),
  someSection.map((id) => setField('sections', id, 'tacet', true)),
  fc
    .tuple(someSection, fc.constantFrom(1 as const, -1 as const))
    .map(([id, by]) => moveBy(BASE, id, by)),
  words.map((name) => setField('fills', only('fills'), 'name', name)),
  fc.constant(setField('fills', only('fills'), 'lands', 'nothing')),
  words.map((name) => setField('parts', only('parts'), 'name', name)),
  words.map((said) => setField('cues', only('cues'), 'words', said)),
  fc.constant<Operation[]>([
    setFields('patterns', only('patterns'), { sticking: 'leading', words: 'light' }),
  ]),
  fc
    .integer({ min: 0, max: 12 })
    .map((countIn): Operation[] => [{ type: 'set', in: 'start', fields: { countIn } }]),
);

/** An edit of the text, as the operations that the text view makes of it. */
const textEdit: fc.Arbitrary<Operation[]> = fc
  .constantFrom<readonly [RegExp, string]>(
    [/Intro: 4/, 'Intro: 6'],
    [/"toms"/, '"snare"'],
    [/fill 7\.3 to 8\.3/, 'fill 6.2 to 7.2'],
    [/"horns"/, '"brass"'],
    [/level 4/, 'level 2'],
    [/> 138/, '> 150'],
    [/count 4/, 'count 6'],
    [/fermata last\.4 3 s/, 'fermata last.3 5 s'],
    [/sn 2 4/, 'sn 3'],
    [/Chorus: 8/, 'Refrain: 9'],
  )
  .map(([from, to]) => {
    const printed = printShorthand(BASE);
    const { map } = parseShorthand(printed.replace(from, to), () => `t${++ids}`);
    return difference(BASE, aligned(BASE, map));
  });

const edits = fc
  .array(fc.oneof(rowEdit, textEdit), { minLength: 1, maxLength: 4 })
  .map((several) => several.flat());

/** The fields that operations touch, by `collection.id.field`. */
const touched = (operations: readonly Operation[]): Set<string> =>
  new Set(
    operations.flatMap((one) =>
      one.type === 'set'
        ? Object.keys(one.fields).map((field) => `${one.in}.${one.id ?? ''}.${field}`)
        : Object.keys(COLLECTIONS[one.in as CollectionName].shape).map(
            (field) => `${one.in}.${one.id}.${field}`,
          ),
    ),
  );

const valueAt = (map: RoadMap, place: string): unknown => {
  const [where = '', id = '', field = ''] = place.split('.');
  const collection = (map as unknown as Record<string, Record<string, unknown>>)[where] ?? {};
  const record = id === '' ? collection : (collection[id] as Record<string, unknown> | undefined);
  return record?.[field];
};

const carriedOut = (map: RoadMap, operations: readonly Operation[]) => {
  const merged = merge(roadMapKind, map, operations);
  if (!merged.ok) throw new Error(merged.problem.message);
  return merged.value;
};

test('of two who edit at once each keeps every field that the other did not touch, in either order', () => {
  let alone = 0;
  let refused = 0;
  fc.assert(
    fc.property(edits, edits, (mine, yours) => {
      const [mineAlone, yoursAlone] = [carriedOut(BASE, mine), carriedOut(BASE, yours)];
      for (const [first, second] of [
        [mineAlone.done, yoursAlone.done],
        [yoursAlone.done, mineAlone.done],
      ] as const) {
        const merged = carriedOut(carriedOut(BASE, first).document, second);
        // Only two ends of one fill that no longer fit each other; and that is said.
        for (const { problem } of merged.left) {
          expect(problem.message).toBe('It ends before it begins.');
          refused++;
        }
        const lost = touched(merged.left.map(({ operation }) => operation));
        const wrote = [
          [touched(mineAlone.done), touched(yoursAlone.done), mineAlone.document],
          [touched(yoursAlone.done), touched(mineAlone.done), yoursAlone.document],
        ] as const;
        for (const [own, others, document] of wrote) {
          for (const place of own) {
            if (others.has(place) || lost.has(place)) continue;
            alone++;
            expect([place, valueAt(merged.document, place)]).toEqual([
              place,
              valueAt(document, place),
            ]);
          }
        }
        // The page that was saved first gets the other's edit and ends with the same song.
        const page = carriedOut(carriedOut(BASE, first).document, merged.done);
        expect(page.document).toEqual(merged.document);
      }
    }),
    { numRuns: 400, seed: 23 },
  );
  expect(alone).toBeGreaterThan(1000);
  expect(refused).toBeLessThan(alone / 20);
});

test('one who sets where a fill lands and one who renames it in the text both keep their edit', () => {
  const lands = setField('fills', only('fills'), 'lands', 'nothing');
  const { map } = parseShorthand(
    printShorthand(BASE).replace('"toms"', '"snare"').replace('7.3 to 8.3', '7.2 to 8.2'),
    () => `t${++ids}`,
  );
  const typed = difference(BASE, aligned(BASE, map));
  const fill = { lands: 'nothing', name: 'snare' };
  for (const order of [
    [...lands, ...typed],
    [...typed, ...lands],
  ])
    expect(carriedOut(BASE, order).document.fills[only('fills')]).toMatchObject(fill);
});
