import { copyEvent } from '@/server/band';
import { documentParams, memberRoute } from '@/server/http';

/** A copy of a gig or rehearsal with its sets, a week later. */
export const POST = memberRoute({ params: documentParams }, async ({ params, within }) => {
  const id = await within((db) => copyEvent(db, params.id));
  return Response.json({ id }, { status: 201 });
});
