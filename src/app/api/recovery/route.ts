import * as z from 'zod';
import {
  memberNameSchema,
  passphraseSchema,
  placeOf,
  publicRoute,
  sessionCookies,
  tokenSchema,
} from '@/server/http';
import { openSession, recoverByCode, recoverByLink } from '@/server/people';

const body = z.union(
  [
    z.object({ link: tokenSchema, passphrase: passphraseSchema }),
    z.object({
      name: memberNameSchema,
      code: z.string().min(1).max(100),
      passphrase: passphraseSchema,
    }),
  ],
  'Type your name, one of your recovery codes and a new passphrase.',
);

/** A new passphrase, by a recovery code or by a leader's link; and signs in with it. */
export const POST = publicRoute({ body }, async ({ request, body: asked }) => {
  const place = placeOf(request);
  const member =
    'link' in asked
      ? await recoverByLink(asked.link, asked.passphrase, place.source)
      : await recoverByCode(asked.name, asked.code, asked.passphrase, place);
  const opened = await openSession(member, place);
  return new Response(null, { status: 204, headers: sessionCookies(request, opened) });
});
