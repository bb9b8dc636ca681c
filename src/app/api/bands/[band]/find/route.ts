import { findable } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';

/** What can be gone to by its name: the songs and sets of a band. */
export const GET = memberRoute({ params: bandParams }, async ({ params, within }) =>
  Response.json(await within(async (db) => findable(db, (await bandBySlug(db, params.band)).id))),
);
