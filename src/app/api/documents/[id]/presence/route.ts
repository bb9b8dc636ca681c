import * as z from 'zod';
import { idSchema } from '@/core/base/document';
import { tellPresence } from '@/server/documents';
import { documentParams, memberRoute } from '@/server/http';

const body = z.object({
  page: z.uuid('A page has an id.'),
  place: idSchema.nullable().default(null),
  typing: z.boolean('Somebody types, or not.').default(false),
  gone: z.boolean('A page is left, or not.').default(false),
});

/** Says where the member is: in which song or set, and at which section. */
export const POST = memberRoute({ params: documentParams, body }, async (call) => {
  await call.within((db) => tellPresence(db, call.params.id, call.name, call.body));
  return new Response(null, { status: 204 });
});
