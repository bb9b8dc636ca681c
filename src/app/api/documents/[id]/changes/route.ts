import * as z from 'zod';
import { changeSchema } from '@/core/base/document';
import { changesSince, readDocument, saveChanges } from '@/server/documents';
import { documentParams, memberRoute, STATUS } from '@/server/http';
import { count } from '@/server/running';

const MOST_CHANGES = 200;
/** What a revision can be in the database: an integer of 32 bits. */
const revision = z
  .number()
  .int()
  .min(0)
  .max(2 ** 31 - 1);

const body = z.object({
  /** The revision that the sender had seen. */
  base: revision,
  changes: z
    .array(changeSchema)
    .min(1)
    .max(MOST_CHANGES, `At most ${MOST_CHANGES} changes at once.`),
});

/** Saves changes; answers what became of each, and the log since the sender's revision. */
export const POST = memberRoute({ params: documentParams, body }, async (call) => {
  const { params, member, within } = call;
  const { base, changes } = call.body;
  const saved = await within((db) => saveChanges(db, member, params.id, base, changes));
  const taken = saved.outcomes.filter((outcome) => !('problem' in outcome));
  count('saves', taken.length);
  count('refusedChanges', saved.outcomes.filter((one) => 'problem' in one || one.left).length);
  const [refused] = saved.outcomes.flatMap((outcome) =>
    'problem' in outcome ? [outcome.problem] : [],
  );
  const status = refused ? STATUS[refused.code] : 200;
  return Response.json(saved, { status });
});

/** The log after a revision. */
export const GET = memberRoute(
  { params: documentParams, query: z.object({ since: z.coerce.number().pipe(revision) }) },
  async ({ params, query, within }) => {
    const news = await within(async (db) => {
      await readDocument(db, params.id);
      return changesSince(db, params.id, query.since);
    });
    return Response.json({ news });
  },
);
