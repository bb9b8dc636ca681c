/**
 * Recordings that songs are learnt from. They stay on this device: in the private file system of the browser,
 * one file a song, never sent anywhere.
 */

/**
 * How long (s) and how large (bytes) a recording may be: it is unpacked in memory as a whole, two channels of
 * 12 minutes to 280 MB before they are mixed to one of half that.
 */
export const LONGEST_RECORDING = 12 * 60;
export const LARGEST_RECORDING = 150_000_000;

/** Samples a second that recordings are unpacked to, as the click is. */
const SAMPLE_RATE = 48_000;

/** A recording, unpacked to one channel. */
export type Unpacked = { readonly samples: Float32Array<ArrayBuffer>; readonly sampleRate: number };

/** What is used and free on this device, in bytes; nothing where the browser does not say. */
export type Space = { readonly used: number; readonly free: number };

/** Why a recording is not opened, in a sentence. */
export class NoRecording extends Error {}

/**
 * Unpacks what this browser can read: WAV, FLAC, MP3, AAC, Ogg, Opus mostly, whatever the name says.
 *
 * @throws NoRecording
 */
export const unpack = async (file: Blob): Promise<Unpacked> => {
  if (file.size === 0) throw new NoRecording('The file is empty.');
  if (file.size > LARGEST_RECORDING)
    throw new NoRecording('It is larger than 150 MB: cut the song out of it first.');
  refuseLong(await lengthOf(file));
  const context = new OfflineAudioContext(1, 1, SAMPLE_RATE);
  const buffer = await context.decodeAudioData(await file.arrayBuffer()).catch(() => {
    throw new NoRecording(
      'This browser cannot read it as sound: it may be damaged, or of another kind.',
    );
  });
  refuseLong(buffer.duration);
  return { samples: await mixed(buffer), sampleRate: buffer.sampleRate };
};

const refuseLong = (length = 0): void => {
  if (length > LONGEST_RECORDING)
    throw new NoRecording(
      `It lasts ${Math.round(length / 60)} minutes. Recordings of up to ${LONGEST_RECORDING / 60} minutes are opened: cut the song out of it first.`,
    );
};

/** So many samples are worked on before the page has its turn again. */
export const AT_ONCE = 1 << 20;

const mixed = async (buffer: AudioBuffer): Promise<Float32Array<ArrayBuffer>> => {
  if (buffer.numberOfChannels === 1) return buffer.getChannelData(0);
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, channel) =>
    buffer.getChannelData(channel),
  );
  const share = 1 / channels.length;
  const samples = new Float32Array(buffer.length);
  for (let from = 0; from < samples.length; from += AT_ONCE) {
    const to = Math.min(samples.length, from + AT_ONCE);
    for (const own of channels) for (let at = from; at < to; at++) samples[at]! += share * own[at]!;
    await new Promise((resolve) => setTimeout(resolve));
  }
  return samples;
};

/** So long (ms) is waited for what the head of a file says. */
const PATIENCE = 5000;

/** How long it lasts (s) by its head, before all of it is unpacked; nothing where that is not said. */
const lengthOf = (file: Blob): Promise<number | undefined> =>
  new Promise((resolve) => {
    const element = new Audio();
    const url = URL.createObjectURL(file);
    const answer = (length: number | undefined) => {
      clearTimeout(timer);
      element.removeAttribute('src');
      URL.revokeObjectURL(url);
      resolve(length);
    };
    const timer = setTimeout(() => answer(undefined), PATIENCE);
    element.onloadedmetadata = () =>
      answer(Number.isFinite(element.duration) ? element.duration : undefined);
    element.onerror = () => answer(undefined);
    element.preload = 'metadata';
    element.src = url;
  });

const folder = async (): Promise<FileSystemDirectoryHandle> =>
  (await navigator.storage.getDirectory()).getDirectoryHandle('recordings', { create: true });

/** Two files a song: the recording, and what it was called. */
const nameOf = (song: string) => `${song}.name`;

/**
 * Keeps the recording of a song on this device.
 *
 * @returns whether it will be there the next time
 */
export const keepRecording = async (song: string, file: File): Promise<boolean> => {
  try {
    const recordings = await folder();
    for (const [name, what] of [
      [song, file],
      [nameOf(song), file.name],
    ] as const) {
      const writable = await (
        await recordings.getFileHandle(name, { create: true })
      ).createWritable();
      await writable.write(what);
      await writable.close();
    }
    return true;
  } catch {
    // No private file system, or no room in it: it is heard now and asked for again the next time.
    await removeRecording(song);
    return false;
  }
};

/** The recording of a song that is on this device; nothing where none is. */
export const keptRecording = async (song: string): Promise<File | undefined> => {
  try {
    const recordings = await folder();
    const read = async (name: string) => (await recordings.getFileHandle(name)).getFile();
    const [file, name] = await Promise.all([read(song), read(nameOf(song))]);
    return file.size > 0 ? new File([file], await name.text()) : undefined;
  } catch {
    return undefined;
  }
};

export const removeRecording = async (song: string): Promise<void> => {
  try {
    const recordings = await folder();
    await Promise.allSettled([song, nameOf(song)].map((name) => recordings.removeEntry(name)));
  } catch {
    // Where there is no private file system there is nothing to remove.
  }
};

export const spaceHere = async (): Promise<Space | undefined> => {
  const { usage, quota } = (await navigator.storage?.estimate?.()) ?? {};
  return usage === undefined || quota === undefined
    ? undefined
    : { used: usage, free: quota - usage };
};
