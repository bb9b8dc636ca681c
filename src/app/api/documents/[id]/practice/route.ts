import * as z from 'zod';
import { runSchema } from '@/core/practice/log';
import { documentParams, memberRoute } from '@/server/http';
import { keepRun, removeRun, runsOf } from '@/server/practice';

/** What the caller has practised of a song. */
export const GET = memberRoute({ params: documentParams }, async ({ params, within }) =>
  Response.json({ runs: await within((db) => runsOf(db, params.id)) }),
);

/** Keeps what the caller has practised. */
export const POST = memberRoute({ params: documentParams, body: runSchema }, async (call) => {
  await call.within((db) => keepRun(db, call.member, call.params.id, call.body));
  return new Response(null, { status: 204 });
});

const query = z.object({ run: z.uuid('A run is named by a UUID.') });

/** Forgets a run of the caller's own. */
export const DELETE = memberRoute({ params: documentParams, query }, async (call) => {
  await call.within((db) => removeRun(db, call.params.id, call.query.run));
  return new Response(null, { status: 204 });
});
