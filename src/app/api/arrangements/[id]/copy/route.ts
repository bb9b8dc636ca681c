import { copyArrangement } from '@/server/band';
import { arrangementBody, documentParams, memberRoute } from '@/server/http';

/** Another arrangement of the same song, as this one stands. */
export const POST = memberRoute(
  { params: documentParams, body: arrangementBody },
  async ({ params, body, within }) => {
    const id = await within((db) => copyArrangement(db, params.id, body.name));
    return Response.json({ id }, { status: 201 });
  },
);
