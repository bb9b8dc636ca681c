import { publicRoute } from '@/server/http';

/** The server's clock in milliseconds, for devices that have to agree on the time. */
export const GET = publicRoute({}, async () =>
  Response.json({ now: performance.timeOrigin + performance.now() }),
);
