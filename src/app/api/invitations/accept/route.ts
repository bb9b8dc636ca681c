import * as z from 'zod';
import { memberRoute, tokenSchema } from '@/server/http';
import { joinBy } from '@/server/people';

const body = z.object({ invitation: tokenSchema });

/** Joins the band of an invitation. */
export const POST = memberRoute({ body }, async (call) =>
  Response.json({ band: await call.within((db) => joinBy(db, call.body.invitation)) }),
);
