import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug, bandMembers } from '@/server/people';

/** Who is in a band. */
export const GET = memberRoute({ params: bandParams }, async (call) =>
  Response.json({
    members: await call.within(async (db) =>
      bandMembers(db, (await bandBySlug(db, call.params.band)).id),
    ),
  }),
);
