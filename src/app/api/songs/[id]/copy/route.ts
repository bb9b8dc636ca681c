import { copySong } from '@/server/band';
import { documentParams, memberRoute } from '@/server/http';

/** A copy of a song with all its arrangements. */
export const POST = memberRoute({ params: documentParams }, async ({ params, within }) => {
  const { arrangement } = await within((db) => copySong(db, params.id));
  return Response.json({ id: arrangement }, { status: 201 });
});
