import { renameSong, setArchived, setDeleted } from '@/server/band';
import { awayBody, documentParams, memberRoute, titleBody } from '@/server/http';

const body = titleBody.extend(awayBody).partial();

/** Renames a song, puts it away or back, deletes it or brings it back. */
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
