import * as z from 'zod';
import { readCalendar } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

const body = z.object({ text: z.string('Send the text of the file.') });

/** What gigs and rehearsals a calendar file holds. Nothing is kept of it. */
export const POST = memberRoute({ params: bandParams, body }, async (call) => {
  await call.within((db) => editableBand(db, call.params.band));
  return Response.json({ events: readCalendar(call.body.text) });
});
