import * as z from 'zod';
import { nameSchema } from '@/core/base/fields';
import { memberRoute, siteOf } from '@/server/http';
import { forgetPasskey, keepPasskey } from '@/server/people';

const body = z.object({
  name: nameSchema('A passkey'),
  response: z.looseObject({ id: z.string('A passkey has an id.').max(1400) }),
});

/** Keeps a passkey that a browser has made. */
export const POST = memberRoute({ body, confirmed: true }, async (call) => {
  const { name, response } = call.body;
  await call.within((db) => keepPasskey(db, call.member, name, response, siteOf(call.request)));
  return new Response(null, { status: 204 });
});

const query = z.object({ id: z.string('Say which passkey.').max(1400) });

export const DELETE = memberRoute({ query, confirmed: true }, async (call) => {
  await call.within((db) => forgetPasskey(db, call.member, call.query.id));
  return new Response(null, { status: 204 });
});
