import { VOICES } from '../../music/kit';
import { seconds, ticks } from '../../music/time';
import { STICKS } from '../../song/roadmap';
import type { Note } from '../performance';
import { FORCES_HEARD, renderDrum, soundName, soundsOf } from '.';

const RATE = 48_000;
const heard = (name: string) => renderDrum(name, RATE);

/** Root of the mean square over some milliseconds. */
const loudness = (samples: Float32Array, from: number, to: number): number => {
  const part = samples.slice((from * RATE) / 1000, (to * RATE) / 1000);
  if (part.length === 0) return 0;
  return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
};

/** Zero crossings a second: how high and how hissing a sound is. */
const crossings = (samples: Float32Array): number => {
  let count = 0;
  for (let index = 1; index < samples.length; index++) {
    if (samples[index]! * samples[index - 1]! < 0) count++;
  }
  return (count / samples.length) * RATE;
};

test('every voice and every way to strike it sounds, within bounds, and ends in silence', () => {
  let made = 0;
  for (const { id, articulations } of VOICES) {
    for (const { id: how } of articulations) {
      const samples = heard(soundName({ voice: id, how, force: 1 }));
      const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      expect([id, how, peak > 0.1, peak <= 1]).toEqual([id, how, true, true]);
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.001);
      made++;
    }
  }
  expect(made).toBe(23);
});

test('open, half-open and closed hats are told apart by how long they ring', () => {
  const at200 = (how: string) =>
    loudness(heard(soundName({ voice: 'hihat', how, force: 1 })), 150, 250);
  expect(at200('closed')).toBe(0);
  expect(at200('half-open')).toBeGreaterThan(0.001);
  expect(at200('open')).toBeGreaterThan(3 * at200('half-open'));
});

test('brushes, rods and mallets are softer than sticks, and each sounds differently; feet know none of it', () => {
  for (const voice of ['snare', 'floorTom', 'ride'] as const) {
    const how = { snare: 'head', floorTom: 'struck', ride: 'bow' }[voice];
    const sounds = STICKS.map((sticks) => heard(soundName({ voice, how, force: 1, sticks })));
    const peaks = sounds.map((samples) => Math.max(...samples.map(Math.abs)));
    expect(Math.max(...peaks)).toBe(peaks[0]);
    expect(new Set(peaks.map((peak) => peak.toFixed(3))).size).toBe(STICKS.length);
  }
  expect(soundName({ voice: 'bass', how: 'struck', force: 1, sticks: 'brushes' })).toBe(
    'bass struck 5',
  );
});

test('the shoulder of the stick rings longer and louder than its tip, on cymbals only', () => {
  for (const [voice, how] of [
    ['hihat', 'closed'],
    ['ride', 'bow'],
  ] as const) {
    const [tip, shoulder] = [undefined, true as const].map((one) =>
      heard(soundName({ voice, how, force: 1, ...(one && { shoulder: one }) })),
    );
    expect(shoulder!.length).toBeGreaterThan(tip!.length * 1.2);
    expect(loudness(shoulder!, 0, 60)).toBeGreaterThan(loudness(tip!, 0, 60) * 1.1);
  }
  expect(soundName({ voice: 'snare', how: 'head', force: 1, shoulder: true })).toBe('snare head 5');
});

test('without its snares a snare hisses less and sounds lower', () => {
  const struck = (snares: 'on' | 'off') =>
    heard(soundName({ voice: 'snare', how: 'head', force: 1, snares }));
  expect(crossings(struck('off'))).toBeLessThan(crossings(struck('on')) / 3);
});

test('ghost notes are far below accents, and each force is louder than the one before', () => {
  const levels = Array.from({ length: FORCES_HEARD }, (_, index) =>
    loudness(heard(`snare head ${index + 1}`), 0, 40),
  );
  for (let index = 1; index < levels.length; index++)
    expect(levels[index]).toBeGreaterThan(levels[index - 1]! * 1.2);
  expect(levels[4]! / levels[0]!).toBeGreaterThan(6);
});

test('toms fall in pitch from high to low, the bass drum lies below them', () => {
  const pitches = ['highTom', 'middleTom', 'floorTom', 'floorTom2', 'bass'].map((voice) =>
    crossings(heard(`${voice} struck 5`).slice(RATE * 0.1)),
  );
  expect([...pitches].sort((a, b) => b - a)).toEqual(pitches);
  expect(pitches[4]).toBeLessThan(130);
});

test('a sound is the same at every hearing, and an unknown one is silence', () => {
  expect(heard('crash struck 4')).toEqual(heard('crash struck 4'));
  expect(heard('gong struck 4')).toHaveLength(0);
});

const note = (at: number, like: Partial<Note>): Note => ({
  ticks: ticks(0),
  seconds: seconds(at),
  voice: 'hihat',
  how: 'closed',
  force: 0.8,
  sticks: 'sticks',
  snares: 'on',
  ornament: undefined,
  after: undefined,
  layer: 'hands',
  limbs: ['right hand'],
  from: 'groove',
  ...like,
});

test('closing the hats cuts the open ones, by stick or by foot, unless they are left to ring', () => {
  const cutAt = (...notes: Note[]) => soundsOf(notes)[0]?.until;
  expect(cutAt(note(0, { how: 'open' }), note(0.5, {}))).toBe(0.5);
  expect(cutAt(note(0, { how: 'open' }), note(0.4, { voice: 'pedal', how: 'pedal' }))).toBe(0.4);
  expect(cutAt(note(0, { how: 'open', after: 'ring' }), note(0.5, {}))).toBeUndefined();
  expect(cutAt(note(0, { how: 'open' }), note(0.5, { how: 'open' }))).toBeUndefined();
  expect(cutAt(note(0, { voice: 'ride', how: 'bow' }), note(0.5, {}))).toBeUndefined();
});

test('a choked crash is caught, a free one rings', () => {
  const crash = { voice: 'crash', how: 'struck' } as const;
  expect(soundsOf([note(1, { ...crash, after: 'choke' })])[0]?.until).toBeCloseTo(1.14, 9);
  expect(soundsOf([note(1, crash)])[0]?.until).toBeUndefined();
});

test('a buzz is one sound', () => {
  const snare = { voice: 'snare', how: 'head', ornament: 'buzz' } as const;
  expect(soundsOf([note(0, snare)]).map(({ sound }) => sound)).toEqual(['snare buzz 4']);
});

/** The power of a stroke of some force as it is heard, in decibels. */
const decibels = (force: number): number => {
  const [{ sound, gain } = { sound: '', gain: 0 }] = soundsOf([
    note(0, { voice: 'snare', how: 'head', force }),
  ]);
  return 20 * Math.log10(loudness(heard(sound), 0, 60) * gain);
};

test('every force is as loud as its own: five levels are five loudnesses', () => {
  // The forces of levels 1 to 5, a plain stroke each.
  const levels = [0.32, 0.44, 0.56, 0.68, 0.8].map(decibels);
  for (let index = 1; index < levels.length; index++)
    expect(levels[index]! - levels[index - 1]!).toBeGreaterThan(1);
});

test('in a crescendo every stroke is a little louder than the one before, without a step', () => {
  const strokes = Array.from({ length: 33 }, (_, index) => decibels(0.32 + (0.48 * index) / 32));
  const steps = strokes.slice(1).map((one, index) => one - strokes[index]!);
  // Where one made sound gives way to the next it also grows brighter; that is no step of 2 dB.
  for (const step of steps) {
    expect(step).toBeGreaterThan(0);
    expect(step).toBeLessThan(1.2);
  }
});
