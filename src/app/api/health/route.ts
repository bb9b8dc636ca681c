import { publicRoute } from '@/server/http';

/** Whether the application is alive: asked of itself alone, so that a database that is away ends nothing. */
export const GET = publicRoute({}, async () => Response.json({ application: 'up' }));
