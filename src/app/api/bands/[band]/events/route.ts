import * as z from 'zod';
import { nameSchema } from '@/core/song/roadmap';
import { createEvent, createSet } from '@/server/band';
import { bandParams, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

const body = z.object({
  kind: z.enum(['gig', 'rehearsal'], 'It is a gig or a rehearsal.'),
  title: nameSchema('A gig or rehearsal'),
  place: z.string().max(120, 'A place has at most 120 characters.'),
  startsAt: z.iso.datetime({ offset: true, error: 'Say on which day and at what time it starts.' }),
});

/** A new gig or rehearsal with an empty set. */
export const POST = memberRoute({ params: bandParams, body }, async (call) => {
  const { startsAt, ...event } = call.body;
  const set = await call.within(async (db) => {
    const band = await editableBand(db, call.params.band);
    const id = await createEvent(db, band.id, { ...event, startsAt: new Date(startsAt) });
    return createSet(db, band.id, id);
  });
  return Response.json({ set }, { status: 201 });
});
