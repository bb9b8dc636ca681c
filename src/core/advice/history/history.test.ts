import fc from 'fast-check';
import { apply, type Operation, operationsBetween, replay, touched } from '../../base/document';
import { type RoadMap, roadMapKind } from '../../song/roadmap';
import { blankSet, type SongSet, setKind } from '../../song/set';
import { forms } from '../../testing';
import { parseShorthand } from '../../text/shorthand';
import { aligned } from '../compare';
import { type HistoryChange, setSteps, sittingsOf, songSteps, takingBack } from '.';

const song = (text: string): RoadMap => {
  let count = 0;
  const { map, problems } = parseShorthand(text, () => `n${++count}`);
  expect(problems).toEqual([]);
  return map;
};
const idOf = (map: RoadMap, name: string) =>
  Object.values(map.sections).find((section) => section.name === name)!.id;
const done = <D>(kind: Parameters<typeof apply<D>>[0], document: D, operations: Operation[]): D => {
  const applied = apply(kind, document, operations);
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.value.document;
};

const SONG = song(
  'song 120, in 4/4, count 4\nIntro: 4\nVerse: 16, level 2; fill last.3 "toms"\nChorus: 8, level 4; cue 1.1 listen "horns"\nOut: 4',
);
const [INTRO, VERSE, CHORUS] = ['Intro', 'Verse', 'Chorus'].map((name) => idOf(SONG, name)) as [
  string,
  string,
  string,
];
const FILL = Object.keys(SONG.fills)[0]!;
const CUE = Object.keys(SONG.cues)[0]!;
const set = (where: string, id: string | undefined, fields: object): Operation => ({
  type: 'set',
  in: where,
  ...(id !== undefined && { id }),
  fields: fields as Record<string, unknown>,
});

const said = (operations: Operation[], before = SONG): string[] =>
  songSteps(before, done(roadMapKind, before, operations), touched([{ operations }])).map(
    ({ words }) => words,
  );

describe('a song', () => {
  test.each<[string, Operation[], string]>([
    ['longer', [set('sections', CHORUS, { bars: 16 })], 'made “Chorus” 8 bars longer: 16 bars.'],
    ['shorter', [set('sections', CHORUS, { bars: 7 })], 'made “Chorus” 1 bar shorter: 7 bars.'],
    ['renamed', [set('sections', VERSE, { name: 'Verse 1' })], 'renamed “Verse” to “Verse 1”.'],
    [
      'two things at once',
      [set('sections', VERSE, { name: 'Verse 1', bars: 12 })],
      'renamed “Verse” to “Verse 1”, and made “Verse 1” 4 bars shorter: 12 bars.',
    ],
    [
      'another level',
      [set('sections', VERSE, { level: { from: 3, to: 3 } })],
      'gave “Verse” level 3 in place of level 2.',
    ],
    ['no level', [set('sections', VERSE, { level: null })], 'took level 2 from “Verse”.'],
    [
      'a tempo',
      [set('sections', INTRO, { tempo: { kind: 'held', perMinute: 96, unit: 'quarter' } })],
      'gave “Intro” tempo 96.',
    ],
    ['tacet', [set('sections', INTRO, { tacet: true })], 'gave “Intro” tacet.'],
    ['moved', [set('sections', INTRO, { order: 'b00' })], 'moved “Intro” behind “Out”.'],
    [
      'moved to the front',
      [set('sections', VERSE, { order: 'Zz' })],
      'moved “Verse” to the beginning.',
    ],
    [
      'taken out',
      [{ type: 'remove', in: 'sections', id: CHORUS }],
      'took “Chorus” out: 8 bars, level 4.',
    ],
    [
      'added',
      [
        {
          type: 'insert',
          in: 'sections',
          id: 'tag',
          value: { ...SONG.sections[CHORUS], id: 'tag', name: 'Tag', bars: 2, order: 'b00' },
        },
      ],
      'added “Tag”: 2 bars, level 4.',
    ],
    ['a note', [set('sections', VERSE, { notes: 'Lean back' })], 'noted at “Verse”: “Lean back”.'],
    [
      'its click',
      [set('sections', VERSE, { clickSettings: { ...SONG.click, sayNames: true } })],
      'changed the click of “Verse”.',
    ],
    [
      'where it was heard',
      [set('sections', VERSE, { inRecording: 12.5 })],
      'said where “Verse” begins in the recording.',
    ],
    [
      'a fill out',
      [{ type: 'remove', in: 'fills', id: FILL }],
      'took the fill at last.3 “toms” out of “Verse”.',
    ],
    [
      'a fill changed',
      [set('fills', FILL, { name: 'snare' })],
      'put the fill at last.3 “snare” into “Verse” in place of the fill at last.3 “toms”.',
    ],
    [
      'a cue changed in what no text says',
      [set('cues', CUE, { byEar: true })],
      'changed the cue at 1.1 “horns” in “Chorus”.',
    ],
    [
      'the tempo of the song',
      [set('start', undefined, { tempo: { perMinute: 112, unit: 'quarter' } })],
      'set the tempo of the song to quarter = 112 in place of quarter = 120.',
    ],
    [
      'meter and count-in',
      [set('start', undefined, { meter: { numerator: 3, denominator: 4 }, countIn: 6 })],
      'set the meter of the song to 3/4 in place of 4/4, and set the count-in to 6 in place of 4.',
    ],
    ['the click', [set('click', undefined, { sayNames: true })], 'changed the click of the song.'],
    [
      'taps',
      ['a', 'b'].map((id) => ({ type: 'insert', in: 'taps', id, value: { id, time: 1 } })),
      'tapped 2 beats along with the recording.',
    ],
    [
      'a remark',
      [{ type: 'insert', in: 'dismissed', id: 'x', value: { id: 'x' } }],
      'dismissed 1 remark.',
    ],
    [
      'a part',
      [
        {
          type: 'insert',
          in: 'parts',
          id: 'p',
          value: { id: 'p', order: 'a0', name: 'Groove', bars: 8, level: { from: 3, to: 3 } },
        },
      ],
      'added the part “Groove”: 8, level 3.',
    ],
    [
      'a repeat',
      [{ type: 'insert', in: 'repeats', id: 'r', value: { id: 'r', order: 'b00', times: 2 } }],
      'added a repeat of 2 times.',
    ],
  ])('%s', (_, operations, words) => {
    expect(said(operations)).toEqual([words]);
  });

  test('a section of a name that others have is told by its bar, and its length by its part', () => {
    const map = song('part Groove = 8\nA: part Groove\nB: 4\nA: part Groove');
    const second = Object.values(map.sections).filter(({ name }) => name === 'A')[1]!;
    expect(said([set('sections', second.id, { bars: 6 })], map)).toEqual([
      'made “A” at bar 13 2 bars shorter: 6 bars.',
    ]);
    expect(said([set('sections', second.id, { bars: 8 })], map)).toEqual([
      'made “A” at bar 13 8 bars, said in another place.',
    ]);
  });

  test('what was typed and taken back is not said; what was typed twice is said once', () => {
    const twice = [set('sections', CHORUS, { bars: 1 }), set('sections', CHORUS, { bars: 16 })];
    expect(said(twice)).toEqual(['made “Chorus” 8 bars longer: 16 bars.']);
    expect(said([...twice, set('sections', CHORUS, { bars: 8 })])).toEqual([]);
  });

  test('each sentence says which section it is about', () => {
    const operations = [
      set('fills', FILL, { name: 'snare' }),
      set('start', undefined, { countIn: 8 }),
      { type: 'remove' as const, in: 'sections', id: CHORUS },
    ];
    const after = done(roadMapKind, SONG, operations);
    expect(songSteps(SONG, after, touched([{ operations }])).map(({ section }) => section)).toEqual(
      [VERSE, null, CHORUS],
    );
  });

  // Any song made into any other: nothing changes without a word, and all of it goes back.
  test('random songs: every record that differs has a sentence, and is taken back by itself', () => {
    fc.assert(
      fc.property(forms, forms, (from, wanted) => {
        const to = aligned(from, wanted);
        const operations = operationsBetween(roadMapKind, from, to);
        const after = done(roadMapKind, from, operations);
        const records = touched([{ operations }]);
        const steps = songSteps(from, after, records);
        expect(steps).toHaveLength(records.length);
        for (const { words } of steps) expect(words).toMatch(/^[a-z].{5,}\.$/s);
        let back = after;
        for (const { record } of steps)
          back = done(roadMapKind, back, [...takingBack({ before: from, after }, record)]);
        expect(operationsBetween(roadMapKind, back, from)).toEqual([]);
        // And as a whole, at once.
        const whole = done(roadMapKind, after, operationsBetween(roadMapKind, after, from));
        expect(operationsBetween(roadMapKind, whole, from)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  }, 60_000);
});

// ---- Sets ----------------------------------------------------------------------------------------

const A = '00000000-0000-4000-8000-00000000000a';
const B = '00000000-0000-4000-8000-00000000000b';
const item = (id: string, order: string, arrangement: string) => ({
  id,
  kind: 'song' as const,
  order,
  arrangement,
  gap: { kind: 'seconds' as const, seconds: 8 },
  tempo: null,
  key: '',
  cuts: [],
  keeps: null,
});
const EVENING: SongSet = {
  ...blankSet('First set', 25),
  items: { a: item('a', 'a0', A), b: item('b', 'b0', B) },
};
const titleOf = (arrangement: string) => (arrangement === A ? 'Slack Water' : 'Millstone');

test.each<[Operation, string]>([
  [
    set('heading', undefined, { title: 'Opening' }),
    'renamed the set from “First set” to “Opening”.',
  ],
  [set('heading', undefined, { slotMinutes: 30 }), 'set the time slot to 30 min in place of 25.'],
  [set('heading', undefined, { slotMinutes: null }), 'took the time slot out.'],
  [set('items', 'b', { order: 'Zz' }), 'moved “Millstone” from number 2 to 1.'],
  [
    set('items', 'a', { gap: { kind: 'straight-on' } }),
    'set what follows “Slack Water” to straight on in place of 8 s.',
  ],
  [
    set('items', 'a', { gap: { kind: 'talk', seconds: 30, words: 'Odile' } }),
    'set what follows “Slack Water” to Odile for 30 s in place of 8 s.',
  ],
  [
    set('items', 'a', { tempo: { kind: 'percent', percent: 90 } }),
    'set “Slack Water” to 90 % of its tempo.',
  ],
  [
    set('items', 'a', { tempo: { kind: 'as-before' } }),
    'set “Slack Water” to the tempo of the song before it.',
  ],
  [set('items', 'a', { key: 'B flat' }), 'put “Slack Water” in B flat.'],
  [set('items', 'a', { cuts: ['s1', 's2'] }), 'left 2 sections of “Slack Water” out.'],
  [set('items', 'a', { keeps: 'place' }), 'had “Slack Water” keep its place.'],
  [set('items', 'a', { arrangement: B }), 'put “Millstone” in place of “Slack Water”.'],
  [set('click', undefined, { sayNames: true }), 'changed the click of the set.'],
  [{ type: 'remove', in: 'items', id: 'a' }, 'took “Slack Water” out, which was number 1.'],
  [
    { type: 'insert', in: 'items', id: 'c', value: item('c', 'a5', B) },
    'put “Millstone” in as number 2.',
  ],
  [{ type: 'insert', in: 'dismissed', id: 'd', value: { id: 'd' } }, 'dismissed a remark.'],
])('a set: %j', (operation, words) => {
  const after = done(setKind, EVENING, [operation]);
  const steps = setSteps(EVENING, after, touched([{ operations: [operation] }]), titleOf);
  expect(steps.map((step) => step.words)).toEqual([words]);
});

// ---- Sittings ------------------------------------------------------------------------------------

const MINUTE = 60_000;
const change = (
  revision: number,
  author: string | null,
  minutes: number,
  operations: Operation[],
  base: number | null = revision - 1,
): HistoryChange => ({
  id: `00000000-0000-4000-8000-${String(revision).padStart(12, '0')}`,
  revision,
  author,
  at: minutes * MINUTE,
  base,
  operations,
});
const sittings = (changes: HistoryChange[]) => sittingsOf(roadMapKind, SONG, changes, songSteps)!;

test('a sitting is one person’s changes with half an hour between them at most', () => {
  const bars = (to: number) => [set('sections', CHORUS, { bars: to })];
  const found = sittings([
    change(1, 'Odile', 0, bars(9)),
    change(2, 'Odile', 30, bars(10)),
    change(3, 'Odile', 61, bars(11)),
    change(4, 'Tam', 62, bars(12)),
    change(5, 'Odile', 63, bars(16)),
  ]);
  expect(
    found.map(({ author, first, last, steps }) => [author, first, last, steps[0]?.words]),
  ).toEqual([
    ['Odile', 1, 2, 'made “Chorus” 2 bars longer: 10 bars.'],
    ['Odile', 3, 3, 'made “Chorus” 1 bar longer: 11 bars.'],
    ['Tam', 4, 4, 'made “Chorus” 1 bar longer: 12 bars.'],
    ['Odile', 5, 5, 'made “Chorus” 4 bars longer: 16 bars.'],
  ]);
});

test('what two wrote at once in one place is found; what the later one had seen is not', () => {
  const tempo = (perMinute: number) => [
    set('start', undefined, { tempo: { perMinute, unit: 'quarter' } }),
  ];
  const found = sittings([
    change(1, 'Tam', 0, tempo(112)),
    // Odile had not seen Tam’s.
    change(2, 'Odile', 0, [...tempo(116), set('start', undefined, { countIn: 6 })], 0),
    // Tam had seen both.
    change(3, 'Tam', 1, tempo(118), 2),
  ]);
  expect(found.map(({ overtook }) => overtook)).toEqual([
    [],
    [
      {
        record: { in: 'start' },
        field: 'tempo',
        author: 'Tam',
        lost: { perMinute: 112, unit: 'quarter' },
        stands: { perMinute: 116, unit: 'quarter' },
      },
    ],
    [],
  ]);
});

test('two who wrote the same, or one who wrote twice, overtook nobody', () => {
  const bars = (to: number) => [set('sections', CHORUS, { bars: to })];
  const found = sittings([
    change(1, 'Tam', 0, bars(9)),
    change(2, 'Odile', 0, bars(9), 0),
    change(3, 'Odile', 0, bars(10), 1),
  ]);
  expect(found.flatMap(({ overtook }) => overtook)).toEqual([]);
});

test('what a former member did is told without a name; changes that do not fit are not made up', () => {
  expect(
    sittings([change(1, null, 0, [set('sections', CHORUS, { bars: 9 })])])[0]?.author,
  ).toBeNull();
  expect(
    sittingsOf(
      roadMapKind,
      SONG,
      [change(1, 'Tam', 0, [set('sections', 'gone', { bars: 9 })])],
      songSteps,
    ),
  ).toBeUndefined();
});

test('a sitting’s taps go back all together', () => {
  const before = { ...SONG, taps: { a: { id: 'a', time: 1, isFirst: false } } };
  const after = done(roadMapKind, before, [
    { type: 'remove', in: 'taps', id: 'a' },
    { type: 'insert', in: 'taps', id: 'b', value: { id: 'b', time: 2 } },
  ]);
  const back = done(roadMapKind, after, [...takingBack({ before, after }, { in: 'taps' })]);
  expect(back.taps).toEqual(before.taps);
});

test('a log is carried out one change after the other', () => {
  const changes = [9, 10].map((bars) => ({ operations: [set('sections', CHORUS, { bars })] }));
  const replayed = replay(roadMapKind, SONG, changes);
  expect(replayed.ok && replayed.value.sections[CHORUS]?.bars).toBe(10);
  expect(
    replay(roadMapKind, SONG, [{ operations: [{ type: 'remove', in: 'fills', id: 'no' }] }]).ok,
  ).toBe(false);
});
