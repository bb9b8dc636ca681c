import { STRUCK, type VoiceId, voiceOf } from '@/core/music/kit';
import { playedBy, type SimulatedDrummer, type StrokeAt } from '@/core/practice/rounds';
import type { Port } from './midi/port';
import { NoRecording } from './recordings';
import { openStrikes } from './strikes';

/** What somebody strikes, and when by the page's clock (ms). */
export type Struck = {
  readonly at: number;
  readonly voice: string | undefined;
  /** The key of a kit that nobody has said the voice of. */
  readonly unknownKey?: number;
};

/** Which voices the keys of a kit strike that General MIDI does not know, or that it has otherwise. */
export type LearntKeys = Readonly<Record<number, VoiceId>>;

/** What strokes come from. */
export type StrokeInput = {
  readonly id: string;
  readonly name: string;
  /** Whether it hears whatever sounds, the click among it. */
  readonly isOpen?: boolean;
  /** By how much (s) its strokes are uncertain by themselves. */
  readonly error: number;
  /**
   * @param problem is told in a sentence why nothing can be heard
   * @returns how to stop listening
   */
  readonly listen: (
    struck: (stroke: Struck) => void,
    problem?: (sentence: string) => void,
  ) => () => void;
  /** One that plays what is expected: it is told what is due by the page's clock (ms). */
  readonly follow?: (due: readonly Struck[]) => void;
};

/** A key of a computer is looked at every 8 ms by many keyboards (common practice, no source). */
const KEY_ERROR = 0.008;
/** A screen is looked at every 8 to 16 ms by most devices (common practice, no source). */
const TOUCH_ERROR = 0.012;
/** What is found of a beginning, and blocks of samples that come by (measured in our own tests). */
const MICROPHONE_ERROR = 0.003;
/** Three bytes at 31,250 bits a second, by the MIDI 1.0 specification, and a kit's own looking. */
const MIDI_ERROR = 0.003;

/**
 * A key of this device, that stands for whatever is to be struck.
 *
 * @param onTap is given what a tap of the tempo’s key means
 */
export const keyInput = (
  onTap: (tap: ((milliseconds: number) => void) | undefined) => void,
): StrokeInput => ({
  id: 'key',
  name: 'Key T on this device',
  error: KEY_ERROR,
  listen: (struck) => {
    onTap((at) => struck({ at, voice: undefined }));
    return () => onTap(undefined);
  },
});

/** A pad on the screen, that is struck by `strike` at a time of the page’s clock (ms). */
export const padInput = (): StrokeInput & { readonly strike: (at: number) => void } => {
  const listeners = new Set<(stroke: Struck) => void>();
  return {
    id: 'pad',
    name: 'A pad on this screen',
    error: TOUCH_ERROR,
    listen: (struck) => {
      listeners.add(struck);
      return () => listeners.delete(struck);
    },
    strike: (at) => {
      for (const listener of listeners) listener({ at, voice: undefined });
    },
  };
};

/**
 * Strokes as the microphone hears them, on whatever is struck.
 *
 * @param open opens it, and is told what to call at a stroke with the page’s time (ms)
 */
export const microphoneInput = (
  open: (struck: (at: number) => void) => Promise<() => void> = openStrikes,
): StrokeInput => ({
  id: 'microphone',
  name: 'The microphone',
  isOpen: true,
  error: MICROPHONE_ERROR,
  listen: (struck, problem) => {
    let isOver = false;
    let end = () => {
      isOver = true;
    };
    void open((at) => struck({ at, voice: undefined })).then(
      (close) => {
        if (isOver) close();
        else end = close;
      },
      (error: unknown) =>
        problem?.(
          error instanceof NoRecording
            ? error.message
            : 'The microphone cannot be listened to in this browser.',
        ),
    );
    return () => end();
  },
});

/**
 * Notes of a MIDI kit, by the keys of General MIDI.
 *
 * @param learnt keys of this kit that mean something else
 */
export const kitInput = (port: Port, learnt: () => LearntKeys = () => ({})): StrokeInput => ({
  id: port.id,
  name: port.name,
  error: MIDI_ERROR,
  listen: (struck) =>
    port.listen((bytes, at) => {
      for (const key of struckIn(bytes)) {
        const voice = learnt()[key] ?? STRUCK.get(key)?.voice;
        struck({ at, voice, ...(voice === undefined && { unknownKey: key }) });
      }
    }),
});

const NOTE_ON = 0x90;

/** The keys that a message strikes: of several notes after one status byte each. */
export const struckIn = (bytes: ArrayLike<number>): number[] => {
  const [status, ...data] = Array.from(bytes);
  if (status === undefined || (status & 0xf0) !== NOTE_ON) return [];
  return data.flatMap((key, index) =>
    index % 2 === 0 && (data[index + 1] ?? 0) > 0 && key < 0x80 ? key : [],
  );
};

/** How the drummer plays that ships with Ebrant: a little late, not quite even, now and then a miss. */
const DRUMMER: SimulatedDrummer = {
  seed: 11,
  late: 0.012,
  spread: 0.007,
  rushes: 0,
  misses: 0.01,
  doubles: 0,
};

/** A drummer for want of a real one: a kit that sends the notes of what is expected, as they would be played. */
export const simulatedDrummer = (how: Partial<SimulatedDrummer> = {}): StrokeInput => {
  const listeners = new Set<Parameters<Port['listen']>[0]>();
  let { seed } = { ...DRUMMER, ...how };
  const kit: Port = {
    id: 'simulated-drummer',
    name: 'Simulated drummer',
    send: () => undefined,
    listen: (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
  };
  return {
    ...kitInput(kit),
    error: 0,
    follow: (due) => {
      const expected = due.map(({ at, voice }): StrokeAt => ({ time: at / 1000, voice }));
      for (const { time, voice } of playedBy({ ...DRUMMER, ...how, seed: seed++ }, expected))
        for (const heard of listeners) heard(noteOn(voice as VoiceId | undefined), time * 1000);
    },
  };
};

/** A note on the tenth channel, as kits send them; of the snare where nobody says which. */
const noteOn = (voice: VoiceId = 'snare'): number[] => [
  NOTE_ON | 9,
  voiceOf(voice).articulations[0]!.key,
  100,
];
