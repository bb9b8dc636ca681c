import * as z from 'zod';
import { byHandSchema } from '@/core/practice/log';
import { bandParams, memberRoute } from '@/server/http';
import { bandBySlug } from '@/server/people';
import { keepByHand, logOf, removeEntry } from '@/server/practice';

/** What the caller has practised in a band. */
export const GET = memberRoute({ params: bandParams }, async ({ params, within }) =>
  Response.json({
    entries: await within(async (db) => logOf(db, (await bandBySlug(db, params.band)).id)),
  }),
);

/** Keeps what the caller says they practised. */
export const POST = memberRoute({ params: bandParams, body: byHandSchema }, async (call) => {
  await call.within(async (db) => {
    const { id } = await bandBySlug(db, call.params.band);
    await keepByHand(db, call.member, id, call.body);
  });
  return new Response(null, { status: 204 });
});

const query = z.object({ entry: z.uuid('An entry is named by a UUID.') });

/** Forgets an entry of the caller's own. */
export const DELETE = memberRoute({ params: bandParams, query }, async (call) => {
  await call.within(async (db) => {
    const { id } = await bandBySlug(db, call.params.band);
    await removeEntry(db, id, call.query.entry);
  });
  return new Response(null, { status: 204 });
});
