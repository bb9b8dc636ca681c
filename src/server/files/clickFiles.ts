import { makeZip, predictLength } from 'client-zip';
import { exportMidi, type MidiContent, writeMidi } from '@/core/files/midi';
import { type Content, type WavFormat, wavBytes, wavChunks } from '@/core/files/wav';
import type { Layout } from '@/core/music/kit';
import { performInProgram } from '@/core/playing/performance';
import { drumsOf } from '@/core/playing/sound';
import { type CompiledProgram, type Program, soloProgram } from '@/core/song/set';
import { type Speak, voiceOf } from './voice';

/** What can be heard in a file. */
export const STEMS = ['click', 'voice', 'drums'] as const;
export type Stem = (typeof STEMS)[number];

/** What files are made of: whose songs, what is to be heard, on whose kit. */
export type Source = CompiledProgram & {
  readonly stems: readonly Stem[];
  readonly kit: Layout;
  readonly speak: Speak;
};

/** A file to send, piece by piece. */
export type Made = { readonly body: ReadableStream<Uint8Array>; readonly bytes: number };

/** A program as a MIDI file: tempo, meters, sections, cues, spoken words, click and drums. */
export const midiFile = async (
  source: Source,
  how: Pick<MidiContent, 'ramps' | 'format'>,
): Promise<Uint8Array<ArrayBuffer>> => {
  const { title, program, maps, kit, stems, speak } = source;
  const notes = () => program.songs.map((song, index) => performInProgram(maps[index]!, song, kit));
  const content: MidiContent = {
    ...how,
    click: stems.includes('click'),
    ...(stems.includes('drums') && { drums: notes() }),
    ...(stems.includes('voice') && { words: await voiceOf(speak, program) }),
  };
  return new Uint8Array(writeMidi(exportMidi(title, program, content)));
};

/** A program as one WAV file. */
export const wavFile = async (source: Source, format: WavFormat): Promise<Made> => {
  const { program } = source;
  const content = await contentOf(source, program, source.maps, source.stems);
  return {
    body: streamOf(wavChunks(program, format, content)),
    bytes: wavBytes(program, format, content),
  };
};

/** A file for each song, numbered for a player and each with its own count-in. */
export const wavOfEachSong = async (source: Source, format: WavFormat): Promise<Made> => {
  const songs = await Promise.all(
    source.program.songs.map(async ({ title, timeline }, index) => {
      const program = soloProgram(title, timeline);
      const content = await contentOf(source, program, [source.maps[index]!], source.stems);
      return {
        name: `${String(index + 1).padStart(2, '0')} ${plain(title)}.wav`,
        program,
        content,
      };
    }),
  );
  return zipOf(songs, format);
};

/** A file for each of click, voice and drums, all of the same beginning. */
export const wavOfEachStem = async (source: Source, format: WavFormat): Promise<Made> => {
  const { program, maps, title } = source;
  const stems = await Promise.all(
    source.stems.map(async (stem) => ({
      name: `${plain(title)} - ${stem}.wav`,
      program,
      content: await contentOf(source, program, maps, [stem]),
    })),
  );
  return zipOf(stems, format);
};

const contentOf = async (
  { kit, speak }: Source,
  program: Program,
  maps: Source['maps'],
  stems: readonly Stem[],
): Promise<Content> => ({
  click: stems.includes('click'),
  ...(stems.includes('voice') && { voice: await voiceOf(speak, program) }),
  ...(stems.includes('drums') && { drums: drumsOf(program, maps, kit) }),
});

type Entry = { readonly name: string; readonly program: Program; readonly content: Content };

const zipOf = (entries: readonly Entry[], format: WavFormat): Made => {
  const heads = entries.map(({ name, program, content }) => ({
    name,
    size: wavBytes(program, format, content),
  }));
  const files = entries.map(({ name, program, content }) => ({
    name,
    input: streamOf(wavChunks(program, format, content)),
  }));
  return { body: makeZip(files), bytes: Number(predictLength(heads)) };
};

/** One chunk is made whenever the reader has room for it. */
const streamOf = (chunks: Iterator<Uint8Array>): ReadableStream<Uint8Array> =>
  new ReadableStream(
    {
      pull: (controller) => {
        const { value, done } = chunks.next();
        if (done) controller.close();
        else controller.enqueue(value);
      },
    },
    // Nothing is made ahead of what is read.
    { highWaterMark: 0 },
  );

/** A title as a file's name inside an archive. */
const plain = (title: string): string =>
  title.replaceAll(/[\p{Cc}\p{Bidi_Control}\\/:*?"<>|]/gu, '-').replace(/^\.+/, '') || 'Song';
