import * as z from 'zod';
import {
  bytesOf,
  fileResponse,
  memberNameSchema,
  memberRoute,
  noSessionCookie,
  passphraseSchema,
  placeOf,
  publicRoute,
  sessionCookies,
  sourceOf,
  tokenSchema,
} from '@/server/http';
import {
  allowLeadersToReset,
  changePassphrase,
  deleteAccount,
  makeAccount,
  newPassphrase,
  openSession,
  ownData,
  renameMember,
} from '@/server/people';

const made = z.object({
  name: memberNameSchema,
  passphrase: passphraseSchema,
  invitation: tokenSchema.optional(),
});

/** Makes an account, joins the band that it was invited to, and signs in. */
export const POST = publicRoute({ body: made }, async ({ request, body }) => {
  const member = await makeAccount(body, sourceOf(request));
  const opened = await openSession(member, placeOf(request));
  return new Response(null, { status: 204, headers: sessionCookies(request, opened) });
});

/** All that is kept of the member, as a file. */
export const GET = memberRoute({}, async ({ member, name, within }) => {
  const text = JSON.stringify(await within((db) => ownData(db, member)), null, 2);
  return fileResponse({
    ...bytesOf(text),
    name: `${name} in Ebrant.json`,
    type: 'application/json',
  });
});

const changed = z.object({
  name: memberNameSchema.optional(),
  passphrase: passphraseSchema.optional(),
  leadersMayReset: z.boolean('They may, or not.').optional(),
});

/** A new name or passphrase. With a new passphrase all sessions are over, and this one begins anew. */
export const PATCH = memberRoute({ body: changed, confirmed: true }, async (call) => {
  const { request, member, name, body, within } = call;
  const hash =
    body.passphrase === undefined
      ? undefined
      : await newPassphrase(body.passphrase, body.name ?? name);
  await within(async (db) => {
    if (body.name !== undefined) await renameMember(db, member, body.name);
    if (body.leadersMayReset !== undefined)
      await allowLeadersToReset(db, member, body.leadersMayReset);
    if (hash) await changePassphrase(db, member, hash);
  });
  if (!hash) return new Response(null, { status: 204 });
  const opened = await openSession(member, placeOf(request));
  return new Response(null, { status: 204, headers: sessionCookies(request, opened) });
});

/** Deletes the account. Maps stay the bands’; what was done there was done by a former member. */
export const DELETE = memberRoute({ confirmed: true }, async ({ request, within }) => {
  await within(deleteAccount);
  return new Response(null, { status: 204, headers: { 'Set-Cookie': noSessionCookie(request) } });
});
