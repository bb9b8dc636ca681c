import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import { playedByBand } from '.';
import { drifting } from './drift';

const map = roadMapFrom(`song 120, in 4/4, count 4
groove Rock = bd 1, sn 3
A: 2, groove Rock
Break: 2, tacet
B: 2, groove Rock`);
const timeline = compile(map);
const HOW = { seed: 4, sampleRate: 8000, drift: 0.008, speedsUp: 0 } as const;
const take = playedByBand(map, timeline, HOW);

/** How loud it is between two times of the map, in seconds. */
const loudness = (from: number, to: number): number => {
  const piece = take.samples.subarray(
    Math.round(take.timeAt(from) * HOW.sampleRate),
    Math.round(take.timeAt(to) * HOW.sampleRate),
  );
  return Math.sqrt(piece.reduce((sum, value) => sum + value * value, 0) / piece.length);
};

test('the same seed makes the same samples, another one others; nothing goes beyond full scale', () => {
  expect(playedByBand(map, timeline, HOW).samples).toEqual(take.samples);
  expect(playedByBand(map, timeline, { ...HOW, seed: 5 }).samples).not.toEqual(take.samples);
  expect(take.samples.every((value) => Math.abs(value) < 1)).toBe(true);
});

test('it is silent before bar 1; in bars without drums the lead plays alone', () => {
  const before = take.samples.subarray(0, Math.round((take.timeAt(0) - 0.02) * HOW.sampleRate));
  expect(before.every((value) => value === 0)).toBe(true);
  expect(loudness(0, 0.1)).toBeGreaterThan(3 * loudness(4, 4.1));
  expect(loudness(8, 8.1)).toBeGreaterThan(3 * loudness(4, 4.1));
});

test('people waver and get faster by so much, and never go back', () => {
  const steady = drifting(100, { drift: 0, speedsUp: 0 }, 1);
  for (const due of [-1, 0, 0.5, 33.3, 100]) expect(steady(due)).toBeCloseTo(due, 9);
  const faster = drifting(100, { drift: 0, speedsUp: 0.1 }, 1);
  expect(faster(1) - faster(0)).toBeCloseTo(1, 2);
  expect(faster(100) - faster(99)).toBeCloseTo(1 / 1.1, 2);
  const wavers = drifting(100, { drift: 0.01, speedsUp: 0 }, 2);
  const paces = Array.from({ length: 99 }, (_, at) => wavers(at + 1) - wavers(at));
  expect(Math.min(...paces)).toBeGreaterThan(0.985);
  expect(Math.max(...paces)).toBeLessThan(1.015);
  expect(Math.max(...paces) - Math.min(...paces)).toBeGreaterThan(0.003);
});
