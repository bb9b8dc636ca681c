import { revisionsOf } from '@/server/documents';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';

/** Where the documents of a band stand: for a page whose stream of news is cut. */
export const GET = memberRoute({ params: bandParams }, async ({ params, member, within }) => {
  const { id } = await within((db) => bandBySlug(db, params.band));
  const { revisions } = await revisionsOf(member, id, undefined);
  return Response.json({ revisions });
});
