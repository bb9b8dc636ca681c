import * as z from 'zod';
import { refuse } from '@/server/database';
import { readerRoute } from '@/server/http';
import { asSent, LONGEST_LINE, recordings } from '@/server/speech';

const params = z.object({
  voice: z.enum(['british', 'american'], 'The voice is british or american.'),
});
const query = z.object({
  text: z
    .string('Say what is to be spoken.')
    .trim()
    .min(1, 'Say what is to be spoken.')
    .max(LONGEST_LINE, `At most ${LONGEST_LINE} characters are spoken at once.`),
  /** The only one there is; named, so that what a browser keeps under an address stays true. */
  rate: z.literal('24000', 'Words are sent at 24000 samples a second.').default('24000'),
  take: z.enum(['plain', 'short'], 'The take is plain or short.').default('plain'),
});

/** Words as sound: 16-bit samples at 24 kHz, one channel, without a head. */
export const GET = readerRoute({ params, query }, async ({ params, query, within }) => {
  const line = { voice: params.voice, text: query.text, take: query.take };
  const samples = (await recordings(within, [line]))(line);
  if (!samples) return refuse('not-found', 'Voice', 'There is no voice on this server.');
  return new Response(new Uint8Array(asSent(samples)), {
    headers: {
      'Content-Type': 'application/octet-stream',
      'Cache-Control': 'private, max-age=86400, immutable',
    },
  });
});
