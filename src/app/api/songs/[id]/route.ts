import { renameSong } from '@/server/band';
import { documentParams, memberRoute, titleBody } from '@/server/http';

/** Renames the song of an arrangement. */
export const PATCH = memberRoute({ params: documentParams, body: titleBody }, async (call) => {
  await call.within((db) => renameSong(db, call.params.id, call.body.title));
  return new Response(null, { status: 204 });
});
