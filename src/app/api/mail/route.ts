import * as z from 'zod';
import { memberRoute, siteOf, sourceOf, tokenSchema } from '@/server/http';
import { LINKS, mailboxFolder, sendLink, sendsMail } from '@/server/mail';

/** Whether links can be sent from here, or only laid into a simulated mailbox. */
export const GET = memberRoute({}, async () =>
  Response.json({ sends: !sendsMail() ? 'no' : mailboxFolder() ? 'to the mailbox' : 'yes' }),
);

const body = z.object({
  kind: z.enum(LINKS, `A link is ${LINKS.join(', ')}.`),
  token: tokenSchema,
  to: z
    .email('This is no address: name@example.org')
    .max(254, 'An address has 254 characters at most.'),
});

/** Sends a link, which the caller holds, to somebody. */
export const POST = memberRoute({ body }, async ({ request, member, name, body: link }) => {
  const origin = process.env.EBRANT_PUBLIC_ADDRESS
    ? new URL(process.env.EBRANT_PUBLIC_ADDRESS).origin
    : siteOf(request).origin;
  await sendLink({ member, name, origin, source: sourceOf(request) }, link);
  return new Response(null, { status: 204 });
});
