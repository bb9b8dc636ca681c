import { readDocument } from '@/server/documents';
import { documentParams, memberRoute } from '@/server/http';

/** A road map or set as it stands, with its revision. */
export const GET = memberRoute({ params: documentParams }, async ({ params, within }) => {
  const { kind, body, revision, mayEdit } = await within((db) => readDocument(db, params.id));
  return Response.json({ kind, body, revision, mayEdit });
});
