import * as z from 'zod';
import { newestVersion } from '@/server/database/version';
import { isListening } from '@/server/documents';
import { publicRoute } from '@/server/http';

const row = z.object({ version: z.number() });

/** Whether it can serve: the database answers, is brought far enough, and tells of news. */
export const GET = publicRoute({}, async ({ within }) => {
  const { version } = await within((db) => db.one(row, 'SELECT schema_version() AS version'));
  // A newer one may be there already: migrations leave what an older application needs.
  const migrated = version >= newestVersion();
  const listening = isListening();
  const status = migrated && listening ? 200 : 503;
  return Response.json({ database: 'up', migrated, listening }, { status });
});
