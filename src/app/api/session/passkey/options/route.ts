import { publicRoute, siteOf, sourceOf } from '@/server/http';
import { passkeyToShow } from '@/server/people';

/** What a browser needs to show a passkey. */
export const POST = publicRoute({}, async ({ request }) =>
  Response.json(await passkeyToShow(siteOf(request), sourceOf(request))),
);
