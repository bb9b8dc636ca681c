import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { type ClickSettings, NO_OVERRIDES, type Silence } from '../../music/click';
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
  return { start: map.start, click: map.click, patterns, parts, rows };
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
const words = fc.constantFrom(
  ...[
    '',
    'horns',
    'say "now"',
    'a; b, c: d',
    'back\\slash',
    'نهاية 🥁',
    '“so” he said',
    'a\u2028b',
  ],
);
const at = fc.record({
  bar: fc.integer({ min: -3, max: 4 }),
  // On the grid, off it by a tick, and beyond bars that have become shorter.
  ticks: fc.oneof(
    fc.constantFrom(0, 5040, 10_080, 6720, 20_160, 30_240, 35_280, 60_480, 75_600),
    fc.integer({ min: 0, max: 32 * 80_640 }),
  ),
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
const clickSounds = fc.record({
  sound: fc.constantFrom('block' as const, 'sticks' as const, 'none' as const),
  level: fc.integer({ min: -60, max: 0 }).map((halves) => halves / 2),
  pan: fc.integer({ min: -4, max: 4 }).map((quarters) => quarters / 4),
});
const silences: fc.Arbitrary<Silence> = fc.oneof(
  fc.constantFrom<Silence>({ kind: 'never' }, { kind: 'downbeats' }),
  fc.record({
    kind: fc.constant('bars' as const),
    on: fc.integer({ min: 1, max: 64 }),
    off: fc.integer({ min: 1, max: 64 }),
  }),
  fc.record({
    kind: fc.constant('chance' as const),
    percent: fc.integer({ min: 1, max: 90 }),
    seed: fc.integer({ min: 0, max: 999_999 }),
  }),
);
/** Every field of the click, said or not. */
const clicks: fc.Arbitrary<ClickSettings> = fc.record({
  pulses: fc.option(fc.constantFrom('every' as const, 'half' as const, 'double' as const)),
  accents: fc.option(fc.constantFrom('groups' as const, 'bars' as const, 'none' as const)),
  divide: fc.option(fc.integer({ min: 1, max: 4 })),
  divideBelow: fc.option(fc.integer({ min: 0, max: 400 })),
  polyrhythm: fc.option(
    fc.record({ notes: fc.integer({ min: 1, max: 12 }), pulses: fc.integer({ min: 1, max: 12 }) }),
  ),
  silence: fc.option(silences),
  tacet: fc.option(fc.boolean()),
  soft: fc.option(fc.integer({ min: 0, max: 24 }).map((halves) => halves / 2)),
  countIn: fc.option(fc.constantFrom('every' as const, 'halves' as const)),
  atCount: fc.option(clickSounds),
  atBar: fc.option(clickSounds),
  atGroup: fc.option(clickSounds),
  atPulse: fc.option(clickSounds),
  atDivision: fc.option(clickSounds),
  atPolyrhythm: fc.option(clickSounds),
  sayNames: fc.option(fc.boolean()),
  sayCount: fc.option(fc.boolean()),
  sayLast: fc.option(fc.boolean()),
  sayCues: fc.option(fc.boolean()),
  ahead: fc.option(fc.integer({ min: 1, max: 8 })),
  voice: fc.option(fc.constantFrom('british' as const, 'american' as const)),
  atSpeech: fc.option(clickSounds.map(({ level, pan }) => ({ level, pan }))),
});

const rich: fc.Arbitrary<RoadMap> = fc
  .tuple(
    forms,
    fc.constantFrom(
      ...['Verse', 'Repeat 2', 'End', 'a: b', '"q"', 'Solo (guitar)', 'كورس', 'x; y', '12" mix'],
      ...[
        '“Verse”',
        'Take #2',
        'click',
        'song',
        'part A = 4',
        'a\\',
        '# 1',
        '👩‍🚀',
        'A\u2029B',
        ' x',
      ],
    ),
    feels,
    fc.option(fc.constantFrom(...TIMEKEEPERS)),
    fc.option(fc.constantFrom(...STICKS)),
    fc.array(details, { maxLength: 4 }),
    fc.boolean(),
    patterns,
    patterns,
    fc.tuple(clicks, clicks, fc.boolean()),
  )
  .map(([map, name, feel, timekeeper, sticks, places, flag, first, second, more]) => {
    const [click, clickSettings, alike] = more;
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
      clickSettings:
        JSON.stringify(clickSettings) === JSON.stringify(NO_OVERRIDES) ? null : clickSettings,
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
      click,
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
          name: alike ? `groove ${name}` : 'b, "c"',
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
        q: {
          id: 'q',
          order: 'a1',
          name: alike ? `Part ${name}` : 'Other',
          bars: 3,
          feel: null,
          timekeeper,
          sticks: null,
          snares: null,
          level: null,
          phrase: null,
          groove: 'g2',
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
        ? {
            v: { ...NO_VARIATION, id: 'v', section: 's0', passes: { only: [2] }, groove: 'g2' },
            w: { ...NO_VARIATION, id: 'w', section: 's0', passes: { only: [1] } },
            x: { ...NO_VARIATION, id: 'x', section: 's0', passes: { only: [-1] }, part: 'q' },
          }
        : map.variations,
    } as unknown as RoadMap;
  })
  .filter((map) => formOf(map).length > 0);

/** So many maps are printed and read; ten thousand were tried once. */
const MAPS = 250;

test('any map reads back from its own text', () => {
  fc.assert(
    fc.property(rich, (map) => {
      const text = printShorthand(map);
      const again = read(text);
      expect(again.problems).toEqual([]);
      expect(meaning(again.map)).toEqual(meaning(map));
      expect(printShorthand(again.map)).toBe(text);
      expect(parseDocument(roadMapKind, again.map).ok).toBe(true);
    }),
    { numRuns: MAPS },
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

test('of two parts or grooves of one name each keeps its own, by number', () => {
  const text = `song 120, in 4/4, count 4
groove Train = hh 8ths
groove Train #2 = hh quarters
part Verse = 8, groove Train #2
part Verse #2 = 12, groove Train
A: part Verse
B: part Verse #2, groove Train #2; from 2.1 groove "Train" #2; fill last.3 plays "Train" #2`;
  const map = clean(text);
  expect(sectionsOf(map).map((section) => resolve(map, section).bars)).toEqual([8, 12]);
  expect(printShorthand(map)).toBe(text);
  // A name that looks like a number of one stands in quotes.
  expect(printShorthand(clean('part "Take #2" = 8\nA: part "Take #2"'))).toContain('"Take #2"');
});

// What is wrong is said once, at its place, in the line that it is in.
test.each([
  ['song 126, 130', 10, '130', 'This is said twice.'],
  ['song 126, pickup 2, pickup 3', 20, 'pickup 3', 'This is said twice.'],
  ['song 126, in 4/4, count x', 18, 'count x', 'A count-in has 0 to 64 beats.'],
  ['A: 4, feel half-time + double-time', 6, 'feel half-time + double-time', /not both/],
  ['A: 4, feel straight + swung', 6, 'feel straight + swung', /straight or swung/],
  ['A: 4, part Nope', 6, 'part Nope', /No line above writes a part called “Nope”/],
  ['A: 4, groove Nope', 6, 'groove Nope', /No line above writes a pattern called “Nope”/],
  ['A: 4; fill 4.1 plays Nope', 21, 'Nope', /No line above writes a pattern called “Nope”/],
  ['A: 4; pass 2: part Nope', 14, 'part Nope', /No line above writes a part/],
  ['A: 4, note a, b', 6, 'note a', /in quotes/],
  ['A: 4; fill 4.1 note a', 20, 'a', /in quotes/],
  ['A: 4; cue 1.1 listen "horns', 21, '"horns', /A quote opens here and does not close/],
  ['groove 12" mix = hh 8ths', 9, '" mix = hh 8ths', /A quote opens here/],
  ['groove A, 2 beats, 3 beats = hh 1', 19, '3 beats', 'This is said twice.'],
  ['groove A, easier of B = hh 1', 10, 'easier of B', /called “B”/],
  ['part A #2 = 8', 5, 'A #2', /Before A #2 comes A/],
  ['repeat 2, loud:\nA: 4\nend', 10, 'loud', /nothing else/],
  ['A: 4; click divide 9', 12, 'divide 9', /divided into 1 to 4/],
])('“%s” is underlined from %i on: %s', (text, column, underlined, message) => {
  const { problems } = read(text);
  expect(problems).toHaveLength(1);
  const [problem] = problems;
  expect(problem).toMatchObject({ line: 1, column, length: underlined.length });
  expect(problem?.message).toMatch(message);
});

test('quotes of any shape are quotes, and stay as they are within others', () => {
  const [cue] = Object.values(clean('A: 4; cue 1.1 listen “horns, now”').cues);
  expect(cue?.words).toBe('horns, now');
  expect(Object.values(clean('A: 4, note "he said “so”"').sections)[0]?.notes).toBe('he said “so”');
  expect(Object.values(clean('„Vers, ruhig“: 4').sections)[0]?.name).toBe('Vers, ruhig');
});

test('beats and meter of a fill may come in either order', () => {
  const beats = (text: string) => Object.values(clean(text).patterns)[0]?.beats;
  expect(beats('fill X, 2 beats, in 7/8 = sn 6')).toBe(2);
  expect(beats('fill X, in 7/8, 2 beats = sn 6')).toBe(2);
  expect(beats('fill X, in 7/8 = sn 1')).toBe(7);
});

test('a difference of nothing, and places that a bar has no more, read back', () => {
  const text = 'song 120, in 3/4, count 3\nA: 4; pass 2: as written; hit 2.3+1/1; hit 3.1+1/20160';
  const map = clean(text);
  expect(printShorthand(map)).toBe(text);
  expect(Object.values(map.hits).map(({ at: { ticks } }) => ticks)).toEqual([60_480, 1]);
  expect(read('A: 4, in 3/4; hit 2.4').problems[0]?.message).toMatch(/beats 1 to 3/);
});
