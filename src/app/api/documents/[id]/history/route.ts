import * as z from 'zod';
import { historyOf } from '@/server/history';
import { documentParams, memberRoute } from '@/server/http';

const query = z.object({
  before: z.coerce
    .number()
    .int('A revision is a whole number.')
    .min(1)
    .max(2 ** 31 - 1)
    .optional(),
});

/** A stretch of the log of a song or set, with what it was before it. */
export const GET = memberRoute({ params: documentParams, query }, async (call) =>
  Response.json(await call.within((db) => historyOf(db, call.params.id, call.query.before))),
);
