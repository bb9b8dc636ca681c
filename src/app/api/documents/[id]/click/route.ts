import * as z from 'zod';
import type { WavFormat } from '@/core/wav';
import { programOf } from '@/server/band';
import {
  LANES,
  midiFile,
  type Source,
  wavFile,
  wavOfEachLane,
  wavOfEachSong,
} from '@/server/files/clickFiles';
import { documentParams, fileResponse, memberRoute } from '@/server/http';
import { kitOf } from '@/server/people';

const lane = z.enum(LANES, 'A file holds click, voice and drums.');
const query = z.object({
  as: z.enum(['midi', 'wav', 'songs', 'stems'], 'A click file is midi, wav, songs or stems.'),
  bits: z.enum(['16', '24'], 'A WAV file has 16 or 24 bits.').default('16'),
  layout: z
    .enum(['mono', 'stereo', 'left', 'right'], 'The layout is mono, stereo, left or right.')
    .default('mono'),
  ramps: z
    .enum(['quarter', 'sixteenth', 'sixty-fourth'], 'Ramps go in quarters, sixteenths or finer.')
    .default('sixteenth'),
  format: z.enum(['0', '1'], 'A MIDI file is of format 0 or 1.').default('1'),
  /** What is to be heard, with commas between. */
  with: z
    .string()
    .default('click')
    .transform((text) => [...new Set(text.split(','))])
    .pipe(z.array(lane)),
});

/** The click of a song or a set as a file, with its spoken cues, and its drums on the caller's kit. */
export const GET = memberRoute(
  { params: documentParams, query },
  async ({ params, query, member, within }) => {
    const source: Source = await within(async (db) => ({
      ...(await programOf(db, params.id)),
      kit: await kitOf(db, member),
      lanes: query.with,
      within,
    }));
    const { title } = source;
    if (query.as === 'midi') {
      const bytes = await midiFile(source, {
        ramps: query.ramps,
        format: query.format === '0' ? 0 : 1,
      });
      return fileResponse(bytes, bytes.length, `${title}.mid`, 'audio/midi');
    }
    const format: WavFormat = { bits: query.bits === '16' ? 16 : 24, layout: query.layout };
    if (query.as === 'wav') {
      const { body, bytes } = await wavFile(source, format);
      return fileResponse(body, bytes, `${title}.wav`, 'audio/wav');
    }
    const make = query.as === 'songs' ? wavOfEachSong : wavOfEachLane;
    const { body, bytes } = await make(source, format);
    return fileResponse(body, bytes, `${title}.zip`, 'application/zip');
  },
);
