import * as z from 'zod';
import { idSchema } from '@/core/base/document';
import { textSchema } from '@/core/base/fields';
import { positionSchema } from '@/core/song/roadmap';
import { documentParams, memberRoute } from '@/server/http';
import { LONGEST_NOTE, notesOf, writeNote } from '@/server/notes';
import { ROLES } from '@/server/people';

/** The notes at it that the member reads. */
export const GET = memberRoute({ params: documentParams }, async (call) =>
  Response.json({ notes: await call.within((db) => notesOf(db, call.params.id)) }),
);

const body = z.object({
  words: textSchema('A note is words.')
    .trim()
    .min(1, 'A note has words.')
    .max(LONGEST_NOTE, `A note has at most ${LONGEST_NOTE} characters.`),
  record: idSchema.nullable().default(null),
  place: positionSchema.nullable().default(null),
  readers: z
    .union([
      z.enum(['everybody', 'nobody']),
      z.array(z.enum(ROLES)).min(1, 'Say who reads it.').max(ROLES.length),
    ])
    .default('everybody'),
  asked: z.uuid('Say of whom it is asked.').nullable().default(null),
  answers: z.uuid('Say which note it answers.').nullable().default(null),
});

/** Writes a note. */
export const POST = memberRoute({ params: documentParams, body }, async (call) => {
  await call.within((db) => writeNote(db, call.member, call.params.id, call.body));
  return new Response(null, { status: 204 });
});
