import { createSong } from '@/server/band';
import { bandParams, memberRoute, titleBody } from '@/server/http';
import { editableBand } from '@/server/people';

/** A new, empty song. */
export const POST = memberRoute({ params: bandParams, body: titleBody }, async (call) => {
  const created = await call.within(async (db) => {
    const band = await editableBand(db, call.params.band);
    return createSong(db, band.id, call.body.title);
  });
  return Response.json(created, { status: 201 });
});
