import { copySet } from '@/server/band';
import { documentParams, memberRoute } from '@/server/http';

/** A copy of a set at the end of its event. */
export const POST = memberRoute({ params: documentParams }, async ({ params, within }) => {
  const id = await within((db) => copySet(db, params.id));
  return Response.json({ id }, { status: 201 });
});
