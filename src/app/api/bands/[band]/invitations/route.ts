import * as z from 'zod';
import { wholeNumber } from '@/core/base/fields';
import { bandParams, memberRoute } from '@/server/http';
import { invite, ledBand, MOST_DAYS, MOST_USES, ROLES, revokeInvitation } from '@/server/people';

const body = z.object({
  role: z.enum(ROLES, 'A role is leader, drummer, player or guest.'),
  uses: wholeNumber(1, MOST_USES, `An invitation is for 1 to ${MOST_USES} people.`),
  days: wholeNumber(1, MOST_DAYS, `An invitation is good for 1 to ${MOST_DAYS} days.`),
});

/** Makes an invitation; its token is answered this once. */
export const POST = memberRoute({ params: bandParams, body }, async (call) =>
  Response.json(
    {
      invitation: await call.within(async (db) => {
        const { id } = await ledBand(db, call.params.band);
        return invite(db, call.member, id, call.body);
      }),
    },
    { status: 201 },
  ),
);

const query = z.object({ id: z.uuid('Say which invitation.') });

/** Takes an invitation back. */
export const DELETE = memberRoute({ params: bandParams, query }, async (call) => {
  await call.within(async (db) => {
    const { id } = await ledBand(db, call.params.band);
    await revokeInvitation(db, id, call.query.id);
  });
  return new Response(null, { status: 204 });
});
