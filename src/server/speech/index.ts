import 'server-only';
import * as z from 'zod';
import type { Line } from '@/core/playing/speech';
import type { Queries, Within } from '../database';
import { record } from './espeak';

export { hasVoice, type VoiceName } from './espeak';

export type { Line };

export const LONGEST_LINE = 200;
/** Recordings that are kept; the oldest go first. */
const MOST_KEPT = 20_000;
/** Programs that speak at the same time. */
const AT_ONCE = 2;

/** What is kept under and what is said: without control characters, cut to length. */
const sayable = (text: string): string =>
  [...text.replaceAll(/[\p{Cc}\s]+/gu, ' ').trim()].slice(0, LONGEST_LINE).join('');

const keyOf = ({ voice, text, take }: Line): string => `${voice} ${take} ${sayable(text)}`;

/**
 * Lines as samples at 48 kHz. What has been spoken before is read from the database, the rest is
 * recorded between transactions and kept.
 *
 * @returns a way to look a line up; nothing for what nobody here can say
 */
export const recordings = async (within: Within, lines: readonly Line[]) => {
  const wanted = new Map(
    lines.filter(({ text }) => sayable(text) !== '').map((line) => [keyOf(line), line]),
  );
  const known = await within((db) => kept(db, [...wanted.values()]));
  const missing = [...wanted].filter(([key]) => !known.has(key));
  const made: { line: Line; samples: Float32Array }[] = [];
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let next = missing.pop(); next; next = missing.pop()) {
        const [key, line] = next;
        const samples = await record(line.voice, sayable(line.text), line.take);
        if (!samples) return;
        known.set(key, samples);
        made.push({ line, samples });
      }
    }),
  );
  if (made.length > 0) await within((db) => keep(db, made));
  return (line: Line) => known.get(keyOf(line));
};

/** Speaks lines one for one; nothing for what nobody here can say. */
export const speaker = (within: Within) => async (lines: readonly Line[]) => {
  const soundOf = await recordings(within, lines);
  return lines.map(soundOf);
};

const speechRow = z.object({
  voice: z.enum(['british', 'american']),
  words: z.string(),
  take: z.enum(['plain', 'short']),
  samples: z.instanceof(Buffer),
});

const kept = async (db: Queries, lines: readonly Line[]): Promise<Map<string, Float32Array>> => {
  const rows = await db.many(
    speechRow,
    `SELECT voice, words, take, samples FROM speech
     WHERE (voice, words, take) IN (SELECT * FROM unnest($1::text[], $2::text[], $3::text[]))`,
    [
      lines.map(({ voice }) => voice),
      lines.map(({ text }) => sayable(text)),
      lines.map(({ take }) => take),
    ],
  );
  return new Map(
    rows.map(({ voice, words, take, samples }) => [
      keyOf({ voice, text: words, take }),
      fromBytes(samples),
    ]),
  );
};

const keep = async (db: Queries, made: readonly { line: Line; samples: Float32Array }[]) => {
  await db.run(
    `INSERT INTO speech (voice, words, take, samples)
     SELECT * FROM unnest($1::text[], $2::text[], $3::text[], $4::bytea[]) ON CONFLICT DO NOTHING`,
    [
      made.map(({ line }) => line.voice),
      made.map(({ line }) => sayable(line.text)),
      made.map(({ line }) => line.take),
      made.map(({ samples }) => asBytes(samples)),
    ],
  );
  await db.run(
    `DELETE FROM speech WHERE (voice, words, take) IN
       (SELECT voice, words, take FROM speech ORDER BY made DESC OFFSET ${MOST_KEPT})`,
  );
};

/**
 * What is sent to a page: half as many samples. The voice speaks at 22.05 kHz, so that nothing lies above
 * what 24 kHz can carry.
 */
export const asSent = (samples: Float32Array): Buffer =>
  asBytes(samples.filter((_, index) => index % 2 === 0));

const fromBytes = (bytes: Buffer): Float32Array =>
  new Float32Array(bytes.length / 2).map((_, index) => bytes.readInt16LE(2 * index) / 32_767);

/** 16-bit samples, little-endian. */
const asBytes = (samples: Float32Array): Buffer => {
  const bytes = Buffer.alloc(2 * samples.length);
  samples.forEach((value, index) => {
    bytes.writeInt16LE(Math.round(value * 32_767), 2 * index);
  });
  return bytes;
};
