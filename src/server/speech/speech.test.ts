import { NO_OVERRIDES } from '@/core/music/click';
import { resampled } from '@/core/playing/speech';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapOf } from '@/core/testing';
import { roadMapFrom } from '@/core/text/shorthand';
import type { Queries } from '../database';
import { voiceOf } from '../files/voice';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { asSent, hasVoice, recordings, speaker } from '.';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase('speech_test');
});
afterAll(() => db.close());

const within = <T>(work: (queries: Queries) => Promise<T>) => db.as('Odile Marsh', work);
const kept = () => db.value<number>('SELECT count(*)::int FROM speech');

test('words are spoken, made ready, and kept by voice and text', async () => {
  expect(await hasVoice()).toBe(true);
  const before = await kept();
  const lines = [
    { voice: 'british', text: 'Bridge in two', take: 'plain' },
    { voice: 'american', text: 'Bridge in two', take: 'plain' },
    { voice: 'british', text: '  Bridge\tin two ', take: 'plain' },
  ] as const;
  const sound = await recordings(within, lines);
  expect(await kept()).toBe(before + 2);
  const samples = sound(lines[0])!;
  // Three short words take between half a second and a second and a half.
  expect(samples.length / 48_000).toBeGreaterThan(0.5);
  expect(samples.length / 48_000).toBeLessThan(1.5);
  expect(Math.max(...samples)).toBeLessThanOrEqual(0.951);
  expect(sound(lines[2])).toBe(samples);
  expect(sound(lines[1])).not.toEqual(samples);

  const again = (await recordings(within, lines))(lines[0])!;
  expect(await kept()).toBe(before + 2);
  expect(again).toHaveLength(samples.length);
  const off = again.reduce((most, value, at) => Math.max(most, Math.abs(value - samples[at]!)), 0);
  expect(off).toBeLessThan(1 / 30_000);
});

test('a short take of a number has room in a beat at 240', async () => {
  const numbers = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
  const lines = numbers.map((text) => ({
    voice: 'british' as const,
    text,
    take: 'short' as const,
  }));
  const sound = await recordings(within, lines);
  for (const line of lines) expect(sound(line)!.length / 48_000).toBeLessThan(60 / 240);
});

test('hostile words are only words: no option, no markup, no length', async () => {
  const texts = ['--version', '-f /etc/passwd', '<speak>one</speak>', 'la '.repeat(300), '\u0000'];
  const lines = texts.map((text) => ({ voice: 'british' as const, text, take: 'plain' as const }));
  const sound = await recordings(within, lines);
  expect(lines.map((line) => sound(line) !== undefined)).toEqual([true, true, true, true, false]);
  expect(sound(lines[3]!)!.length / 48_000).toBeLessThan(60);
});

test('a song’s voice is over before each place it speaks of', async () => {
  const map = roadMapFrom(
    'song 126, in 4/4, count 6\nVerse: 8; cue 4 listen "guitar" warn 1 bars\nBridge: 4',
  );
  const click = { ...NO_OVERRIDES, sayCount: true, sayNames: true, sayCues: true };
  const timeline = compile({ ...map, click });
  const said = await voiceOf(speaker(within), soloProgram('Song', timeline));
  expect(said.map(({ text }) => text)).toEqual([
    'three',
    'four',
    'one',
    'two',
    'three',
    'four',
    'guitar',
    'Bridge in two',
  ]);
  said.forEach(({ at, samples }, index) => {
    const next = said[index + 1]?.at ?? Number.POSITIVE_INFINITY;
    expect(at + samples.length / 48_000).toBeLessThanOrEqual(next);
  });
  const { text, at, samples } = said.at(-1)!;
  expect(text).toBe('Bridge in two');
  const bridge = timeline.countIn.seconds + timeline.passages[1]!.startSeconds;
  expect(at + samples.length / 48_000).toBeLessThan(bridge);
});

test('where the program is missing there is no voice, and all else is as ever', async () => {
  const { PATH } = process.env;
  process.env.PATH = '/nowhere';
  try {
    const line = { voice: 'british', text: 'never said before', take: 'plain' } as const;
    const sound = await recordings(within, [line]);
    expect(sound(line)).toBeUndefined();
    const map = { ...roadMapOf([{ bars: 4 }, { name: 'Unheard of', bars: 4 }]) };
    const click = { ...NO_OVERRIDES, sayNames: true };
    const song = soloProgram('Song', compile({ ...map, click }));
    expect(await voiceOf(speaker(within), song)).toEqual([]);
    expect(song.songs[0]!.timeline.clicks).toHaveLength(4 + 32);
  } finally {
    process.env.PATH = PATH;
  }
});

test('what is sent to a page is half as long and loses nothing that can be heard', async () => {
  const line = { voice: 'british', text: 'Chorus, seven bars', take: 'plain' } as const;
  const samples = (await recordings(within, [line]))(line)!;
  const bytes = asSent(samples);
  expect(bytes.length).toBe(2 * Math.ceil(samples.length / 2));
  const sent = Float32Array.from(
    { length: bytes.length / 2 },
    (_, index) => bytes.readInt16LE(2 * index) / 32_767,
  );
  const back = resampled(sent, 24_000, 48_000);
  const power = (of: Float32Array) => of.reduce((sum, value) => sum + value * value, 0);
  const error = samples.map((value, index) => value - (back[index] ?? 0));
  // What differs is forty decibels below what is said: at ordinary loudness below the room's own noise.
  expect(10 * Math.log10(power(error) / power(samples))).toBeLessThan(-40);
});
