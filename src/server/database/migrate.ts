import path from 'node:path';
import pg from 'pg';
import Postgrator from 'postgrator';
import { UPKEEP } from './upkeep';
import { MIGRATIONS, newestVersion } from './version';

/** The database was brought further than this version of the application knows. */
export class NewerDatabase extends Error {
  constructor(is: number, knows: number) {
    super(
      `The database is at ${is}, and this version of Ebrant knows ${knows} at most. ` +
        'It was used by a newer version: start that one, or restore a back-up of before.',
    );
  }
}

/**
 * Brings a database to the newest schema, as its owner. One transaction: whoever starts beside it waits,
 * and what is cut off in the middle has not happened.
 *
 * @throws NewerDatabase
 */
export const migrate = async (ownerUrl: string): Promise<void> => {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query(UPKEEP);
    await client.query('BEGIN');
    await client.query(`SELECT pg_advisory_xact_lock(hashtext('ebrant migrations'))`);
    const postgrator = new Postgrator({
      driver: 'pg',
      migrationPattern: path.join(MIGRATIONS, '*.sql'),
      execQuery: (sql: string) => client.query(sql),
    });
    const [is, knows] = [Number(await postgrator.getDatabaseVersion()), newestVersion()];
    if (is > knows) throw new NewerDatabase(is, knows);
    await postgrator.migrate();
    await client.query('COMMIT');
  } finally {
    await client.end();
  }
};
