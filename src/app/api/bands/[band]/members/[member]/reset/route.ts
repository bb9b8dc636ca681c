import { memberParams, memberRoute } from '@/server/http';
import { ledBand, makeResetLink } from '@/server/people';

/** A link to a new passphrase, for a leader to hand over. */
export const POST = memberRoute({ params: memberParams, confirmed: true }, async (call) =>
  Response.json(
    {
      link: await call.within(async (db) => {
        const { id } = await ledBand(db, call.params.band);
        return makeResetLink(db, id, call.params.member);
      }),
    },
    { status: 201 },
  ),
);
