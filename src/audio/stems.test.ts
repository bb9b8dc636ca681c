import { seconds } from '@/core/music/time';
import { loopHere } from '@/core/playing/transport';
import { besideRecording } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { createPlayer } from './player';
import { simulatedOutput } from './simulated';
import { type Recording, recordingStem } from './stems';

const RATE = 1000;
const samples = Float32Array.from({ length: 5 * RATE }, (_, at) => Math.sin(at / 7));
const recording: Recording = { samples, sampleRate: RATE, start: 2 };

/** All pieces laid over one another at their times, from a place of the program on. */
const mixed = (rate: number, from: number, to: number): Float32Array => {
  const mix = new Float32Array(Math.ceil(((to - from) / rate) * RATE) + RATE);
  for (const { time, make } of recordingStem(recording, rate, from, to)) {
    const at = Math.round(((time - from) / rate) * RATE);
    make(RATE).forEach((value, index) => {
      mix[at + index]! += value;
    });
  }
  return mix;
};

test('the pieces of a recording come to the recording, from wherever it is played', () => {
  for (const from of [0, 2, 3.217]) {
    const mix = mixed(1, from, 7);
    for (let at = 0; at < (7 - from) * RATE - 10; at++)
      expect(mix[at]).toBeCloseTo(samples[Math.round((from - 2) * RATE) + at] ?? 0, 4);
  }
});

test('at half the speed it lasts twice as long, and every piece is due at its place', () => {
  const pieces = recordingStem(recording, 0.5, 2, 7);
  expect(pieces).toHaveLength(40);
  // A quarter of a second by the clock is an eighth of the recording.
  expect(pieces[8]!.time).toBeCloseTo(3, 1);
  const mix = mixed(0.5, 2, 7);
  expect(Math.max(...mix.subarray(9 * RATE, 9.8 * RATE))).toBeGreaterThan(0.5);
});

test('a loop begins the recording anew at its start, and nothing of it sounds past its end', async () => {
  jest.useFakeTimers();
  const timeline = compile(roadMapFrom('song 240, in 4/4, count 4\nA: 2\nB: 4'));
  const program = besideRecording('Song', timeline, 1, 8);
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const piece = {
    program,
    complete: async () => ({ program, recording: { ...recording, start: 0 } }),
  };
  const begins = player.play(piece, seconds(program.songs[0]!.barOne));
  await jest.advanceTimersByTimeAsync(200);
  await begins;
  player.step(loopHere);
  for (let gone = 0; gone < 20; gone++) {
    speakers.advance(0.25);
    await jest.advanceTimersByTimeAsync(250);
  }
  // A lasts two seconds and is led up to by a bar of count-in: the loop turns at 103.15 s.
  const sounding = speakers.started.filter(({ key, taken }) => key === 'recording' && !taken);
  const turn = sounding.filter(({ at }) => Math.abs(at - 103.15) < 0.001);
  expect(turn).toHaveLength(1);
  const last = sounding.filter(({ at }) => at < 103.149 && at > 102.85);
  expect(last.at(-1)!.until).toBeCloseTo(103.15, 3);
  jest.useRealTimers();
});
