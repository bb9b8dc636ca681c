import type { Ladder, Played, Verdict } from '../rounds';
import {
  byHandSchema,
  type Entry,
  entrySchema,
  entryWords,
  logTable,
  minutesByDay,
  minutesOf,
  outcomeOf,
  runSchema,
  runsIn,
  runWords,
} from '.';

const LADDER: Ladder = { kind: 'up', from: 72, to: 80, step: 4, rounds: 2, trusts: true };
const played = (mean: number): Played => ({
  all: { count: 4, mean, spread: 0.004 },
  by: new Map(),
  faster: undefined,
  expected: 4,
  missing: 0,
  extra: 0,
});
const rounds = (letters: string, tempos: readonly number[], ...means: number[]) =>
  tempos.map((perMinute, index) => ({
    perMinute,
    verdict: { c: 'clean', b: 'broken' }[letters[index] ?? ''] as Verdict,
    played: means[index] === undefined ? undefined : played(means[index]),
  }));

const RUN = {
  id: '0198c4f2-2d6e-7c11-8f3a-4f5b6c7d8e9f',
  passage: 'Chorus',
  first: 30,
  last: 31,
  target: 126,
  best: 112,
  rounds: 12,
  clean: 9,
  seconds: 250,
  late: 0.0121,
  spread: 0.006,
};

test('what came of a run: the fastest clean tempo, clean rounds, how late on the mean', () => {
  expect(outcomeOf(LADDER, rounds('ccbc', [72, 72, 76, 72, 72], 0.02, 0.01))).toEqual({
    target: 80,
    best: 72,
    rounds: 5,
    // Of the fifth nothing was said, and the ladder trusts.
    clean: 4,
    late: expect.closeTo(0.015, 9),
    spread: expect.closeTo(0.004, 9),
  });
  const wary = { ...LADDER, trusts: false };
  expect(outcomeOf(wary, rounds('.', [72]))).toMatchObject({ best: null, clean: 0, late: null });
  // As many in a row as the ladder asks for, at one tempo.
  expect(outcomeOf(wary, rounds('cc', [72, 76]))).toMatchObject({ clean: 2, best: null });
  expect(outcomeOf(wary, rounds('cbc', [72, 72, 72]))).toMatchObject({ clean: 2, best: null });
  expect(outcomeOf(wary, rounds('cccc', [72, 72, 76, 76])).best).toBe(76);
});

test('a run in words', () => {
  const run = runSchema.parse(RUN);
  expect(runWords(run)).toBe('112 of 126 clean, 9 of 12 rounds, 4 min, 12 ms late');
  expect(runWords({ ...run, best: null, rounds: 1, clean: 0, seconds: 20, late: null })).toBe(
    'no tempo of 126 clean yet, 0 of 1 round, 1 min',
  );
  for (const wrong of [{ rounds: -1 }, { best: 5 }, { id: 'x' }, { seconds: 1e6 }, { late: 2 }])
    expect(runSchema.safeParse({ ...RUN, ...wrong }).success).toBe(false);
});

test('an entry by hand has words, minutes and a time; a run belongs to a song', () => {
  const byHand = {
    id: RUN.id,
    kind: 'by-hand',
    words: '20 minutes on the pad',
    minutes: 20,
    at: '2026-11-20T18:30:00+01:00',
  };
  expect(byHandSchema.safeParse(byHand).success).toBe(true);
  for (const wrong of [{ words: ' ' }, { minutes: 0 }, { minutes: 1441 }, { at: 'yesterday' }])
    expect(byHandSchema.safeParse({ ...byHand, ...wrong }).success).toBe(false);
  const at = '2026-11-20T17:30:00.000Z';
  const entries: Entry[] = [
    entrySchema.parse({ at, song: null, what: byHand }),
    entrySchema.parse({ at, song: 'one', what: RUN }),
    entrySchema.parse({ at, song: 'one', what: { ...RUN, seconds: 10 } }),
  ];
  expect(entries.map(minutesOf)).toEqual([20, 4, 1]);
  expect(runsIn(entries).map(({ song, best, goal }) => [song, best, goal])).toEqual([
    ['one', 112, ''],
    ['one', 112, ''],
  ]);
  const titleOf = (song: string) => song.toUpperCase();
  expect(entries.map((entry) => entryWords(entry, titleOf))).toEqual([
    '20 minutes on the pad: 20 min',
    'ONE, Chorus, bars 30 to 31: 112 of 126 clean, 9 of 12 rounds, 4 min, 12 ms late',
    'ONE, Chorus, bars 30 to 31: 112 of 126 clean, 9 of 12 rounds, 1 min, 12 ms late',
  ]);
  const table = logTable(entries.slice(0, 2), titleOf).split('\r\n');
  expect(table[1]).toBe(`${at},,20 minutes on the pad,,,,,,,20,,`);
  expect(table[2]).toBe(`${at},ONE,Chorus,30,31,112,126,12,9,4,12,6`);
  const dayOf = (when: string) => Number(when.slice(8, 10));
  expect(minutesByDay(entries, dayOf, 19, 21)).toEqual([0, 25, 0]);
  expect(minutesByDay(entries, dayOf, 21, 20)).toEqual([]);
});
