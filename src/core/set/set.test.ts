import { parseDocument } from '../document';
import { roadMapOf } from '../testing';
import { compile } from '../timeline';
import {
  blankSet,
  gapSchema,
  type ProgramSong,
  program,
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
