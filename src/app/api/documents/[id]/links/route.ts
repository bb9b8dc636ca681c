import * as z from 'zod';
import { wholeNumber } from '@/core/base/fields';
import { readDocument } from '@/server/documents';
import { documentParams, memberRoute } from '@/server/http';
import { MOST_LINK_DAYS, makeLink, openLinks, readOnly, revokeLink } from '@/server/people';

const body = z.object({
  days: wholeNumber(1, MOST_LINK_DAYS, `A link is good for 1 to ${MOST_LINK_DAYS} days.`),
});

/** The links for deputies that open it. */
export const GET = memberRoute({ params: documentParams }, async (call) =>
  Response.json({
    links: await call.within(async (db) => {
      if (!(await readDocument(db, call.params.id)).mayEdit) return readOnly();
      return openLinks(db, call.params.id);
    }),
  }),
);

/** Makes a link for a deputy; its token is answered this once. */
export const POST = memberRoute({ params: documentParams, body }, async (call) =>
  Response.json(
    {
      link: await call.within(async (db) => {
        const document = await readDocument(db, call.params.id);
        return document.mayEdit ? makeLink(db, call.member, document, call.body.days) : readOnly();
      }),
    },
    { status: 201 },
  ),
);

const query = z.object({ link: z.uuid('Say which link.') });

/** Takes a link back. */
export const DELETE = memberRoute({ params: documentParams, query }, async (call) => {
  await call.within(async (db) => {
    if (!(await readDocument(db, call.params.id)).mayEdit) return readOnly();
    await revokeLink(db, call.params.id, call.query.link);
  });
  return new Response(null, { status: 204 });
});
