import * as z from 'zod';
import { textSchema } from '@/core/base/fields';
import { documentParams, memberRoute } from '@/server/http';
import { deleteNote, LONGEST_NOTE, rewordNote, settleNote } from '@/server/notes';

const body = z.object({
  words: textSchema('A note is words.')
    .trim()
    .min(1, 'A note has words.')
    .max(LONGEST_NOTE, `A note has at most ${LONGEST_NOTE} characters.`)
    .optional(),
  settled: z.boolean('It is settled or open.').optional(),
});

/** Settles a note, opens it again, or words one’s own anew. */
export const PATCH = memberRoute({ params: documentParams, body }, async (call) => {
  const { words, settled } = call.body;
  await call.within(async (db) => {
    if (words !== undefined) await rewordNote(db, call.params.id, words);
    if (settled !== undefined) await settleNote(db, call.params.id, settled);
  });
  return new Response(null, { status: 204 });
});

export const DELETE = memberRoute({ params: documentParams }, async (call) => {
  await call.within((db) => deleteNote(db, call.params.id));
  return new Response(null, { status: 204 });
});
