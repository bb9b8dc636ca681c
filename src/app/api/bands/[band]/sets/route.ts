import * as z from 'zod';
import { createSet } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

const body = z.object({ event: z.uuid('A gig or rehearsal is named by its id.') });

/** A further set for a gig or rehearsal. */
export const POST = memberRoute({ params: bandParams, body }, async (call) => {
  const set = await call.within(async (db) => {
    const band = await editableBand(db, call.params.band);
    return createSet(db, band.id, call.body.event);
  });
  return Response.json({ set }, { status: 201 });
});
