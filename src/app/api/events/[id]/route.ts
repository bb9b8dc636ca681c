import { changeEvent, setArchived, setDeleted } from '@/server/band';
import { documentParams, eventBody, eventOf, memberRoute, removedBody } from '@/server/http';

const body = eventBody.extend(removedBody).partial();

/** Changes what is said of a gig or rehearsal, archives it or takes it back, deletes it or brings it back. */
export const PATCH = memberRoute(
  { params: documentParams, body },
  async ({ params: { id }, body: { archived, deleted, ...said }, within }) => {
    await within(async (db) => {
      if (Object.keys(said).length > 0) await changeEvent(db, id, eventOf(said));
      if (archived !== undefined) await setArchived(db, 'event', id, archived);
      if (deleted !== undefined) await setDeleted(db, 'event', id, deleted);
    });
    return new Response(null, { status: 204 });
  },
);
