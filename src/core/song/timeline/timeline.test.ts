import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { elapsed, seconds, TICKS_PER_QUARTER, ticks } from '../../music/time';
import { quarter, roadMapOf, roadMaps } from '../../testing';
import { roadMapFrom } from '../../text/shorthand/from';
import { playedBars, roadMapKind } from '../roadmap';
import {
  barAtTime,
  barNumbered,
  compile,
  locate,
  placeInSong,
  secondsAt,
  speedAt,
  ticksAt,
} from '.';

const at100 = { tempo: { perMinute: 100, unit: 'quarter' as const } };

test('a song that is a part of something longer counts its bars from there', () => {
  const map = roadMapFrom('song 120, in 4/4, count 4, from bar 106\nA: 4, x 2\nB: 8');
  const timeline = compile(map);
  expect(timeline.bars.map(({ played }) => played)).toEqual(
    Array.from({ length: 16 }, (_, index) => 106 + index),
  );
  expect(timeline.written.get(timeline.passages[2]!.section)).toEqual({ first: 110, bars: 8 });
  expect(barNumbered(timeline, 106)).toBe(timeline.bars[0]);
  expect(barNumbered(timeline, 121)).toBe(timeline.bars[15]);
  expect([barNumbered(timeline, 105), barNumbered(timeline, 122)]).toEqual([undefined, undefined]);
  expect(placeInSong(timeline, '107')).toEqual({ ok: true, value: timeline.bars[1]!.startTicks });
  expect(barAtTime(timeline, 0, 2.6)?.played).toBe(107);
  // Clicks left out by bars are counted from the beginning of the song.
  const plain = compile({ ...map, start: { ...map.start, firstBar: 1 } });
  expect(timeline.clicks).toEqual(plain.clicks);
});

test('161 s after bar 1 at 100 in 4/4 lies in bar 68 on beat 1⅓', () => {
  const place = locate(compile(roadMapOf([{ bars: 100 }], at100)), seconds(161));
  expect(place.phase === 'song' && place.bar.played).toBe(68);
  expect(place.phase === 'song' && place.beat).toBeCloseTo(4 / 3, 6);
});

test('sections of 28, 8 and 8 bars start at bars 1, 29 and 37', () => {
  const { passages, bars } = compile(roadMapOf([{ bars: 28 }, { bars: 8 }, { bars: 8 }]));
  expect(passages.map(({ firstPlayed }) => firstPlayed)).toEqual([1, 29, 37]);
  expect(bars[39]).toMatchObject({ played: 40, passage: 2 });
});

test('a section played three times folds in writing and unrolls in playing', () => {
  const { passages, bars } = compile(roadMapOf([{ bars: 4 }, { bars: 8, times: 3 }, { bars: 2 }]));
  expect(
    passages.map(({ firstPlayed, firstWritten, pass }) => [firstPlayed, firstWritten, pass]),
  ).toEqual([
    [1, 1, 1],
    [5, 5, 1],
    [13, 5, 2],
    [21, 5, 3],
    [29, 13, 1],
  ]);
  expect(bars.map(({ written }) => written).slice(-3)).toEqual([12, 13, 14]);
});

test('a count-in of six at 126 lasts 2.857142857 s and ends at bar 1', () => {
  const { countIn, clicks } = compile(
    roadMapOf([{ bars: 1 }], { countIn: 6, tempo: { perMinute: 126, unit: 'quarter' } }),
  );
  expect(countIn.seconds).toBeCloseTo(2.857142857, 9);
  expect(clicks.filter(({ kind }) => kind === 'count')).toHaveLength(6);
  expect(clicks[0]?.seconds).toBeCloseTo(-2.857142857, 9);
});

test('a pickup of two beats after a count of six begins where beat 3 falls', () => {
  const timeline = compile(roadMapOf([{ bars: 2 }], { countIn: 6, pickup: 2 }));
  expect(timeline.clicks.slice(0, 9).map(({ kind }) => kind)).toEqual([
    'count',
    'count',
    'count',
    'count',
    'count',
    'count',
    'pulse',
    'pulse',
    'bar',
  ]);
  expect(locate(timeline, seconds(-1))).toEqual({
    phase: 'pickup',
    beat: expect.closeTo(1, 6),
    beats: 2,
  });
  expect(locate(timeline, seconds(-4))).toMatchObject({ phase: 'count-in', beats: 6 });
});

test('a count in 12/8 clicks on its four pulses', () => {
  const slow = roadMapOf([{ bars: 1 }], { countIn: 12, meter: { numerator: 12, denominator: 8 } });
  expect(compile(slow).clicks.filter(({ kind }) => kind === 'count')).toHaveLength(4);
});

test('steps per bar play the first bar at the old tempo and the last at the new', () => {
  const ramp = {
    kind: 'ramp',
    shape: 'steps-per-bar',
    from: 96,
    to: 126,
    unit: 'quarter',
  } as const;
  const { bars } = compile(roadMapOf([{ bars: 4, tempo: ramp }, { bars: 1 }]));
  const lengths = bars.slice(1).map((bar, index) => bar.startSeconds - bars[index]!.startSeconds);
  expect(lengths.map((length) => Math.round(240 / length))).toEqual([96, 106, 116, 126]);
});

test('a ramp leads over all the times of its section, and its end stays', () => {
  const ramp = {
    kind: 'ramp',
    shape: 'even-per-beat',
    from: null,
    to: 160,
    unit: 'quarter',
  } as const;
  const timeline = compile(roadMapOf([{ bars: 4, times: 2, tempo: ramp }, { bars: 8 }]));
  expect(timeline.tempo).toHaveLength(2);
  const speed = (bar: number) =>
    speedAt(timeline.tempo, ticks(bar * 4 * TICKS_PER_QUARTER))! * (60 / TICKS_PER_QUARTER);
  expect([0, 4, 8, 12].map(speed)).toEqual([120, 140, 160, 160]);
});

test('a dotted-quarter tempo after a quarter tempo is a metric change of speed', () => {
  const { bars } = compile(
    roadMapOf([
      { bars: 1, tempo: quarter(108) },
      {
        bars: 2,
        meter: { numerator: 6, denominator: 8 },
        tempo: { kind: 'held', perMinute: 72, unit: 'dotted-quarter' },
      },
    ]),
  );
  expect(bars[2]!.startSeconds - bars[1]!.startSeconds).toBeCloseTo(5 / 3, 12);
});

test('a section with the click off is silent and its bars still count', () => {
  const { clicks, bars } = compile(
    roadMapOf([{ bars: 2 }, { bars: 2, click: false }, { bars: 1 }], { countIn: 0 }),
  );
  expect(bars).toHaveLength(5);
  expect(
    clicks.map((click) => click.ticks / (4 * TICKS_PER_QUARTER)).filter(Number.isInteger),
  ).toEqual([0, 1, 4]);
});

test('an empty song has a count-in and no length', () => {
  const timeline = compile(roadMapOf([]));
  expect(timeline).toMatchObject({ bars: [], passages: [], seconds: 0, countIn: { seconds: 2 } });
  expect(locate(timeline, seconds(0))).toEqual({ phase: 'over' });
});

test('unrolling never loses a bar, and bars, clicks and passages rise in time', () => {
  fc.assert(
    fc.property(roadMaps, (map) => {
      const timeline = compile(map);
      expect(timeline.bars).toHaveLength(playedBars(map));
      expect(timeline.bars.every((bar, index) => bar.played === index + 1)).toBe(true);
      for (const list of [
        timeline.bars.map((bar) => bar.startSeconds),
        timeline.clicks.map((click) => click.seconds),
      ]) {
        expect(list.every((time, index) => index === 0 || time > list[index - 1]!)).toBe(true);
      }
    }),
  );
});

test('time to position to time comes back anywhere in any song', () => {
  fc.assert(
    fc.property(roadMaps, fc.double({ min: 0, max: 1, noNaN: true }), (map, share) => {
      const { tempo, countIn, seconds: length } = compile(map);
      const time = seconds(-countIn.seconds + share * (length + countIn.seconds));
      expect(secondsAt(tempo, ticksAt(tempo, time))).toBeCloseTo(time, 8);
    }),
  );
});

test('the walking clock of the compiler says what the searching clock says', () => {
  fc.assert(
    fc.property(roadMaps, (map) => {
      const { tempo, bars, clicks } = compile(map);
      for (const { startTicks, startSeconds } of bars)
        expect(startSeconds).toBe(secondsAt(tempo, startTicks));
      for (const click of clicks) expect(click.seconds).toBe(secondsAt(tempo, click.ticks));
    }),
  );
});

test('the length is the plain sum of what each bar lasts, taken segment by segment', () => {
  fc.assert(
    fc.property(roadMaps, (map) => {
      const { tempo, seconds: length } = compile(map);
      const plain = tempo.reduce((sum, segment) => sum + elapsed(segment, segment.length), 0);
      expect(length).toBeCloseTo(plain, 8);
    }),
  );
});

test('every bar is found where it starts', () => {
  fc.assert(
    fc.property(roadMaps, (map) => {
      const timeline = compile(map);
      for (const bar of timeline.bars) {
        const place = locate(timeline, bar.startSeconds);
        expect(place.phase === 'song' && place.bar.played).toBe(bar.played);
      }
    }),
    { numRuns: 30 },
  );
});

test('generated maps are valid documents', () => {
  fc.assert(fc.property(roadMaps, (map) => expect(parseDocument(roadMapKind, map).ok).toBe(true)));
});
