import * as z from 'zod';
import { idSchema } from '@/core/base/document';
import { lastTouched, readDocument } from '@/server/documents';
import { documentParams, memberRoute } from '@/server/http';

const query = z.object({ record: idSchema });

/** Who changed a section last, and when. */
export const GET = memberRoute({ params: documentParams, query }, async (call) => {
  const last = await call.within(async (db) => {
    await readDocument(db, call.params.id);
    return lastTouched(db, call.params.id, call.query.record);
  });
  return Response.json({ last: last ?? null });
});
