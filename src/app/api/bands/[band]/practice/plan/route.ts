import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { keepPlan, planSchema } from '@/server/practice';

/** Keeps what the caller says of the days before a gig, and tells leaders how far songs are, where they may know. */
export const PUT = memberRoute({ params: bandParams, body: planSchema }, async (call) => {
  await call.within(async (db) => {
    const { id } = await bandBySlug(db, call.params.band);
    await keepPlan(db, call.member, id, call.body);
  });
  return new Response(null, { status: 204 });
});
