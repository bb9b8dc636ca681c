import { mulberry } from '@/core/base/random';
import { SAMPLE_RATE, wavHeader } from '@/core/files/wav';
import { seconds } from '@/core/music/time';
import { AT_START, begin, due, unfold } from '@/core/playing/transport';
import { clicksOf, type Judged, type Ladder, roundsAhead, stretchOf } from '@/core/practice/rounds';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { onsetsHeard } from '../testing/onsets';

const ROUNDS = 100;
const LADDER: Ladder = { kind: 'up', from: 150, to: 240, step: 6, rounds: 2, trusts: true };

const timeline = compile(roadMapFrom('song 200, in 4/4, count 4\nVerse: 2\nChorus: 2\nOut: 2'));
const program = soloProgram('Ladder', timeline);
const song = program.songs[0]!;
/** A hundred rounds up and down a ladder, one in five of them broken. */
const tempos = (): number[] => {
  const random = mulberry(12);
  const judged: Judged[] = [];
  for (let round = 0; round < ROUNDS; round++)
    judged.push({
      perMinute: roundsAhead(LADDER, judged, round + 1).at(-1)!,
      verdict: random() < 0.2 ? 'broken' : 'clean',
    });
  return judged.map(({ perMinute }) => perMinute);
};
const rates = tempos().map((perMinute) => perMinute / 200);
const bars = stretchOf(song, { first: 3, last: 4 }, 0, 0);
const loop = { ...bars, name: 'bars 3 to 4', rates };
const length = rates.reduce((sum, rate) => sum + (bars.to - bars.from) / rate, 0);
const plan = unfold(
  begin({ program, place: seconds(bars.from), rate: 1, live: false, loop }, 1),
  1 + length,
);

test('a hundred rounds with changing tempos follow one another without a gap and without overlap', () => {
  expect(new Set(rates).size).toBeGreaterThan(5);
  const rounds = plan.segments.slice(0, ROUNDS);
  rounds.forEach((segment, round) => {
    expect(segment).toMatchObject({ place: bars.from, until: bars.to });
    expect(segment.rate).toBeCloseTo(rates[round]!, 12);
    // Exactly, not nearly: a sample is 21 millionths of a second.
    expect(plan.segments[round + 1]!.clock).toBe(segment.ends);
  });
  expect(rounds.at(-1)!.ends).toBeCloseTo(1 + length, 6);
});

// aubio, an independent detector of onsets (Debian's aubio-tools).
test('rendered, an independent detector hears every click of them where it is due, and no other', () => {
  const items = clicksOf(song).map(({ place }) => ({ time: place }));
  // What begins with the round behind the last is no longer one of them.
  const clicks = due(plan, () => items, AT_START, length + 0.9).due.map(({ clock }) => clock);
  expect(clicks).toHaveLength(ROUNDS * 8);
  const samples = new Int16Array(Math.ceil((length + 2) * SAMPLE_RATE));
  for (const time of clicks) {
    const from = Math.round(time * SAMPLE_RATE);
    // A click: 2 kHz that dies away within 10 ms.
    for (let at = 0; at < 0.05 * SAMPLE_RATE; at++)
      samples[from + at]! +=
        16_000 *
        Math.exp(-at / (0.01 * SAMPLE_RATE)) *
        Math.sin((at * 2000 * 2 * Math.PI) / SAMPLE_RATE);
  }
  const heard = onsetsHeard(
    Buffer.concat([
      wavHeader({ layout: 'mono', bits: 16 }, samples.length),
      Buffer.from(samples.buffer),
    ]),
  );
  expect(heard).toHaveLength(clicks.length);
  // Its pieces of 512 samples put all of them about as early or late.
  const off = clicks.map((time, index) => heard[index]! - time);
  const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
  expect(Math.abs(mean)).toBeLessThan(0.012);
  for (const one of off) expect(Math.abs(one - mean)).toBeLessThan(0.002);
}, 60_000);
