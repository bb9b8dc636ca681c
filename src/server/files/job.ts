import type { MidiContent } from '@/core/files/midi';
import { chartAsMusicXml } from '@/core/files/musicxml';
import {
  barsTable,
  formatOf,
  type HeardFormat,
  message,
  type ReadFormat,
  setMessage,
  songsTable,
} from '@/core/files/sheet';
import type { WavFormat } from '@/core/files/wav';
import type { Layout } from '@/core/music/kit';
import { type CompiledProgram, compiledProgram, type ProgramSource } from '@/core/song/set';
import {
  type Made,
  midiFile,
  type Source,
  type Stem,
  wavFile,
  wavOfEachSong,
  wavOfEachStem,
} from './clickFiles';
import type { Speak } from './voice';

/** A file that is wanted of a song or a set, and how, for a player’s kit. It can be sent to a worker. */
export type Job = { readonly source: ProgramSource; readonly kit: Layout } & (
  | { readonly as: Exclude<ReadFormat, 'json'> }
  | ({ readonly as: 'midi' } & Heard & Required<Pick<MidiContent, 'ramps' | 'format'>>)
  | ({ readonly as: Exclude<HeardFormat, 'midi'>; readonly format: WavFormat } & Heard)
);

type Heard = { readonly stems: readonly Stem[] };

/** A file that was made: what it is called, and its bytes piece by piece. */
export type MadeFile = Made & { readonly name: string; readonly type: string };

/**
 * Makes a file.
 *
 * @param speak gives spoken words their sound
 */
export const makeFile = async (job: Job, speak: Speak): Promise<MadeFile> => {
  const compiled = compiledProgram(job.source);
  const { ending, type } = formatOf(job.as);
  const name = `${compiled.title}.${ending}`;
  return { ...(await makeBytes(job, compiled, speak)), name, type };
};

const makeBytes = async (job: Job, compiled: CompiledProgram, speak: Speak): Promise<Made> => {
  if (!('stems' in job)) return whole(new TextEncoder().encode(words(job, compiled)));
  const source: Source = { ...compiled, stems: job.stems, kit: job.kit, speak };
  if (job.as === 'midi') return whole(await midiFile(source, job));
  if (job.as === 'wav') return wavFile(source, job.format);
  return job.as === 'songs' ? wavOfEachSong(source, job.format) : wavOfEachStem(source, job.format);
};

const words = (
  { as, kit }: Extract<Job, { readonly as: Exclude<ReadFormat, 'json'> }>,
  { title, program, maps, songs }: CompiledProgram,
): string => {
  const [map] = maps;
  const [song] = program.songs;
  if (songs || !map || !song)
    return as === 'text' ? setMessage(title, songs ?? [], program) : songsTable(program);
  if (as === 'musicxml')
    return chartAsMusicXml(map, title, { timeline: song.timeline, layout: kit });
  return as === 'text' ? message(title, map, song.timeline) : barsTable(song.timeline);
};

const whole = (bytes: Uint8Array<ArrayBuffer>): Made => ({
  bytes: bytes.length,
  body: new Blob([bytes]).stream(),
});
