import { mulberry } from '../base/random';
import { strikeListener } from './strikes';

const RATE = 48_000;

/** Strokes at times (s): noise that dies away within some hundredths, over the noise of a room. */
const soundOf = (
  times: readonly number[],
  seconds: number,
  { loud = 0.5, room = 0.0005, ring = 0.04, rate = RATE, seed = 3 } = {},
): Float32Array => {
  const random = mulberry(seed);
  const noise = () => 2 * random() - 1;
  const samples = Float32Array.from({ length: Math.round(seconds * rate) }, () => room * noise());
  times.forEach((time, index) => {
    const from = Math.round(time * rate);
    const level = loud * (index % 3 === 1 ? 0.25 : 1);
    for (let at = from; at < Math.min(samples.length, from + 8 * ring * rate); at++)
      samples[at]! += level * Math.exp(-(at - from) / (ring * rate)) * noise();
  });
  return samples;
};

const heardIn = (samples: Float32Array, block = 128, rate = RATE): number[] => {
  const listener = strikeListener(rate);
  const found: number[] = [];
  for (let at = 0; at < samples.length; at += block)
    found.push(...listener.hear(samples.subarray(at, at + block)));
  return found.map((sample) => sample / rate);
};

/** Times that are nearly even: eighths at 150, each up to 12 ms off. */
const uneven = (count: number, seed: number) => {
  const random = mulberry(seed);
  return Array.from({ length: count }, (_, index) => 0.3 + index * 0.2 + 0.024 * (random() - 0.5));
};

test.each([44_100, 48_000])('each stroke once, within a millisecond, at %i Hz', (rate) => {
  const times = uneven(60, 9);
  const heard = heardIn(soundOf(times, 13, { rate }), 128, rate);
  expect(heard).toHaveLength(times.length);
  heard.forEach((time, index) => {
    expect(Math.abs(time - times[index]!)).toBeLessThan(0.001);
  });
});

test('blocks of any size tell the same', () => {
  const samples = soundOf(uneven(20, 4), 5);
  expect(heardIn(samples, 1000)).toEqual(heardIn(samples, 128));
  expect(heardIn(samples, 37)).toEqual(heardIn(samples, 128));
});

test('sixteenths at 170 over a ringing drum are told apart', () => {
  const times = Array.from({ length: 64 }, (_, index) => 0.2 + (index * 15) / 170);
  expect(heardIn(soundOf(times, 7, { ring: 0.03 }))).toHaveLength(64);
});

test('silence, the noise of a room and a hum are no strokes', () => {
  expect(heardIn(new Float32Array(RATE * 2))).toEqual([]);
  expect(heardIn(soundOf([], 5, { room: 0.003 }))).toEqual([]);
  const hum = Float32Array.from({ length: RATE * 2 }, (_, at) => 0.3 * Math.sin((at * 314) / RATE));
  expect(heardIn(hum)).toEqual([]);
});

test('a storm of strokes is no more than one every 35 ms', () => {
  const times = Array.from({ length: 4000 }, (_, index) => 0.1 + index / 2000);
  expect(heardIn(soundOf(times, 2.2, { ring: 0.0001 })).length).toBeLessThanOrEqual(
    2.2 / 0.035 + 1,
  );
});
