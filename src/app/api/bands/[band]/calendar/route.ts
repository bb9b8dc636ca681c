import { closeFeed, renewFeed } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';

/** A new secret address for the member's own calendar; the one before shows nothing any more. */
export const POST = memberRoute({ params: bandParams }, async (call) => {
  const token = await call.within(async (db) => {
    const { id } = await bandBySlug(db, call.params.band);
    return renewFeed(db, call.member, id);
  });
  return Response.json({ path: `/api/calendar/${token}.ics` }, { status: 201 });
});

export const DELETE = memberRoute({ params: bandParams }, async (call) => {
  await call.within(async (db) => {
    const { id } = await bandBySlug(db, call.params.band);
    await closeFeed(db, call.member, id);
  });
  return new Response(null, { status: 204 });
});
