import * as z from 'zod';
import { memberRoute, passphraseSchema, placeOf, sessionToken } from '@/server/http';
import { confirmSession } from '@/server/people';

const body = z.object({ passphrase: passphraseSchema });

/** Shows again who it is, before a dangerous step. */
export const POST = memberRoute({ body }, async (call) => {
  const token = sessionToken(call.request) ?? '';
  await confirmSession(token, call, call.body.passphrase, placeOf(call.request));
  return new Response(null, { status: 204 });
});
