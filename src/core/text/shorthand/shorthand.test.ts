import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { patterns } from '../../music/kit/testing';
import { rowsOf } from '../../song/editing';
import {
  detailsBySection,
  type Feel,
  formOf,
  HIT_PLAYS,
  HITS,
  LANDINGS,
  LEAVES,
  NO_DETAILS,
  type RoadMap,
  resolve,
  roadMapKind,
  STICKS,
  sectionsOf,
  TIMEKEEPERS,
} from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { forms } from '../../testing';
import { parseShorthand, printShorthand } from '.';

const counter = () => {
  let count = 0;
  return () => `n${++count}`;
};
const read = (text: string) => parseShorthand(text, counter());
const clean = (text: string): RoadMap => {
  const { map, problems } = read(text);
  expect(problems).toEqual([]);
  return map;
};

const SONG = `song 126, in 4/4, count 6, pickup 2, recording 0:03.2
part Verse groove = 16, level 2, feel train beat, timekeeper closed
part Chorus groove = level 5, timekeeper crash
Intro: 8, part Verse groove; from 5.1 level 2 > 3; cue 8.4 listen "accordion run" warn 2 bars by "Odile" check
repeat 3:
  Verse: part Verse groove; fill last.3 "round the toms"; no-crash 1.1 on not 1
  Lift: 4, level 3 > 4; stop 4.3 to 4.4&
  Chorus: 7, part Chorus groove; pass 2: 20, level 5; hit 2.4& "horns"
ending 1 2:
    Turn: 5, tempo > 138 by time
ending last:
    Vamp: 4, x 8, vamp "Odile nods"
end
Bridge: 10, feel half-time + swung eighths 2:1, phrase 5; bar 5 in 3/4 tempo 96 > 144 to 8
Break: 4, tacet, no click
Out: 4, in 4/4; fermata last.4 3 s "nod"; choke last.1`;

test('a song with all its form is read', () => {
  const map = clean(SONG);
  expect(map.start).toMatchObject({
    tempo: { perMinute: 126, unit: 'quarter' },
    countIn: 6,
    pickup: 2,
    recording: 3.2,
  });
  const rows = rowsOf(map).map((row) => `${row.depth}${row.kind[0]}`);
  expect(rows.join(' ')).toBe('0s 0r 1s 1s 1s 0e 1s 0e 1s 0s 0s 0s');
  const names = compile(map).passages.map(({ name, bars }) => `${name} ${bars}`);
  expect(names.slice(0, 9)).toEqual([
    'Intro 8',
    'Verse 16',
    'Lift 4',
    'Chorus 7',
    'Turn 5',
    'Verse 16',
    'Lift 4',
    'Chorus 20',
    'Turn 5',
  ]);
  expect(Object.values(map.cues)[0]).toMatchObject({
    kind: 'listen',
    words: 'accordion run',
    by: 'Odile',
    byEar: true,
    warning: { count: 2, of: 'bars' },
  });
  expect(Object.values(map.fermatas)[0]).toMatchObject({ at: { bar: -1 }, seconds: 3, cue: 'nod' });
});

test('what is printed reads back to the same text', () => {
  const text = printShorthand(clean(SONG));
  expect(printShorthand(clean(text))).toBe(text);
});

/** A map without ids and sort keys: what two texts have in common if they say the same. */
const meaning = (map: RoadMap) => {
  const bare = (record: object) =>
    Object.fromEntries(
      Object.entries(record)
        .filter(
          ([key]) =>
            ![
              'id',
              'order',
              'within',
              'section',
              'repeat',
              'part',
              'groove',
              'pattern',
              'of',
            ].includes(key),
        )
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    );
  const details = detailsBySection(map);
  const rows = rowsOf(map).map((row) => {
    if (row.kind === 'repeat') return [row.depth, bare(row.node.repeat)];
    if (row.kind === 'ending') return [row.depth, row.node.ending.passes];
    const inside = details.get(row.id) ?? NO_DETAILS;
    return [
      row.depth,
      bare(row.section),
      resolve(map, row.section).part?.name,
      map.patterns[row.section.groove ?? '']?.name,
      Object.entries(inside).map(([name, list]) => [
        name,
        list
          .map((one) => {
            const { pattern, groove } = one as { pattern?: string; groove?: string };
            const named = map.patterns[pattern ?? groove ?? '']?.name;
            return JSON.stringify({ ...bare(one), named });
          })
          .sort(),
      ]),
    ];
  });
  const patterns = Object.values(map.patterns).map((one) => ({
    ...bare(one),
    grid: undefined,
    of: one.of && map.patterns[one.of]?.name,
  }));
  const parts = Object.values(map.parts).map((part) => ({
    ...bare(part),
    groove: part.groove && map.patterns[part.groove]?.name,
  }));
  return { start: map.start, patterns, parts, rows };
};

const feels: fc.Arbitrary<Feel | null> = fc.option(
  fc.record({
    backbeat: fc.constantFrom('normal' as const, 'half-time' as const, 'double-time' as const),
    swing: fc.option(
      fc.record({
        of: fc.constantFrom('eighths' as const, 'sixteenths' as const),
        ratio: fc.integer({ min: 10, max: 40 }).map((tenths) => tenths / 10),
      }),
    ),
    style: fc.constantFrom('', 'train beat', 'four, loose', 'a "quoted" + one', 'half-time', '2:1'),
  }),
);
const words = fc.constantFrom('', 'horns', 'say "now"', 'a; b, c: d', 'back\\slash', 'نهاية 🥁');
const at = fc.record({
  bar: fc.integer({ min: -3, max: 4 }),
  ticks: fc.constantFrom(0, 5040, 10_080, 6720, 20_160, 30_240, 35_280),
});

const NO_VARIATION = {
  bars: null,
  part: null,
  level: null,
  feel: null,
  timekeeper: null,
  tempo: null,
  tacet: null,
  click: null,
};
const every = fc.option(
  fc.record({
    bars: fc.integer({ min: 1, max: 4 }),
    toBar: fc.option(fc.integer({ min: 1, max: 8 })),
  }),
);
const details = fc.record({
  at,
  words,
  passes: fc.option(fc.constant({ only: [1, -1] })),
  every,
  end: fc.constantFrom(null, 'end' as const),
  kind: fc.constantFrom(...HITS),
  plays: fc.option(fc.constantFrom(...HIT_PLAYS)),
  lands: fc.constantFrom(...LANDINGS),
  leaves: fc.constantFrom(...LEAVES),
  flag: fc.boolean(),
});

/** Forms with parts, properties and details of every kind on the first section. */
const rich: fc.Arbitrary<RoadMap> = fc
  .tuple(
    forms,
    fc.constantFrom('Verse', 'Repeat 2', 'End', 'a: b', '"q"', 'Solo (guitar)', 'كورس', 'x; y'),
    feels,
    fc.option(fc.constantFrom(...TIMEKEEPERS)),
    fc.option(fc.constantFrom(...STICKS)),
    fc.array(details, { maxLength: 4 }),
    fc.boolean(),
    patterns,
    patterns,
  )
  .map(([map, name, feel, timekeeper, sticks, places, flag, first, second]) => {
    const section = {
      ...map.sections.s0!,
      name,
      feel,
      timekeeper,
      sticks,
      snares: flag ? 'off' : null,
      notes: places[0]?.words ?? '',
      part: 'p',
      groove: flag ? 'g2' : null,
      tacet: flag,
      bars: flag ? null : 6,
    };
    const collect = (make: (one: (typeof places)[number], index: number) => object) =>
      Object.fromEntries(
        places.map((one, index) => {
          const id = `d${index}`;
          return [id, { id, section: 's0', passes: one.passes, ...make(one, index) }];
        }),
      );
    return {
      ...map,
      start: { ...map.start, recording: flag ? 12.345 : 0, firstBar: flag ? 106 : 1, notes: name },
      timeChanges: {},
      patterns: {
        g1: {
          ...first,
          id: 'g1',
          name: `Groove ${name}`,
          sticking: 'leading' as const,
          learntAt: { perMinute: 92.5, unit: 'dotted-quarter' as const },
        },
        g2: {
          ...second,
          id: 'g2',
          order: 'a1',
          name: 'b, "c"',
          of: 'g1',
          variant: 'easier' as const,
          words: places[0]?.words ?? '',
        },
      },
      parts: {
        p: {
          id: 'p',
          order: 'a0',
          name: `Part ${name}`,
          bars: 12,
          feel,
          timekeeper: null,
          sticks: 'rods',
          snares: null,
          level: null,
          phrase: 6,
          groove: 'g1',
        },
      },
      sections: { ...map.sections, s0: section },
      fills: collect((one, index) => ({
        from: one.at,
        to: one.end,
        every: one.every,
        name: one.words,
        notes: one.flag ? one.words : '',
        pattern: index === 0 ? 'g2' : null,
        leaves: one.leaves,
        lands: one.lands,
      })),
      cues: collect((one, index) => ({
        at: one.at,
        kind: 'watch',
        words: one.words || 'nod',
        warning: { count: index, of: 'beats' },
        by: one.words,
        byEar: flag,
      })),
      hits: collect((one, index) => ({
        at: one.at,
        kind: one.kind,
        to: one.end,
        every: one.every,
        plays: index === 0 ? null : one.plays,
        pattern: index === 0 ? 'g2' : null,
        andBeat: one.flag,
        words: one.words,
      })),
      grooveChanges: collect((one) => ({
        at: one.at,
        to: null,
        every: one.every,
        groove: one.flag ? 'g1' : null,
        simile: !one.flag || one.end === 'end',
      })),
      variations: flag
        ? { v: { ...NO_VARIATION, id: 'v', section: 's0', passes: { only: [2] }, groove: 'g2' } }
        : map.variations,
    } as unknown as RoadMap;
  })
  // In 12/8 and 7/8 some of these places fall in the next bar; they are tested by hand above.
  .filter((map) => formOf(map).length > 0);

const compoundFree = (map: RoadMap): RoadMap => ({
  ...map,
  sections: Object.fromEntries(
    Object.entries(map.sections).map(([id, section]) => [id, { ...section, meter: null }]),
  ),
});

test('any map reads back from its own text', () => {
  fc.assert(
    fc.property(rich.map(compoundFree), (map) => {
      const text = printShorthand(map);
      const again = read(text);
      expect(again.problems).toEqual([]);
      expect(meaning(again.map)).toEqual(meaning(map));
      expect(printShorthand(again.map)).toBe(text);
      expect(parseDocument(roadMapKind, again.map).ok).toBe(true);
    }),
    { numRuns: 200 },
  );
});

test('a groove and its easier version are written once, and named by parts, sections and fills', () => {
  const map = clean(`song 126, in 4/4, count 4
groove Train = sn (1) (1e) >1& (1a), bd quarters
groove Train light, easier of Train, note "no ghosts" = sn >1&, bd quarters
fill Round, 2 beats, leading = t1 3 3e, ft 4:R
part Verse = 8, groove Train
Verse: part Verse; fill last.3 "round" plays "Round" lands nothing
Verse 2: part Verse, groove Train light`);
  const [train, light, round] = Object.values(map.patterns);
  expect(light).toMatchObject({ of: train!.id, variant: 'easier', words: 'no ghosts', beats: 4 });
  expect(round).toMatchObject({ kind: 'fill', beats: 2, sticking: 'leading' });
  expect(Object.values(map.parts)[0]?.groove).toBe(train!.id);
  expect(Object.values(map.fills)[0]).toMatchObject({ pattern: round!.id, lands: 'nothing' });
  expect(sectionsOf(map).map((section) => resolve(map, section).groove)).toEqual([
    train!.id,
    light!.id,
  ]);
});

test.each([
  ['groove Train = xx 1', /Begin with a voice/],
  ['groove Train, fast = hh 1', /Behind the name stand/],
  ['groove Light, easier of Train = hh 1', /No line above writes a pattern called “Train”/],
  ['Verse: 8, groove Train', /No line above/],
  ['Verse: 8; fill last.3 plays "Round"', /No line above/],
])('“%s” is refused', (text, message) => {
  expect(read(text).problems[0]?.message).toMatch(message);
});

test('a section may be called what begins another kind of line', () => {
  const map = clean(
    'End: 4\nPart A: 8\nEnding 2: 5\nSong of the quay: 2\nRepeat after me: 3\nGroove: 4\nFill in: 2',
  );
  expect(sectionsOf(map).map(({ name, bars }) => [name, bars])).toEqual([
    ['End', 4],
    ['Part A', 8],
    ['Ending 2', 5],
    ['Song of the quay', 2],
    ['Repeat after me', 3],
    ['Groove', 4],
    ['Fill in', 2],
  ]);
});

test.each([
  ['Verse 16', 0, 8, /a colon/],
  ['Verse: 16, loud', 11, 4, /Here stands bars/],
  ['Verse: 0', 7, 1, /whole number from 1/],
  ['Verse: 8, level 9', 10, 7, /level from 1 to 5/],
  ['Verse: 8, 9', 10, 1, /said twice/],
  ['Verse: 8; fill 2.5', 15, 3, /beats 1 to 4/],
  ['Verse: 8; fill 2.3 sideways', 19, 8, /not understood/],
  ['Verse: 8; jump 3.1', 10, 4, /Here stands fill/],
  ['Verse: 8; cue 3.1 listen', 18, 6, /in quotes/],
  ['Verse: 8; fermata 3.1', 18, 3, /how long/],
  ['Verse: 8; fermata 3.1 0 s', 10, 15, /more than 0/],
  ['Verse: 8; fill 3.1 to 2.1', 10, 15, /ends before it begins/],
  ['end', 0, 3, /no repeat to close/],
  ['repeat 1:\nVerse: 4\nend', 7, 1, /2 to 200 times/],
  ['ending 1:', 7, 2, /none is open/],
])('“%s” is refused at its place', (text, column, length, message) => {
  const { problems } = read(text);
  expect(problems[0]).toMatchObject({ column, length, message: expect.stringMatching(message) });
});

test('an error in the middle leaves the rest standing', () => {
  const { map, problems } = read('Intro: 4\nVerse: sixteen\nChorus: 8; fill x\nOut: 2');
  expect(problems.map(({ line }) => line)).toEqual([2, 3]);
  expect(sectionsOf(map).map(({ name }) => name)).toEqual(['Intro', 'Verse', 'Chorus', 'Out']);
});

test('anything at all is read without an exception', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
      expect(Array.isArray(read(text).problems)).toBe(true);
    }),
  );
  expect(read('x'.repeat(2_000_001)).problems).toHaveLength(1);
});

test('without a count a song counts a bar of its meter, whichever comes first', () => {
  const count = (head: string) => read(`song ${head}\nA: 4`).map.start.countIn;
  expect(count('q. 60, in 6/8')).toBe(6);
  expect(count('120, in 7/8 2+2+3')).toBe(7);
  expect(count('120, in 2/4')).toBe(4);
  expect(count('120, in 4/4')).toBe(4);
  expect(count('count 4, q. 60, in 6/8')).toBe(4);
  expect(count('q. 60, in 6/8, count 12')).toBe(12);
});

test('what is said of a hit or a fill may come in any order', () => {
  const head = 'song 120, in 4/4, count 4\nfill Two = sn 1 2\n';
  const same = (one: string, other: string) =>
    expect(printShorthand(clean(`${head}A: 8; ${one}`))).toBe(
      printShorthand(clean(`${head}A: 8; ${other}`)),
    );
  same(
    'push 2.4& every 4 bars to bar 6 plays crash and bass and beat "horns" on 1',
    'push 2.4& "horns" plays crash and bass and beat every 4 bars to bar 6 on 1',
  );
  same('hit 1.1 every bar plays crash', 'hit 1.1 plays crash every bar');
  same('push 1.4& and beat plays accent', 'push 1.4& plays accent and beat');
  same('push 1.4& plays crash and beat', 'push 1.4& and beat plays crash');
  same(
    'fill 1.3 to 2.1 every 2 bars "round" plays "Two" over feet lands push note "softly"',
    'fill 1.3 note "softly" lands push plays Two over feet "round" to 2.1 every 2 bars',
  );
  expect(read(`${head}A: 8; hit 1.1 plays crash plays crash`).problems[0]?.message).toBe(
    'This is said twice.',
  );
  expect(read(`${head}A: 8; hit 1.1 plays cheese`).problems[0]?.message).toMatch(/^A hit plays/);
});

test('a place is also typed by the bars of the song and by the clock', () => {
  // At 120 in 4/4 the chorus begins with bar 5, after eight seconds, and has four bars.
  const chorus = (detail: string) =>
    printShorthand(clean(`song 120, in 4/4, count 4\nVerse: 4\nChorus: 4; ${detail}`))
      .split('\n')
      .at(-1);
  expect(chorus('hit song 7.2&')).toBe('Chorus: 4; hit 3.2&');
  expect(chorus('hit 0:10.5')).toBe('Chorus: 4; hit 2.2');
  expect(chorus('stop song 6.3 to song 7.1')).toBe('Chorus: 4; stop 2.3 to 3.1');
  const wrong = (text: string) => read(text).problems.map(({ message }) => message);
  expect(wrong('Verse: 4\nChorus: 4; hit song 2')).toEqual(['Bar 2 of the song lies in “Verse”.']);
  expect(wrong('Verse: 4; hit song 99')[0]).toMatch(/^There is no bar 99/);
  expect(wrong('repeat 200:\nVerse: 2000; hit song 2\nend')).toContain(
    'Type the place by its section, like 7.3.',
  );
});
