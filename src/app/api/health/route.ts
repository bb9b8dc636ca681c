import * as z from 'zod';
import { publicRoute } from '@/server/http';

/** Whether the application and its database answer. */
export const GET = publicRoute({}, async ({ within }) => {
  await within((db) => db.one(z.object({ up: z.number() }), 'SELECT 1 AS up'));
  return Response.json({ application: 'up', database: 'up' });
});
