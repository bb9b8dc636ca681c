import path from 'node:path';
import pg from 'pg';
import Postgrator from 'postgrator';
import { UPKEEP } from './upkeep';

/** Brings a database to the newest schema. Runs as its owner, under a lock, before the application. */
export const migrate = async (ownerUrl: string): Promise<void> => {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query(UPKEEP);
    await client.query(`SELECT pg_advisory_lock(hashtext('ebrant migrations'))`);
    const postgrator = new Postgrator({
      driver: 'pg',
      migrationPattern: path.join(process.cwd(), 'db/migrations/*.sql'),
      execQuery: (sql: string) => client.query(sql),
    });
    await postgrator.migrate();
  } finally {
    await client.end();
  }
};
