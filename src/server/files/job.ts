import type { Layout } from '@/core/kit';
import type { MidiContent } from '@/core/midi';
import { chartAsMusicXml } from '@/core/musicxml';
import { type CompiledProgram, compiledProgram, type ProgramSource } from '@/core/set';
import { barsTable, message, setMessage, songsTable } from '@/core/sheet';
import type { WavFormat } from '@/core/wav';
import {
  type Lane,
  type Made,
  midiFile,
  type Source,
  wavFile,
  wavOfEachLane,
  wavOfEachSong,
} from './clickFiles';
import type { Speak } from './voice';

/** A file that is wanted of a song or a set, and how. It can be sent to a worker. */
export type Job = { readonly source: ProgramSource } & (
  | { readonly as: 'csv' | 'text' | 'musicxml' }
  | ({ readonly as: 'midi' } & Heard & Required<Pick<MidiContent, 'ramps' | 'format'>>)
  | ({ readonly as: 'wav' | 'songs' | 'stems'; readonly format: WavFormat } & Heard)
);

type Heard = { readonly lanes: readonly Lane[]; readonly kit: Layout };

/** A file that was made: what it is called, and its bytes piece by piece. */
export type MadeFile = Made & { readonly name: string; readonly type: string };

/** Makes a file. @param speak gives spoken words their sound */
export const makeFile = async (job: Job, speak: Speak): Promise<MadeFile> => {
  const compiled = compiledProgram(job.source);
  const { title } = compiled;
  if (!('lanes' in job)) return textOf(job.source.of, job.as, compiled);
  const source: Source = { ...compiled, lanes: job.lanes, kit: job.kit, speak };
  if (job.as === 'midi')
    return { ...whole(await midiFile(source, job)), name: `${title}.mid`, type: 'audio/midi' };
  if (job.as === 'wav')
    return { ...(await wavFile(source, job.format)), name: `${title}.wav`, type: 'audio/wav' };
  const make = job.as === 'songs' ? wavOfEachSong : wavOfEachLane;
  return { ...(await make(source, job.format)), name: `${title}.zip`, type: 'application/zip' };
};

const TYPES = {
  csv: ['csv', 'text/csv; charset=utf-8; header=present'],
  text: ['md', 'text/markdown; charset=utf-8'],
  musicxml: ['musicxml', 'application/vnd.recordare.musicxml+xml; charset=utf-8'],
} as const;

/** A set has no chart of its own: asked for one it gives the table of its songs. */
const textOf = (
  of: ProgramSource['of'],
  asked: keyof typeof TYPES,
  compiled: CompiledProgram,
): MadeFile => {
  const as = asked === 'musicxml' && of === 'set' ? 'csv' : asked;
  const [ending, type] = TYPES[as];
  const bytes = new TextEncoder().encode(words(as, compiled));
  return { ...whole(bytes), name: `${compiled.title}.${ending}`, type };
};

const words = (
  as: keyof typeof TYPES,
  { title, program, maps, songs }: CompiledProgram,
): string => {
  const [map] = maps;
  const [song] = program.songs;
  if (songs || !map || !song)
    return as === 'text' ? setMessage(title, songs ?? [], program) : songsTable(program);
  if (as === 'musicxml') return chartAsMusicXml(map, title);
  return as === 'text' ? message(title, map, song.timeline) : barsTable(song.timeline);
};

const whole = (bytes: Uint8Array<ArrayBuffer>): Made => ({
  bytes: bytes.length,
  body: new Blob([bytes]).stream(),
});
