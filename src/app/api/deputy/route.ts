import * as z from 'zod';
import { deputyCookie, publicRoute, sourceOf, tokenSchema } from '@/server/http';
import { openLink } from '@/server/people';

const body = z.object({ link: tokenSchema });

/** Opens a deputy's link in this browser. Its token is sent in the body, so that it stands in no log. */
export const POST = publicRoute({ body }, async ({ request, body: { link } }) => {
  await openLink(link, sourceOf(request));
  return new Response(null, {
    status: 204,
    headers: { 'Set-Cookie': deputyCookie(request, link) },
  });
});

/** Closes it in this browser. */
export const DELETE = publicRoute(
  {},
  async ({ request }) =>
    new Response(null, { status: 204, headers: { 'Set-Cookie': deputyCookie(request, '') } }),
);
