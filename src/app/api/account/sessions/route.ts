import * as z from 'zod';
import { memberRoute } from '@/server/http';
import { endSessions } from '@/server/people';

const query = z.object({ only: z.uuid('A session is named by its id.').optional() });

/** Ends one of the member's sessions, or all but this one. */
export const DELETE = memberRoute({ query }, async (call) => {
  const { only } = call.query;
  await call.within((db) =>
    endSessions(db, call.member, only === undefined ? { but: call.session } : { only }),
  );
  return new Response(null, { status: 204 });
});
