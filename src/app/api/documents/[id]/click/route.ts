import * as z from 'zod';
import { programOf } from '@/server/band';
import { STEMS } from '@/server/files/clickFiles';
import type { Job } from '@/server/files/job';
import { exportFile } from '@/server/files/thread';
import { documentParams, idsOf, readerRoute, refuseFormat, sendFile } from '@/server/http';
import { kitOf } from '@/server/people';

const stem = z.enum(STEMS, 'A file holds click, voice and drums.');
const queryShape = z.object({
  as: z.enum(idsOf('heard'), `A click file is ${idsOf('heard').join(', ')}.`),
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
    .pipe(z.array(stem)),
});

/** The click of a song or a set as a file, with its spoken cues, and its drums on the caller's kit. */
export const GET = readerRoute(
  { params: documentParams, query: queryShape },
  async ({ request, params, query, member, within }) => {
    const { as, with: stems, bits, layout, ramps, format } = query;
    const { source, kit } = await within(async (db) => ({
      source: await programOf(db, params.id),
      kit: await kitOf(db, member),
    }));
    refuseFormat(source, as);
    const job: Job =
      as === 'midi'
        ? { source, kit, stems, as, ramps, format: format === '0' ? 0 : 1 }
        : { source, kit, stems, as, format: { bits: bits === '16' ? 16 : 24, layout } };
    return sendFile(request, (wait) => exportFile(job, within, wait));
  },
);
