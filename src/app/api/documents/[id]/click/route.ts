import { z } from 'zod';
import { exportMidi, writeMidi } from '@/core/midi';
import { perform } from '@/core/performance';
import type { Program } from '@/core/set';
import { drumsOf } from '@/core/sound';
import { type Content, type WavFormat, wavBytes, wavChunks } from '@/core/wav';
import { programOf } from '@/server/band';
import { documentParams, fileResponse, memberRoute } from '@/server/http';
import { kitOf } from '@/server/people';

const query = z.object({
  as: z.enum(['midi', 'wav'], 'A click file is midi or wav.'),
  bits: z.enum(['16', '24'], 'A WAV file has 16 or 24 bits.').default('16'),
  layout: z.enum(['mono', 'left', 'right'], 'The layout is mono, left or right.').default('mono'),
  sound: z
    .enum(['click', 'both', 'drums'], 'A file sounds click, drums, or both.')
    .default('click'),
});

/** The click of a song or a set as a file, and its drums on the caller's kit. */
export const GET = memberRoute(
  { params: documentParams, query },
  async ({ params, query, member, within }) => {
    const { title, program, maps, kit } = await within(async (db) => ({
      ...(await programOf(db, params.id)),
      kit: await kitOf(db, member),
    }));
    if (query.as === 'midi') {
      const notes = program.songs.map(({ timeline }, at) => perform(maps[at]!, timeline, kit));
      const content = {
        click: query.sound !== 'drums',
        ...(query.sound !== 'click' && { drums: notes }),
      };
      const bytes = writeMidi(exportMidi(title, program, content));
      return fileResponse(new Uint8Array(bytes), bytes.length, `${title}.mid`, 'audio/midi');
    }
    const format: WavFormat = { bits: query.bits === '16' ? 16 : 24, layout: query.layout };
    const content = {
      click: query.sound !== 'drums',
      ...(query.sound !== 'click' && { drums: drumsOf(program, maps, kit) }),
    };
    return fileResponse(
      wavStream(program, format, content),
      wavBytes(program, format, content),
      `${title}.wav`,
      'audio/wav',
    );
  },
);

/** One chunk is made whenever the reader has room for it. */
const wavStream = (
  program: Program,
  format: WavFormat,
  content: Content,
): ReadableStream<Uint8Array> => {
  const chunks = wavChunks(program, format, content);
  return new ReadableStream({
    pull: (controller) => {
      const { value, done } = chunks.next();
      if (done) controller.close();
      else controller.enqueue(value);
    },
  });
};
