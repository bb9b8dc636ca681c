import { thingsAway } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';

/** What a band has put away or deleted, and can bring back. */
export const GET = memberRoute({ params: bandParams }, async ({ params, within }) => {
  const away = await within(async (db) => thingsAway(db, (await bandBySlug(db, params.band)).id));
  return Response.json({ away });
});
