import { memberRoute, siteOf } from '@/server/http';
import { passkeyToMake } from '@/server/people';

/** What a browser needs to make a passkey. */
export const POST = memberRoute({ confirmed: true }, async (call) =>
  Response.json(await call.within((db) => passkeyToMake(db, call, siteOf(call.request)))),
);
