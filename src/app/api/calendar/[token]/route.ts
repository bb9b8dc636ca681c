import * as z from 'zod';
import { calendarBy } from '@/server/band';
import { publicRoute, tokenSchema } from '@/server/http';

const params = z.object({
  // Some calendars want addresses to end as files do.
  token: z.preprocess((text) => String(text).replace(/\.ics$/, ''), tokenSchema),
});

/** A band's gigs and rehearsals for the calendar of one of its members, by a secret address. */
export const GET = publicRoute({ params }, async ({ request, params: { token } }) => {
  const host = request.headers.get('x-forwarded-host') ?? request.headers.get('host') ?? '';
  const scheme =
    request.headers.get('x-forwarded-proto') ?? new URL(request.url).protocol.slice(0, -1);
  return new Response(await calendarBy(token, `${scheme}://${host}`), {
    headers: {
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': 'inline; filename="ebrant.ics"',
      'X-Robots-Tag': 'noindex',
    },
  });
});
