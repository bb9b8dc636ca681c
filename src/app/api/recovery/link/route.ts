import * as z from 'zod';
import { publicRoute, sourceOf, tokenSchema } from '@/server/http';
import { readResetLink } from '@/server/people';

const body = z.object({ link: tokenSchema });

/** Whose new passphrase a leader's link is for. Asked by POST, so that it stands in no log. */
export const POST = publicRoute({ body }, async ({ request, body: { link } }) =>
  Response.json({ name: await readResetLink(link, sourceOf(request)) }),
);
