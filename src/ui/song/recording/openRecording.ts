import { createListener, type Listener } from '@/audio/listener';
import { keepRecording, type Unpacked, unpack } from '@/audio/recordings';

/** A recording that is open on this page. */
export type OpenRecording = Unpacked & {
  readonly name: string;
  readonly seconds: number;
  /** Whether it will be there the next time. */
  readonly isKept: boolean;
  readonly listener: Listener;
};

/**
 * Opens a recording, and keeps a new one on this device.
 *
 * @throws NoRecording where it cannot be opened
 */
export const openRecording = async (
  song: string,
  file: File,
  isNew: boolean,
): Promise<OpenRecording> => {
  const unpacked = await unpack(file);
  const isKept = isNew ? await keepRecording(song, file) : true;
  return {
    ...unpacked,
    name: file.name,
    seconds: unpacked.samples.length / unpacked.sampleRate,
    isKept,
    listener: createListener(unpacked),
  };
};
