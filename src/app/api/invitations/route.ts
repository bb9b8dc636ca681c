import * as z from 'zod';
import { publicRoute, sourceOf, tokenSchema } from '@/server/http';
import { readInvitation } from '@/server/people';

const body = z.object({ invitation: tokenSchema });

/** What an invitation is to. Asked by POST, so that it stands in no log; nothing is used up by it. */
export const POST = publicRoute({ body }, async ({ request, body: { invitation } }) =>
  Response.json(await readInvitation(invitation, sourceOf(request))),
);
