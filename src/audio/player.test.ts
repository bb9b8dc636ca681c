import { seconds } from '@/core/music/time';
import { loopHere, move, waitOrGoOn } from '@/core/playing/transport';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { createPlayer } from './player';
import { simulatedOutput } from './simulated';
import type { Content } from './stems';

const song = (text: string) =>
  soloProgram('Song', compile(roadMapFrom(`song 240, in 4/4, count 4\n${text}`)));

/** Plays on a simulated output; at 240 a beat lasts a quarter of a second. */
const playing = async (program = song('A: 4\nB: 4\nC: 40'), from = 0) => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const run = async (time: number, each = 0.25) => {
    for (let gone = 0; gone < time - 1e-9; gone += each) {
      speakers.advance(each);
      await jest.advanceTimersByTimeAsync(each * 1000);
    }
  };
  await player.play({ program }, seconds(from));
  return { player, run, program, ...speakers };
};

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

/** The first click is due after a run-up of 0.15 s. */
const FIRST = 100.15;
const beats = (from: number, count: number) =>
  Array.from({ length: count }, (_, index) => expect.closeTo(from + index / 4, 9));

test('every click is started before it is due, at its time, and once', async () => {
  const { run, heard, started } = await playing(song('A: 12'));
  await run(14);
  expect(heard()).toEqual(beats(FIRST, 52));
  for (const { given, at } of started) expect(given).toBeLessThan(at);
});

test('a page that stalls for 3.5 s misses nothing', async () => {
  const { run, heard } = await playing(song('A: 12'));
  await run(14, 3.5);
  expect(heard()).toEqual(beats(FIRST, 52));
});

test('after a stall that is longer than what was handed over no burst of late clicks follows', async () => {
  const { run, heard, started, player } = await playing(song('A: 40'));
  await run(2);
  await run(9, 9);
  await run(4);
  for (const { given, at } of started) expect(at - given).toBeGreaterThanOrEqual(0);
  const times = heard();
  // On the beat before and after it.
  for (const at of times) expect(((at - FIRST) * 4) % 1).toBeCloseTo(0, 6);
  expect(player.heard()!.place).toBeCloseTo(15 - 0.15, 6);
});

test('a loop, a vamp and a fermata do not hang on how often the page looks', async () => {
  const { run, heard, player } = await playing(song('A: 2\nB: 2\nC: 2'), 3);
  player.step(loopHere);
  await run(12, 3);
  // Bars of the loop from 2 to 6 s: clicks on every quarter of a second all along.
  expect(heard().filter((at) => at < 112)).toEqual(beats(FIRST, 48));
  expect(player.heard()!.place).toBeCloseTo(2 + ((3 - 2 + 12 - 0.15) % 4), 6);
});

test('another rate takes hold without a gap, and what was handed over for the old one is taken back', async () => {
  const { run, heard, player } = await playing();
  await run(2);
  player.setRate(0.5);
  await run(3);
  const times = heard().filter((at) => at < 105);
  const gaps = times.slice(1).map((at, index) => at - times[index]!);
  expect(
    gaps.filter((gap) => Math.abs(gap - 0.25) > 1e-6 && Math.abs(gap - 0.5) > 1e-6),
  ).toHaveLength(1);
  expect(Math.max(...gaps)).toBeLessThan(0.5 + 1e-6);
});

test('moves and waits keep the beat', async () => {
  const { run, heard, player } = await playing();
  await run(2.25);
  player.step((plan, clock) => move(plan, clock, 'on'));
  await run(2);
  player.step(waitOrGoOn);
  await run(4);
  expect(player.state()).toEqual({ is: 'waiting', for: undefined });
  const before = heard();
  expect(before).toEqual(beats(FIRST, before.length));
  player.step(waitOrGoOn);
  await run(0.5);
  expect(player.state()).toEqual({ is: 'playing' });
  expect(heard().length).toBeGreaterThan(before.length);
});

test('an edit goes on at the same bar and beat; where nothing is left it stops and says so', async () => {
  const { run, heard, player } = await playing();
  const why = jest.fn();
  player.onEnd(why);
  await run(2.5);
  await player.change({ program: song('A: 4\nB: 2\nC: 4') });
  await run(1);
  expect(heard().filter((at) => at < 103.4)).toEqual(beats(FIRST, 13));
  expect(player.heard()!.program.seconds).toBe(11);
  await player.change({ program: song('') });
  expect(why).toHaveBeenCalledWith('gone');
  expect(player.state()).toEqual({ is: 'stopped' });
});

test('what has begun to sound is not cut off by a change, what is to come is replaced', async () => {
  const { run, started, player } = await playing();
  await run(2.5);
  await player.change({ program: song('A: 4\nB: 4\nC: 41') });
  for (const { at, taken } of started) if (at <= 102.5) expect(taken).toBe(false);
});

test('Stop while it is made ready: nothing sounds, then or later', async () => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  let open: () => void = () => undefined;
  speakers.opensAfter(
    new Promise((resolve) => {
      open = resolve;
    }),
  );
  const attempt = player.play({ program: song('A: 4') }, seconds(0));
  expect(player.state()).toEqual({ is: 'preparing' });
  player.stop();
  expect(player.state()).toEqual({ is: 'stopped' });
  open();
  await attempt;
  await jest.advanceTimersByTimeAsync(1000);
  expect(speakers.started).toEqual([]);
});

test('Play pressed twice while it is made ready plays once', async () => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const program = song('A: 4');
  await Promise.all([player.play({ program }, seconds(0)), player.play({ program }, seconds(0))]);
  expect(speakers.heard()).toEqual(beats(FIRST, 16));
});

test('drums that are not ready in time come in when they are, at their place', async () => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const program = song('A: 8');
  let ready: (content: Content) => void = () => undefined;
  const whole = new Promise<Content>((resolve) => {
    ready = resolve;
  });
  void player.play({ program, complete: () => whole }, seconds(0));
  await jest.advanceTimersByTimeAsync(149);
  expect(speakers.started).toEqual([]);
  await jest.advanceTimersByTimeAsync(2);
  expect(speakers.started.length).toBeGreaterThan(0);
  const sounds = [0.5, 2.5, 3.5].map((at) => ({ sound: 'snare', gain: 1, at, until: undefined }));
  speakers.advance(2);
  ready({ program, drums: { sounds, render: () => new Float32Array(1) } });
  await jest.advanceTimersByTimeAsync(0);
  const snares = speakers.started.filter(({ key, taken }) => key === 'snare' && !taken);
  expect(snares.map(({ at }) => at)).toEqual([
    expect.closeTo(FIRST + 2.5),
    expect.closeTo(FIRST + 3.5),
  ]);
  expect(speakers.heard().length).toBe(24 + 2);
});

test('at the end it stops by itself, and what rings rings on', async () => {
  const { run, player, started } = await playing(song('A: 1'));
  const why = jest.fn();
  player.onEnd(why);
  await run(2.5);
  expect(why).toHaveBeenCalledWith('over');
  expect(player.state()).toEqual({ is: 'stopped' });
  expect(started.every(({ taken }) => !taken)).toBe(true);
});

test('words that speak of a place the music does not come to are not said', async () => {
  const program = song('A: 4\nB: 4');
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const words = { text: 'B', samples: new Float32Array(9), level: 0, pan: 0, at: 4, of: 5 };
  const content = { program, voice: () => [words] };
  await player.play({ program, complete: async () => content }, seconds(2));
  const said = () => speakers.started.filter(({ key, taken }) => key.startsWith('voice') && !taken);
  expect(said()).toHaveLength(1);
  // Back to bar 1 at the next bar line: the word is taken back, and said where it comes true.
  player.step((plan, clock) => move(plan, clock, 'again'));
  expect(said()).toHaveLength(0);
  speakers.advance(1);
  await jest.advanceTimersByTimeAsync(1000);
  expect(said()).toHaveLength(1);
});
