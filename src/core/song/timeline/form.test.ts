import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { seconds, TICKS_PER_QUARTER, ticks } from '../../music/time';
import { forms, quarter, roadMapOf } from '../../testing';
import { playedBars, roadMapKind, sectionsOf } from '../roadmap';
import { compile, locate, secondsAt, ticksAt } from '.';

const BAR = 4 * TICKS_PER_QUARTER;
const again = (...passes: number[]) => ({ only: passes });

/** Intro 6; three times {verse 12, lift 4, chorus 8 (20 the second time), ending of 5}; then 2. */
const threeWays = roadMapOf(
  [
    { id: 'intro', name: 'Intro', bars: 6 },
    { id: 'verse', name: 'Verse', bars: 12, within: 'r', order: 'a0' },
    { id: 'lift', name: 'Lift', bars: 4, within: 'r', order: 'a1' },
    { id: 'chorus', name: 'Chorus', bars: 8, within: 'r', order: 'a2' },
    { id: 'turn', name: 'Turn', bars: 5, within: 'e', order: 'a0' },
    { id: 'last', name: 'Last bars', bars: 2, order: 'a9' },
  ],
  {},
  {
    repeats: [{ id: 'r', order: 'a5', within: null, times: 3 }],
    endings: [{ id: 'e', repeat: 'r', passes: again(1, 2) }],
    variations: [
      {
        id: 'v',
        section: 'chorus',
        passes: again(2),
        bars: 20,
      },
    ],
  },
);

test('6 + 29 + 41 + 24 + 2 = 102 played bars: an ending on two passes of three, a longer chorus', () => {
  const { bars, passages } = compile(threeWays);
  expect(bars).toHaveLength(102);
  expect(passages.map(({ name, bars: count }) => `${name} ${count}`)).toEqual([
    'Intro 6',
    'Verse 12',
    'Lift 4',
    'Chorus 8',
    'Turn 5',
    'Verse 12',
    'Lift 4',
    'Chorus 20',
    'Turn 5',
    'Verse 12',
    'Lift 4',
    'Chorus 8',
    'Last bars 2',
  ]);
  expect(passages[7]).toMatchObject({ pass: 2, passes: 3, trail: [{ pass: 2, of: 3 }] });
});

test('written bars fold the repeat: the longest chorus has its own bars on the page', () => {
  const { written, bars } = compile(threeWays);
  expect(Object.fromEntries(written)).toEqual({
    intro: { first: 1, bars: 6 },
    verse: { first: 7, bars: 12 },
    lift: { first: 19, bars: 4 },
    chorus: { first: 23, bars: 20 },
    turn: { first: 43, bars: 5 },
    last: { first: 48, bars: 2 },
  });
  expect(bars.at(-1)).toMatchObject({ played: 102, written: 49 });
});

test('a repeat goes back to the meter and tempo with which it began', () => {
  const map = roadMapOf(
    [
      { id: 'a', bars: 2, within: 'r', order: 'a0' },
      {
        id: 'b',
        bars: 2,
        within: 'r',
        order: 'a1',
        tempo: quarter(60),
        meter: { numerator: 3, denominator: 4 },
      },
      { id: 'c', bars: 1, order: 'a9' },
    ],
    { tempo: { perMinute: 120, unit: 'quarter' } },
    { repeats: [{ id: 'r', order: 'a5', within: null, times: 2 }] },
  );
  const { bars } = compile(map);
  expect(bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 2, 4, 7, 10, 12, 14, 17, 20]);
  expect(bars[4]?.meter).toMatchObject({ numerator: 4 });
  expect(bars[8]?.meter).toMatchObject({ numerator: 3 });
});

test('an ending follows the body, not the ending above it on the page', () => {
  const map = roadMapOf(
    [
      { id: 'a', bars: 1, within: 'r', order: 'a0' },
      { id: 'b', bars: 1, within: 'e1', order: 'a0', tempo: quarter(60) },
      { id: 'c', bars: 1, within: 'e2', order: 'a0' },
      { id: 'd', bars: 1, order: 'a9' },
    ],
    {},
    {
      repeats: [{ id: 'r', order: 'a5', within: null, times: 2 }],
      endings: [
        { id: 'e1', repeat: 'r', passes: again(1) },
        { id: 'e2', repeat: 'r', passes: again(2) },
      ],
    },
  );
  expect(compile(map).bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 2, 6, 8, 10]);
});

test('a meter and a tempo may change at a bar inside a section', () => {
  const map = roadMapOf(
    [{ id: 'a', bars: 4 }, { bars: 1 }],
    {},
    {
      timeChanges: [
        {
          id: 't',
          section: 'a',
          bar: 3,
          meter: { numerator: 2, denominator: 4 },
          tempo: quarter(60),
        },
      ],
    },
  );
  expect(compile(map).bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 2, 4, 6, 8]);
});

test('a ramp inside a section ends with the bar it is written to', () => {
  const ramp = {
    kind: 'ramp',
    shape: 'even-per-beat',
    from: null,
    to: 60,
    unit: 'quarter',
  } as const;
  const { bars } = compile(
    roadMapOf(
      [{ id: 'a', bars: 6 }],
      {},
      { timeChanges: [{ id: 't', section: 'a', bar: 3, tempo: ramp, toBar: 4 }] },
    ),
  );
  // Eight beats from 120 to 60 last 8·ln 2 s; then a bar lasts 4 s.
  expect(bars[4]!.startSeconds).toBeCloseTo(4 + 8 * Math.LN2, 9);
  expect(bars[5]!.startSeconds - bars[4]!.startSeconds).toBeCloseTo(4, 9);
});

test('a fermata stands before its place: the clock goes on, the bars wait', () => {
  const map = roadMapOf(
    [{ id: 'a', bars: 4 }],
    { countIn: 0 },
    { fermatas: [{ id: 'h', section: 'a', at: { bar: -1, ticks: 0 }, seconds: 3, cue: 'nod' }] },
  );
  const timeline = compile(map);
  expect(timeline.bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 2, 4, 9]);
  expect(timeline.seconds).toBe(11);
  expect(ticksAt(timeline.tempo, seconds(7))).toBe(3 * BAR);
  expect(locate(timeline, seconds(7))).toMatchObject({
    bar: { played: 4 },
    holding: { left: 2, cue: 'nod' },
  });
  expect(locate(timeline, seconds(9.1))).toMatchObject({ holding: undefined });
  expect(timeline.clicks.filter((click) => click.seconds > 5.9 && click.seconds < 9)).toEqual([]);
});

test('a fermata at the very end makes the song longer and nothing else', () => {
  const map = roadMapOf(
    [{ id: 'a', bars: 2 }],
    {},
    { fermatas: [{ id: 'h', section: 'a', at: null, seconds: 5 }] },
  );
  const timeline = compile(map);
  expect(timeline.seconds).toBe(9);
  expect(timeline.passages[0]?.seconds).toBe(9);
  expect(secondsAt(timeline.tempo, ticks(2 * BAR - 1))).toBeLessThan(4);
});

test('a section follows its part where it says nothing itself', () => {
  const map = roadMapOf(
    [
      { id: 'a', part: 'p', bars: null },
      { id: 'b', part: 'p', bars: 10, level: { from: 5, to: 5 } },
    ],
    {},
    {
      parts: [
        {
          id: 'p',
          order: 'a0',
          name: 'Verse groove',
          bars: 12,
          phrase: 6,
          level: { from: 2, to: 2 },
          timekeeper: 'closed',
        },
      ],
    },
  );
  expect(compile(map).passages).toMatchObject([
    { bars: 12, phrase: 6, level: { from: 2, to: 2 }, timekeeper: 'closed' },
    { bars: 10, level: { from: 5, to: 5 }, timekeeper: 'closed' },
  ]);
});

test('details come by on the passes that they hold for, counted from either end', () => {
  const fill = (id: string, bar: number, passes: { only: number[] } | null) => ({
    id,
    section: 'a',
    passes,
    from: { bar, ticks: 2 * TICKS_PER_QUARTER },
    to: null,
    name: id,
  });
  const { details } = compile(
    roadMapOf(
      [{ id: 'a', bars: 4, times: 3 }],
      {},
      { fills: [fill('each', -1, null), fill('first', 2, again(1)), fill('end', 2, again(-1))] },
    ),
  );
  expect(details.map(({ detail, startTicks }) => [detail.id, startTicks / BAR])).toEqual([
    ['first', 1.5],
    ['each', 3.5],
    ['each', 7.5],
    ['end', 9.5],
    ['each', 11.5],
  ]);
  expect(details[1]).toMatchObject({ endTicks: 4 * BAR, passage: 0 });
});

test('a detail in a bar that a pass does not have is passed over', () => {
  const cue = { kind: 'listen', words: 'horns' } as const;
  const { details } = compile(
    roadMapOf(
      [{ id: 'a', bars: 4 }],
      {},
      {
        cues: [
          {
            ...cue,
            id: 'c',
            section: 'a',
            at: { bar: 5, ticks: 0 },
          },
        ],
      },
    ),
  );
  expect(details).toEqual([]);
});

test('repeats that multiply beyond reason are refused before anything is unrolled', () => {
  const repeats = ['r1', 'r2', 'r3'].map((id, index) => ({
    id,
    order: 'a0',
    within: index === 0 ? null : `r${index}`,
    times: 200,
  }));
  const map = roadMapOf([{ id: 'a', bars: 4, within: 'r3', times: 200 }], {}, { repeats });
  expect(parseDocument(roadMapKind, map)).toMatchObject({
    ok: false,
    problem: { message: expect.stringContaining('more bars than can be played') },
  });
});

test('a repeat that stands in itself is refused', () => {
  const map = roadMapOf(
    [{ id: 'a' }],
    {},
    {
      repeats: [
        { id: 'r1', order: 'a0', within: 'r2', times: 2 },
        { id: 'r2', order: 'a0', within: 'r1', times: 2 },
      ],
    },
  );
  expect(parseDocument(roadMapKind, map)).toMatchObject({
    problem: { message: expect.stringContaining('never in themselves') },
  });
});

test('what stood in a repeat that is gone stands in the song', () => {
  const map = roadMapOf([
    { id: 'a', within: 'gone', bars: 3 },
    { id: 'b', bars: 2 },
  ]);
  expect(sectionsOf(map).map(({ id }) => id)).toEqual(['a', 'b']);
  expect(playedBars(map)).toBe(5);
});

test('any form is valid, loses no bar, and its times rise and come back', () => {
  fc.assert(
    fc.property(forms, fc.double({ min: 0, max: 1, noNaN: true }), (map, share) => {
      expect(parseDocument(roadMapKind, map).ok).toBe(true);
      const timeline = compile(map);
      const { bars, tempo } = timeline;
      expect(bars).toHaveLength(playedBars(map));
      expect(
        bars.every(({ startSeconds }, at) => at === 0 || startSeconds > bars[at - 1]!.startSeconds),
      ).toBe(true);
      expect(
        bars.every(({ startTicks, startSeconds }) => secondsAt(tempo, startTicks) === startSeconds),
      ).toBe(true);
      const position = ticks(Math.floor(share * timeline.ticks));
      expect(ticksAt(tempo, secondsAt(tempo, position))).toBeCloseTo(position, 3);
      const held = timeline.fermatas.reduce((sum, fermata) => sum + fermata.seconds, 0);
      const moving = tempo.reduce((sum, segment, at) => {
        const next = tempo[at + 1]?.startTicks ?? timeline.ticks;
        return sum + (secondsAt(tempo, ticks(next - 1)) - segment.startSeconds);
      }, 0);
      expect(timeline.seconds).toBeGreaterThanOrEqual(held + moving - 1e-6);
    }),
    { numRuns: 200 },
  );
});

test('of two endings that claim one pass the one that serves the earlier pass is played', () => {
  const map = roadMapOf(
    [
      { id: 'a', bars: 1, within: 'r', order: 'a0' },
      { id: 'late', name: 'Late', bars: 2, within: 'e2', order: 'a0' },
      { id: 'early', name: 'Early', bars: 3, within: 'e1', order: 'a0' },
    ],
    {},
    {
      repeats: [{ id: 'r', order: 'a5', within: null, times: 3 }],
      endings: [
        { id: 'e2', repeat: 'r', passes: again(2, 3) },
        { id: 'e1', repeat: 'r', passes: again(1, 2) },
      ],
    },
  );
  expect(compile(map).passages.map(({ name, bars }) => `${name || 'A'} ${bars}`)).toEqual([
    expect.stringMatching(/ 1$/),
    'Early 3',
    expect.stringMatching(/ 1$/),
    'Early 3',
    expect.stringMatching(/ 1$/),
    'Late 2',
  ]);
});

test('two fermatas at one place follow one another', () => {
  const at = { bar: 2, ticks: 0 };
  const map = roadMapOf(
    [{ id: 'a', bars: 3 }],
    {},
    {
      fermatas: [
        { id: 'f', section: 'a', at, seconds: 3, cue: '' },
        { id: 'g', section: 'a', at, seconds: 4, cue: 'nod' },
      ],
    },
  );
  const { fermatas, bars, seconds: length } = compile(map);
  // At 120 bar 2 would begin at 2 s; time stands still for 7 s before it.
  const both = fermatas.map(({ startSeconds, seconds: lasts }) => [startSeconds, lasts]);
  expect(both[0]![0]).toBe(2);
  expect(both[1]![0]).toBe(both[0]![0]! + both[0]![1]!);
  expect(bars[1]?.startSeconds).toBe(9);
  expect(length).toBe(13);
});

test('an ending restores what the body ended with, and what follows the repeat what its last ending did', () => {
  const map = roadMapOf(
    [
      { id: 'a', bars: 1, within: 'r', order: 'a0', meter: { numerator: 3, denominator: 4 } },
      { id: 'b', bars: 1, within: 'e1', order: 'a0', meter: { numerator: 5, denominator: 4 } },
      { id: 'c', bars: 1, within: 'e2', order: 'a0' },
      { id: 'd', bars: 1, order: 'a9' },
    ],
    {},
    {
      repeats: [{ id: 'r', order: 'a5', within: null, times: 2 }],
      endings: [
        { id: 'e1', repeat: 'r', passes: again(1) },
        { id: 'e2', repeat: 'r', passes: again(2) },
      ],
    },
  );
  expect(compile(map).bars.map(({ meter }) => meter.numerator)).toEqual([3, 5, 3, 3, 3]);
});
