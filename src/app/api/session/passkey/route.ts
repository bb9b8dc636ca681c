import * as z from 'zod';
import { placeOf, publicRoute, sessionCookies, sessionToken, siteOf } from '@/server/http';
import { memberOfPasskey, openSession, signOut } from '@/server/people';

const body = z.object({
  response: z.looseObject({ id: z.string('A passkey has an id.').max(1400) }),
});

/** Signing in with a passkey. A session that was open in this browser before is over. */
export const POST = publicRoute({ body }, async ({ request, body: { response } }) => {
  const opened = await openSession(
    await memberOfPasskey(response, siteOf(request)),
    placeOf(request),
  );
  const before = sessionToken(request);
  if (before) await signOut(before);
  return new Response(null, { status: 204, headers: sessionCookies(request, opened) });
});
