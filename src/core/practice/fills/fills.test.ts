import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { backbeatUses, generateFill, type Pattern, USUAL_LAYOUT } from '../../music/kit';
import { perform } from '../../playing/performance';
import { roadMapKind, STRAIGHT } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import { drawn, fillTraining, roundOf } from '.';

const METER = { numerator: 4, denominator: 4 } as const;
const fillOf = (seed: number, beats: number): Pattern => ({
  ...generateFill(
    seed,
    {
      school: 'backbeat',
      meter: METER,
      beats,
      uses: backbeatUses(METER, beats),
      voices: ['highTom', 'floorTom', 'snare'],
      sticking: 'leading',
      lands: 'crash',
    },
    `fill${seed}`,
  ),
  order: 'a0',
});
const source = roadMapFrom(
  'song 96, in 4/4\ngroove Main = hh 8ths, sn 2 4, bd 1 3\nVerse: 4, groove Main',
);
const groove = Object.values(source.patterns)[0]!;
const training = (answers: boolean, fills = [fillOf(7, 4), fillOf(41, 2)]) =>
  fillTraining({
    meter: source.start.meter,
    tempo: source.start.tempo,
    feel: STRAIGHT,
    groove,
    fills,
    before: 3,
    answers,
  });

test('three bars of groove, then a fill at the end of the fourth, round after round', () => {
  const map = training(false);
  expect(parseDocument(roadMapKind, map).ok).toBe(true);
  const timeline = compile(map);
  expect(timeline.bars).toHaveLength(8);
  const fills = timeline.details.filter(({ kind }) => kind === 'fill');
  // At 96 a bar is 2.5 s: a whole bar from 7.5 s, then the last two beats of the eighth.
  expect(fills.map(({ startSeconds, endSeconds }) => [startSeconds, endSeconds])).toEqual([
    [expect.closeTo(7.5, 6), expect.closeTo(10, 6)],
    [expect.closeTo(18.75, 6), expect.closeTo(20, 6)],
  ]);
  const notes = perform(map, timeline, USUAL_LAYOUT);
  expect(notes.filter(({ from }) => from === 'fill').length).toBeGreaterThan(8);
  expect(timeline.passages.map(({ section }) => roundOf(section))).toEqual([0, 1]);
});

test('call and answer: the second time the drums are silent where the fill was, the click is not', () => {
  const timeline = compile(training(true));
  expect(timeline.bars).toHaveLength(16);
  const notes = perform(training(true), timeline, USUAL_LAYOUT);
  const within = (from: number, to: number) =>
    notes.filter(({ seconds }) => seconds >= from - 1e-6 && seconds < to - 1e-6).length;
  // The eighth bar is the answer to the fourth.
  expect(within(7 * 2.5, 8 * 2.5)).toBe(0);
  expect(within(3 * 2.5, 4 * 2.5)).toBeGreaterThan(8);
  expect(within(4 * 2.5, 5 * 2.5)).toBeGreaterThan(8);
  const clicks = timeline.clicks.filter(
    ({ seconds }) => seconds >= 17.5 - 1e-6 && seconds < 20 - 1e-6,
  );
  expect(clicks).toHaveLength(4);
  expect(timeline.passages.map(({ section }) => roundOf(section))).toEqual([0, 0, 0, 1, 1, 1]);
  expect(roundOf('other')).toBeUndefined();
});

test('a fill that comes again is one pattern', () => {
  const map = training(false, [fillOf(7, 4), fillOf(41, 2), fillOf(7, 4)]);
  expect(Object.keys(map.patterns)).toHaveLength(3);
  expect(Object.keys(map.fills)).toHaveLength(3);
});

test('more than ten rounds stay in their order', () => {
  const timeline = compile(
    training(
      true,
      Array.from({ length: 24 }, (_, seed) => fillOf(seed, 4)),
    ),
  );
  expect(timeline.passages.map(({ section }) => roundOf(section))).toEqual(
    Array.from({ length: 72 }, (_, at) => Math.floor(at / 3)),
  );
});

test('each once before any comes again, none twice in a row, the same for the same seed', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: 1, max: 12 }), fc.nat(60), (seed, things, rounds) => {
      const order = drawn(seed, things, rounds);
      expect(order).toEqual(drawn(seed, things, rounds));
      expect(order).toHaveLength(rounds);
      for (let from = 0; from + things <= rounds; from += things)
        expect(new Set(order.slice(from, from + things)).size).toBe(things);
      if (things > 1)
        order.forEach((one, at) => {
          if (at > 0) expect(one).not.toBe(order[at - 1]);
        });
    }),
  );
  expect(drawn(3, 0, 5)).toEqual([]);
});
