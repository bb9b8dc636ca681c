import { apply, parseDocument } from '../../base/document';
import { quarter, roadMapOf } from '../../testing';
import { compile } from '../timeline';
import {
  asPlayed,
  besideRecording,
  blankSet,
  gapSchema,
  itemsOf,
  joinSet,
  type ProgramSong,
  program,
  reordered,
  type SetItem,
  STRAIGHT_ON,
  setKind,
  soloProgram,
  soundingClicks,
} from '.';

/** 30 bars of 4/4 at 120: one minute, after a count of 2 s. */
const minute = compile(roadMapOf([{ bars: 30 }]));
const songs = (...gaps: ProgramSong['gap'][]): ProgramSong[] =>
  gaps.map((gap, index) => ({ title: `Song ${index + 1}`, timeline: minute, gap }));
const gap = (seconds: number) => ({ kind: 'seconds', seconds }) as const;

test('songs follow one another with count-ins and gaps, and the last gap is not counted', () => {
  const joined = program(songs(gap(10), gap(5), gap(99)));
  expect(joined.songs.map(({ start, barOne, end }) => [start, barOne, end])).toEqual([
    [0, 2, 62],
    [72, 74, 134],
    [139, 141, 201],
  ]);
  expect(joined.seconds).toBe(201);
});

test('straight on leaves out the next count-in', () => {
  const joined = program(songs(STRAIGHT_ON, gap(0)));
  expect(joined.songs[1]).toMatchObject({ start: 62, barOne: 62, end: 122, counted: false });
  expect(soundingClicks(joined.songs[1]!)[0]?.seconds).toBe(0);
});

test('straight on keeps the pickup', () => {
  const picked = compile(roadMapOf([{ bars: 2 }], { countIn: 6, pickup: 2 }));
  const [, second] = program([
    { title: 'a', timeline: picked, gap: STRAIGHT_ON },
    { title: 'b', timeline: picked, gap: STRAIGHT_ON },
  ]).songs;
  expect(second!.barOne - second!.start).toBeCloseTo(1, 12);
});

test('a set without songs lasts no time', () => {
  expect(program([]).seconds).toBe(0);
  expect(soloProgram('One', minute).seconds).toBe(62);
});

test('gaps below nothing or over an hour, and slots of no length, are refused', () => {
  for (const seconds of [-1, 3601, Number.NaN])
    expect(gapSchema.safeParse(gap(seconds)).success).toBe(false);
  const set = blankSet('Late set', 0);
  expect(parseDocument(setKind, set)).toMatchObject({ ok: false });
  expect(parseDocument(setKind, blankSet('Late set', 45)).ok).toBe(true);
});

const item = (changes: Partial<SetItem>): SetItem => ({
  id: 'i',
  kind: 'song',
  order: 'a0',
  arrangement: 'x',
  gap: gap(0),
  tempo: null,
  key: '',
  cuts: [],
  keeps: null,
  ...changes,
});
const song = roadMapOf([
  { id: 'a', bars: 4 },
  { id: 'b', bars: 6, tempo: quarter(100) },
  {
    id: 'c',
    bars: 2,
    tempo: { kind: 'ramp', shape: 'even-per-beat', from: null, to: 150, unit: 'quarter' },
  },
]);

test('a set plays a song slower as a whole, ramps included, and leaves the song as it is', () => {
  const slower = asPlayed(song, item({ tempo: { kind: 'percent', percent: 80 } }));
  expect(compile(slower).seconds).toBeCloseTo(compile(song).seconds / 0.8, 9);
  expect(slower.sections.c?.tempo).toMatchObject({ to: 120, from: null });
  expect(song.sections.b?.tempo).toMatchObject({ perMinute: 100 });
});

test('a set leaves sections out', () => {
  const short = asPlayed(song, item({ cuts: ['b', 'nowhere'] }));
  expect(compile(short).bars).toHaveLength(6);
  expect(compile(short).passages.map(({ section }) => section)).toEqual(['a', 'c']);
});

test('where a set changes nothing the map is the very same', () => {
  expect(asPlayed(song, item({}))).toBe(song);
  expect(
    asPlayed(song, item({ cuts: ['nowhere'], tempo: { kind: 'percent', percent: 100 } })),
  ).toBe(song);
});

test('a song may go on at the tempo in which the one before it ended', () => {
  const next = roadMapOf([{ bars: 8 }], { tempo: { perMinute: 60, unit: 'half' } });
  const { songs: both, program: joined } = joinSet(
    [item({ gap: STRAIGHT_ON }), item({ arrangement: 'y', tempo: { kind: 'as-before' } })],
    (arrangement) => ({ title: arrangement, map: arrangement === 'x' ? song : next }),
    compile,
  );
  // 150 quarters a minute are 75 halves.
  expect(both[1]!.map.start.tempo.perMinute).toBeCloseTo(75, 1);
  expect(joined.songs[1]).toMatchObject({ counted: false });
  expect(joined.songs[1]!.barOne).toBeCloseTo(joined.songs[0]!.end, 9);
});

test('talk lasts as long as it is expected to, and the next song is counted in', () => {
  const talk = { kind: 'talk', seconds: 45, words: 'the leader' } as const;
  const joined = program(songs(talk, gap(0)));
  expect(joined.songs[1]).toMatchObject({ start: 62 + 45, counted: true });
});

test('songs are put in another order; one that is not named stays after the one before it', () => {
  const of = (id: string, order: string) => ({
    ...item({}),
    id,
    order,
    arrangement: '00000000-0000-4000-8000-000000000000',
  });
  const set = {
    ...blankSet('Late set'),
    items: {
      a: of('a', 'a0'),
      b: of('b', 'a1'),
      new: of('new', 'a2'),
      c: of('c', 'a3'),
    },
  };
  const after = (ids: string[]) => {
    const applied = apply(setKind, set, reordered(set, ids));
    return applied.ok && itemsOf(applied.value.document).map(({ id }) => id);
  };
  expect(after(['c', 'b', 'a'])).toEqual(['c', 'b', 'new', 'a']);
  expect(after(['c', 'gone', 'a', 'b'])).toEqual(['c', 'a', 'b', 'new']);
  expect(after(['b'])).toEqual(['a', 'b', 'new', 'c']);
  expect(reordered(set, ['a', 'b', 'c'])).toEqual([]);
  expect(reordered(set, [])).toEqual([]);
});

test('beside its recording a song is as long as both, with bar 1 where it is in the recording', () => {
  const told = (offset: number, length: number) => {
    const { songs: all, seconds, recording } = besideRecording('Song', minute, offset, length);
    const [{ start, barOne, end }] = all as [(typeof all)[number]];
    expect(barOne - recording).toBeCloseTo(offset, 9);
    return [start, barOne, end, seconds, recording];
  };
  // The recording begins 10 s before bar 1, with it, and while it is counted in.
  expect(told(10, 90)).toEqual([8, 10, 70, 90, 0]);
  expect(told(0, 50)).toEqual([0, 2, 62, 62, 2]);
  expect(told(0.5, 61)).toEqual([0, 2, 62, 62.5, 1.5]);
});
