import * as z from 'zod';
import { noSessionCookie, placeOf, publicRoute, sessionCookies, sessionToken } from '@/server/http';
import { signIn, signOut } from '@/server/people';

const credentials = z.object({
  name: z
    .string('Type your name.')
    .trim()
    .min(1, 'Type your name.')
    .max(120, 'A name has at most 120 characters.'),
  passphrase: z
    .string('Type your passphrase.')
    .min(1, 'Type your passphrase.')
    .max(1000, 'A passphrase has at most 1000 characters.'),
});

/** Signing in. A session that was open in this browser before is over. */
export const POST = publicRoute({ body: credentials }, async ({ request, body }) => {
  const opened = await signIn(body.name, body.passphrase, placeOf(request));
  const before = sessionToken(request);
  if (before) await signOut(before);
  return new Response(null, { status: 204, headers: sessionCookies(request, opened) });
});

/** Signing out; harmless when already out. */
export const DELETE = publicRoute({}, async ({ request }) => {
  const token = sessionToken(request);
  if (token) await signOut(token);
  return new Response(null, { status: 204, headers: { 'Set-Cookie': noSessionCookie(request) } });
});
