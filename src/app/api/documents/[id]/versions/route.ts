import * as z from 'zod';
import { nameSchema, wholeNumber } from '@/core/base/fields';
import { forgetVersion, nameVersion } from '@/server/history';
import { documentParams, memberRoute } from '@/server/http';

const body = z.object({
  name: nameSchema('A moment'),
  revision: wholeNumber(0, 2 ** 31 - 1, 'A revision is a whole number.'),
});

/** Gives a moment a name. */
export const POST = memberRoute({ params: documentParams, body }, async (call) => {
  await call.within((db) => nameVersion(db, call.member, call.params.id, call.body));
  return new Response(null, { status: 204 });
});

const query = z.object({ version: z.uuid('Say which moment.') });

export const DELETE = memberRoute({ params: documentParams, query }, async (call) => {
  await call.within((db) => forgetVersion(db, call.params.id, call.query.version));
  return new Response(null, { status: 204 });
});
