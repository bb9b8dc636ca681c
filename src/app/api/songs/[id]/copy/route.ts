import * as z from 'zod';
import { copySong } from '@/server/band';
import { documentParams, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

const query = z.object({ band: z.string().max(60).optional() });

/** A copy of a song with all its arrangements, in its own band or in another one of the member's. */
export const POST = memberRoute({ params: documentParams, query }, async (call) => {
  const { arrangement } = await call.within(async (db) => {
    const { band } = call.query;
    return copySong(db, call.params.id, band ? await editableBand(db, band) : undefined);
  });
  return Response.json({ id: arrangement }, { status: 201 });
});
