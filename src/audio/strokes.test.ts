import { VOICES } from '@/core/music/kit';
import type { Port } from './midi/port';
import { NoRecording } from './recordings';
import {
  keyInput,
  kitInput,
  microphoneInput,
  padInput,
  type Struck,
  simulatedDrummer,
  struckIn,
} from './strokes';

test('note-on messages strike, note-offs and what else is sent does not', () => {
  expect(struckIn([0x99, 38, 100])).toEqual([38]);
  expect(struckIn([0x90, 36, 1])).toEqual([36]);
  // Of velocity 0 it is a note-off, by the MIDI 1.0 specification.
  expect(struckIn([0x99, 38, 0])).toEqual([]);
  expect(struckIn([0x89, 38, 100])).toEqual([]);
  expect(struckIn([0xf8])).toEqual([]);
  expect(struckIn([])).toEqual([]);
  // Running status: further notes without a status byte of their own.
  expect(struckIn([0x99, 38, 100, 42, 80, 36, 0])).toEqual([38, 42]);
  expect(struckIn([0x99, 38])).toEqual([]);
});

test('a kit tells what was struck by the keys of General MIDI; unknown ones are strokes all the same', () => {
  let hear: Parameters<Port['listen']>[0] = () => undefined;
  const port: Port = {
    id: 'kit',
    name: 'Kit',
    send: () => undefined,
    listen: (heard) => {
      hear = heard;
      return () => {
        hear = () => undefined;
      };
    },
  };
  const struck: Struck[] = [];
  let learnt = {};
  const end = kitInput(port, () => learnt).listen((stroke) => struck.push(stroke));
  hear([0x99, 38, 90], 1000);
  hear([0x99, 36, 90, 42, 60], 1002);
  hear([0x99, 5, 90], 1003);
  learnt = { 5: 'crash', 38: 'floorTom' };
  hear([0x99, 5, 90, 38, 90], 1004);
  end();
  hear([0x99, 38, 90], 1005);
  expect(struck).toEqual([
    { at: 1000, voice: 'snare' },
    { at: 1002, voice: 'bass' },
    { at: 1002, voice: 'hihat' },
    { at: 1003, voice: undefined, unknownKey: 5 },
    // What the player has said of a key holds, also of one that is known.
    { at: 1004, voice: 'crash' },
    { at: 1004, voice: 'floorTom' },
  ]);
});

test('a key is a stroke of nobody knows what, for as long as it is listened to', () => {
  let tap: ((at: number) => void) | undefined;
  const struck: Struck[] = [];
  const end = keyInput((next) => {
    tap = next;
  }).listen((stroke) => struck.push(stroke));
  tap?.(500);
  end();
  expect(tap).toBeUndefined();
  expect(struck).toEqual([{ at: 500, voice: undefined }]);
});

test('the simulated drummer strikes what is due, as late as it is asked to be', () => {
  const drummer = simulatedDrummer({ late: 0.02, spread: 0, misses: 0 });
  const struck: Struck[] = [];
  const end = drummer.listen((stroke) => struck.push(stroke));
  drummer.follow?.([
    { at: 1000, voice: 'snare' },
    { at: 1500, voice: 'bass' },
  ]);
  end();
  drummer.follow?.([{ at: 2000, voice: 'snare' }]);
  expect(struck).toEqual([
    { at: expect.closeTo(1020, 6), voice: 'snare' },
    { at: expect.closeTo(1520, 6), voice: 'bass' },
  ]);
});

test('every voice comes back from the simulated kit as itself', () => {
  const drummer = simulatedDrummer({ misses: 0 });
  const struck: Struck[] = [];
  drummer.listen((stroke) => struck.push(stroke));
  const voices = VOICES.map(({ id }) => id);
  drummer.follow?.(voices.map((voice, index) => ({ at: index * 100, voice })));
  expect(struck.map(({ voice }) => voice)).toEqual(voices);
});

test('a pad strikes while somebody listens', () => {
  const pad = padInput();
  const struck: Struck[] = [];
  const end = pad.listen((stroke) => struck.push(stroke));
  pad.strike(1000);
  end();
  pad.strike(1001);
  expect(struck).toEqual([{ at: 1000, voice: undefined }]);
});

test('the microphone is closed again, also when it opens too late', async () => {
  const close = jest.fn();
  let strike: (at: number) => void = () => undefined;
  const input = microphoneInput(async (struck) => {
    strike = struck;
    return close;
  });
  const struck: Struck[] = [];
  const end = input.listen((stroke) => struck.push(stroke));
  await Promise.resolve();
  strike(500);
  expect(struck).toEqual([{ at: 500, voice: undefined }]);
  expect(close).not.toHaveBeenCalled();
  end();
  expect(close).toHaveBeenCalledTimes(1);
  input.listen(() => undefined)();
  await Promise.resolve();
  expect(close).toHaveBeenCalledTimes(2);
});

test('why nothing is heard is said in a sentence', async () => {
  const said: string[] = [];
  const refused = (error: Error) =>
    microphoneInput(() => Promise.reject(error)).listen(
      () => undefined,
      (sentence) => said.push(sentence),
    );
  refused(new NoRecording('No microphone is found on this device.'));
  refused(new Error('addModule'));
  await new Promise((after) => setTimeout(after));
  expect(said).toEqual([
    'No microphone is found on this device.',
    'The microphone cannot be listened to in this browser.',
  ]);
});
