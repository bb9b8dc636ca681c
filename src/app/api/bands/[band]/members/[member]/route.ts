import * as z from 'zod';
import { refuse } from '@/server/database';
import { memberParams, memberRoute } from '@/server/http';
import { bandBySlug, giveRole, ledBand, ROLES, removeMember } from '@/server/people';

const body = z.object({
  role: z.enum(ROLES, 'A role is leader, drummer, player or guest.'),
  /** Whoever says so hands leadership over, and becomes a drummer. */
  handOver: z.boolean().default(false),
});

/** Gives a member another role. */
export const PATCH = memberRoute({ params: memberParams, body }, async (call) => {
  const { role, handOver } = call.body;
  if (handOver && !call.confirmed)
    refuse('unconfirmed', '', 'First show that it is you: type your passphrase again.');
  await call.within(async (db) => {
    const { id } = await ledBand(db, call.params.band);
    await giveRole(db, id, call.params.member, role, handOver ? call.member : undefined);
  });
  return new Response(null, { status: 204 });
});

/** Takes somebody out of a band: leaders anybody, everybody themselves. */
export const DELETE = memberRoute({ params: memberParams }, async (call) => {
  await call.within(async (db) => {
    const { band, member } = call.params;
    const { id } = await (member === call.member ? bandBySlug : ledBand)(db, band);
    await removeMember(db, id, member);
  });
  return new Response(null, { status: 204 });
});
