import { renameArrangement, setDeleted } from '@/server/band';
import { arrangementBody, documentParams, memberRoute, removedBody } from '@/server/http';

const body = arrangementBody.extend({ deleted: removedBody.deleted }).partial();

/** Renames an arrangement, deletes it or brings it back. */
export const PATCH = memberRoute(
  { params: documentParams, body },
  async ({ params: { id }, body: { name, deleted }, within }) => {
    await within(async (db) => {
      if (name !== undefined) await renameArrangement(db, id, name);
      if (deleted !== undefined) await setDeleted(db, 'arrangement', id, deleted);
    });
    return new Response(null, { status: 204 });
  },
);
