import * as z from 'zod';
import { wholeNumber } from '@/core/base/fields';
import { noteSeen } from '@/server/history';
import { documentParams, memberRoute } from '@/server/http';

const body = z.object({ revision: wholeNumber(0, 2 ** 31 - 1, 'A revision is a whole number.') });

/** How far the member has seen it. */
export const PUT = memberRoute({ params: documentParams, body }, async (call) => {
  await call.within((db) => noteSeen(db, call.member, call.params.id, call.body.revision));
  return new Response(null, { status: 204 });
});
