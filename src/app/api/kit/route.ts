import { layoutSchema } from '@/core/music/kit';
import { memberRoute } from '@/server/http';
import { saveKit } from '@/server/people';

/** Keeps the caller's own kit. */
export const PUT = memberRoute({ body: layoutSchema }, async ({ body, member, within }) => {
  await within((db) => saveKit(db, member, body));
  return new Response(null, { status: 204 });
});
