import { renameSong, setArchived, setDeleted } from '@/server/band';
import { documentParams, memberRoute, removedBody, titleBody } from '@/server/http';

const body = titleBody.extend(removedBody).partial();

/** Renames a song, archives it or takes it back, deletes it or brings it back. */
export const PATCH = memberRoute(
  { params: documentParams, body },
  async ({ params: { id }, body: { title, archived, deleted }, within }) => {
    await within(async (db) => {
      if (title !== undefined) await renameSong(db, id, title);
      if (archived !== undefined) await setArchived(db, 'song', id, archived);
      if (deleted !== undefined) await setDeleted(db, 'song', id, deleted);
    });
    return new Response(null, { status: 204 });
  },
);
