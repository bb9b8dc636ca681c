import { removedThings } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';

/** What a band has archived or deleted, and can bring back. */
export const GET = memberRoute({ params: bandParams }, async ({ params, within }) => {
  const removed = await within(async (db) =>
    removedThings(db, (await bandBySlug(db, params.band)).id),
  );
  return Response.json({ removed });
});
