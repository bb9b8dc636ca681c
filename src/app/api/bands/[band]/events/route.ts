import { createEvent, createSet } from '@/server/band';
import { bandParams, eventBody, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

/** A new gig or rehearsal with an empty set. */
export const POST = memberRoute({ params: bandParams, body: eventBody }, async (call) => {
  const { startsAt, loadInAt, ...event } = call.body;
  const set = await call.within(async (db) => {
    const band = await editableBand(db, call.params.band);
    const id = await createEvent(db, band.id, {
      ...event,
      startsAt: new Date(startsAt),
      loadInAt: loadInAt === null ? null : new Date(loadInAt),
    });
    return createSet(db, band.id, id);
  });
  return Response.json({ set }, { status: 201 });
});
