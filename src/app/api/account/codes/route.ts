import { memberRoute } from '@/server/http';
import { renewCodes } from '@/server/people';

/** New recovery codes: shown this once, and nowhere kept as they are. */
export const POST = memberRoute({ confirmed: true }, async ({ member, within }) =>
  Response.json({ codes: await within((db) => renewCodes(db, member)) }, { status: 201 }),
);
