import * as z from 'zod';
import { setDeleted } from '@/server/band';
import { documentParams, memberRoute, removedBody } from '@/server/http';

const body = z.object({ deleted: removedBody.deleted });

/** Deletes a set or brings it back. */
export const PATCH = memberRoute({ params: documentParams, body }, async (call) => {
  await call.within((db) => setDeleted(db, 'set', call.params.id, call.body.deleted));
  return new Response(null, { status: 204 });
});
