import * as z from 'zod';
import { nameSchema } from '@/core/base/fields';
import { refuse } from '@/server/database';
import { bandParams, memberRoute, removedBody } from '@/server/http';
import { changeBand, ledBandEvenDeleted } from '@/server/people';

const body = z.object({ name: nameSchema('A band'), ...removedBody }).partial();

/** Renames a band, archives or deletes it, or takes it back. */
export const PATCH = memberRoute({ params: bandParams, body }, async (call) => {
  if (call.body.deleted === true && !call.confirmed)
    refuse('unconfirmed', '', 'First show that it is you: type your passphrase again.');
  await call.within(async (db) => {
    const { id } = await ledBandEvenDeleted(db, call.params.band);
    await changeBand(db, id, call.body);
  });
  return new Response(null, { status: 204 });
});
