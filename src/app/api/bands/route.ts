import * as z from 'zod';
import { nameSchema } from '@/core/base/fields';
import { memberRoute } from '@/server/http';
import { foundBand } from '@/server/people';

const body = z.object({ name: nameSchema('A band') });

/** Founds a band. */
export const POST = memberRoute({ body }, async ({ member, body: { name }, within }) =>
  Response.json({ band: await within((db) => foundBand(db, member, name)) }, { status: 201 }),
);
