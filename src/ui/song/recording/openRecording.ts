import { createListener, type Listener } from '@/audio/listener';
import { keepRecording, type Unpacked, unpack } from '@/audio/recordings';

/** A recording that is open on this page. */
export type OpenRecording = Unpacked & {
  /** Another one each time that something is opened. */
  readonly id: number;
  readonly name: string;
  readonly seconds: number;
  /** Where it is: kept on this device, in this page only, or nowhere, because it plays elsewhere. */
  readonly place: 'device' | 'page' | 'elsewhere';
  /** Whether it could be kept, once that is known. */
  readonly kept?: Promise<boolean>;
  /** What can be kept, where nothing is yet. */
  readonly file?: File;
  readonly listener: Listener;
};

type Options = {
  readonly song: string;
  /** What the song knows its recording by. */
  readonly fingerprint: string | null;
};

/**
 * Opens a recording, and keeps a new one on this device as far as that goes.
 *
 * @throws NoRecording where it cannot be opened
 */
export const openRecording = async (
  file: File,
  isNew: boolean,
  { song, fingerprint }: Options,
): Promise<OpenRecording> => {
  const unpacked = await unpack(file);
  // It is written while it is listened to already.
  const kept = isNew ? keepRecording(song, file) : Promise.resolve(true);
  return { ...opened(unpacked, file.name, 'device', fingerprint), kept };
};

/**
 * Opens what a microphone took down; it is not kept.
 *
 * @param at when it began beside what was marked meanwhile, in seconds
 * @throws NoRecording where there is no sound in it
 */
export const openTaken = async (
  file: File,
  at: number,
  fingerprint: string | null,
): Promise<OpenRecording> => {
  const { samples, sampleRate } = await unpack(file);
  const before = Math.max(0, Math.round(at * sampleRate));
  const moved = new Float32Array(before + samples.length);
  moved.set(samples, before);
  return { ...opened({ samples: moved, sampleRate }, file.name, 'page', fingerprint), file };
};

/** Music that plays somewhere else can go on for so long (s) while it is tapped to. */
const LONGEST = 15 * 60;
/** Silence needs no more samples a second. */
const SAMPLE_RATE = 8000;

/** A clock to tap and mark by, while the music plays elsewhere. */
export const openElsewhere = (): OpenRecording =>
  opened(
    { samples: new Float32Array(LONGEST * SAMPLE_RATE), sampleRate: SAMPLE_RATE },
    ELSEWHERE,
    'elsewhere',
    null,
  );

export const ELSEWHERE = 'Music that plays elsewhere';

let count = 0;

const opened = (
  unpacked: Unpacked,
  name: string,
  place: OpenRecording['place'],
  fingerprint: string | null,
): OpenRecording => ({
  ...unpacked,
  id: ++count,
  name,
  place,
  seconds: unpacked.samples.length / unpacked.sampleRate,
  listener: createListener(unpacked, fingerprint),
});
